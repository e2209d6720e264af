/**
 * Places of a mask by number, in the order in which they are met, so that whoever goes through the same rows again meets the same
 * numbers. Memory is a few bytes for each number, not for each pixel.
 */
import { eachTouch, runsOf, type Runs } from '../raster/index.ts';

/** Numbers runs: each takes the number of the first run it touches above, or the next new one. */
export class Numbering {
  readonly #kind: 'empty' | 'printed';
  #above: Runs = new Int32Array(0);
  #numbers: Int32Array = new Int32Array(0);
  count = 0;

  constructor(kind: 'empty' | 'printed') {
    this.#kind = kind;
  }

  /** @param same called with two numbers that turn out to be one place */
  row(
    mask: Uint8Array,
    same?: (a: number, b: number) => void,
  ): { runs: Runs; numbers: Int32Array } {
    const runs = runsOf(mask, this.#kind);
    const numbers = new Int32Array(runs.length / 2).fill(-1);
    const above = this.#numbers;
    eachTouch(this.#above, runs, this.#kind === 'printed', (now, before) => {
      if (numbers[now] < 0) numbers[now] = above[before];
      else if (numbers[now] !== above[before]) same?.(numbers[now], above[before]);
    });
    for (let i = 0; i < numbers.length; i++) if (numbers[i] < 0) numbers[i] = this.count++;
    this.#above = runs;
    this.#numbers = numbers;
    return { runs, numbers };
  }

  /** Number of the run of the newest row that a column lies in. */
  at(x: number): number | undefined {
    for (let run = 0; run < this.#above.length; run += 2)
      if (x >= this.#above[run] && x < this.#above[run + 1]) return this.#numbers[run >> 1];
    return undefined;
  }
}

export interface Place {
  readonly pixels: number;
  readonly outside: boolean;
  /** Ink around it, mean and standard deviation, and the most ink in it, as bytes. */
  readonly mean: number;
  readonly spread: number;
  readonly most: number;
}

/** Numbered places with what is known of each. */
export class Places {
  readonly #numbering: Numbering;
  #parent = new Int32Array(1024);
  #pixels = new Float64Array(1024);
  #sum = new Float64Array(1024);
  #squares = new Float64Array(1024);
  #count = new Float64Array(1024);
  #most = new Uint8Array(1024);
  #outside = new Uint8Array(1024);

  constructor(kind: 'empty' | 'printed') {
    this.#numbering = new Numbering(kind);
  }

  /** @param look called with each run and the number of its place */
  row(mask: Uint8Array, look: (start: number, end: number, place: number) => void): void {
    const known = this.#numbering.count;
    const joins: [number, number][] = [];
    const { runs, numbers } = this.#numbering.row(mask, (a, b) => joins.push([a, b]));
    if (this.#numbering.count > this.#parent.length) this.#grow(this.#numbering.count);
    for (let n = known; n < this.#numbering.count; n++) this.#parent[n] = n;
    for (const [a, b] of joins) {
      const [one, other] = [this.root(a), this.root(b)];
      if (one !== other) this.#parent[Math.max(one, other)] = Math.min(one, other);
    }
    for (let i = 0; i < numbers.length; i++) {
      this.#pixels[numbers[i]] += runs[2 * i + 1] - runs[2 * i];
      look(runs[2 * i], runs[2 * i + 1], numbers[i]);
    }
  }

  beside(n: number, ink: number): void {
    this.#sum[n] += ink;
    this.#squares[n] += ink * ink;
    this.#count[n]++;
  }

  holds(n: number, ink: number): void {
    if (ink > this.#most[n]) this.#most[n] = ink;
  }

  touchEdge(n: number): void {
    this.#outside[n] = 1;
  }

  #grow(least: number): void {
    const size = Math.max(least, this.#parent.length * 2);
    const longer = <T extends { set(from: T): void }>(made: T, from: T): T => {
      made.set(from);
      return made;
    };
    this.#parent = longer(new Int32Array(size), this.#parent);
    this.#pixels = longer(new Float64Array(size), this.#pixels);
    this.#sum = longer(new Float64Array(size), this.#sum);
    this.#squares = longer(new Float64Array(size), this.#squares);
    this.#count = longer(new Float64Array(size), this.#count);
    this.#most = longer(new Uint8Array(size), this.#most);
    this.#outside = longer(new Uint8Array(size), this.#outside);
  }

  root(n: number): number {
    const parent = this.#parent;
    while (parent[n] !== n) n = parent[n] = parent[parent[n]];
    return n;
  }

  /** Brings together what was learnt of the numbers of one place, once all rows are known. */
  gather(): void {
    for (let n = 0; n < this.#numbering.count; n++) {
      const root = this.root(n);
      if (root === n) continue;
      this.#pixels[root] += this.#pixels[n];
      this.#sum[root] += this.#sum[n];
      this.#squares[root] += this.#squares[n];
      this.#count[root] += this.#count[n];
      if (this.#most[n] > this.#most[root]) this.#most[root] = this.#most[n];
      if (this.#outside[n]) this.#outside[root] = 1;
    }
  }

  /** @param decision of each place and its root, a byte @returns what was decided, for each number */
  decide(decision: (place: Place, root: number) => number): Uint8Array {
    const out = new Uint8Array(this.#numbering.count);
    for (let n = 0; n < out.length; n++) {
      const root = this.root(n);
      out[n] = root === n ? decision(this.#place(n), n) : out[root];
    }
    return out;
  }

  #place(n: number): Place {
    const count = Math.max(1, this.#count[n]);
    const mean = this.#sum[n] / count;
    return {
      pixels: this.#pixels[n],
      outside: this.#outside[n] !== 0,
      mean,
      spread: Math.sqrt(Math.max(0, this.#squares[n] / count - mean * mean)),
      most: this.#most[n],
    };
  }
}
