/**
 * What the blank and the printed places of an image are: background or highlight, picture or haze. That can't be said of a
 * place before it is known whole, so the artwork is gone through twice: once to know its places, once to lay the plate.
 *
 * Places get numbers in the order in which they are met, and the second run meets them in the same order. Memory is a few bytes
 * for each number, not for each pixel.
 */
import type { Source } from '../rule/index.ts';
import {
  anyAbove,
  eachTouch,
  highestOf,
  runsOf,
  type Band,
  type Raster,
  type Runs,
} from '../raster/index.ts';
import type { Flow } from './rows.ts';

/** What is decided of a place. */
export const DECISIONS = [
  'background',
  'image',
  'highlight',
  'paper',
  'haze',
  'said-white',
  'said-bare',
] as const;
export type Decision = (typeof DECISIONS)[number];

const PRINTED = new Set<Decision>(['image', 'highlight', 'said-white']);

/**
 * A highlight fades into its surroundings, so that little ink lies around it, or borders on the many tints of a picture; the
 * counter of a letter or a bare shape borders on one tint. Mean of the ink around and its standard deviation, percent. Our own, on
 * photographs.
 */
const SOFT_EDGE = 15;
const MANY_TINTS = 8;
/** How many times the haze a cloud of it may reach, and how much ink a speck of dirt, percent. Our own. */
const CLOUD = 2.5;
const DIRT = 25;
/** The most ink so far beyond an edge is what lies there, as the edge itself is softened. */
const BESIDE = 3;

type Surveyed = Extract<Source, { kind: 'cleaned' | 'paper' }>;

/** Decision of each numbered place, blank and printed ones apart. */
export interface Survey {
  readonly blank: Uint8Array;
  readonly printed: Uint8Array;
}

/** What is known of the places of an image at one haze, whatever is decided of them later. */
export interface Observed {
  readonly blank: Places;
  readonly printed: Places;
  readonly haze: number;
}

/** The highest of the process inks of each pixel. */
const mostInk = (planes: readonly Uint8Array[], size: number): Uint8Array =>
  planes.reduce((most, plane) => highestOf(most, plane.subarray(0, size)), new Uint8Array(size));

export const hazeByte = (percent: number): number => Math.floor((percent / 100) * 255);

/** The first run. @param process indices of the process planes in a band */
export async function observe(
  raster: Raster,
  process: readonly number[],
  hazePercent: number,
): Promise<Observed> {
  const { width, height } = raster;
  const haze = hazeByte(hazePercent);
  const strong = Math.max(CLOUD * haze, DIRT * 2.55) + 1;
  const [blank, printed] = [new Places('empty'), new Places('printed')];
  for await (const band of raster.bands()) {
    const most = mostInk(
      process.map((i) => band.planes[i]),
      band.rows * width,
    );
    const masks = anyAbove([most], haze, most.length);
    for (let row = 0; row < band.rows; row++) {
      const y = band.top + row;
      const ink = most.subarray(row * width, (row + 1) * width);
      const mask = masks.subarray(row * width, (row + 1) * width);
      const edge = y === 0 || y === height - 1;
      blank.row(mask, (start, end, place) => {
        let [before, after] = [0, 0];
        for (let k = 1; k <= BESIDE; k++) {
          if (ink[start - k] > before) before = ink[start - k];
          if (ink[end - 1 + k] > after) after = ink[end - 1 + k];
        }
        if (before > haze) blank.beside(place, before);
        if (after > haze) blank.beside(place, after);
        if (edge || start === 0 || end === width) blank.touchEdge(place);
      });
      printed.row(mask, (start, end, place) => {
        // Only whether it is faint matters: most runs tell after a few pixels.
        let highest = 0;
        for (let x = start; x < end && highest < strong; x++)
          if (ink[x] > highest) highest = ink[x];
        printed.holds(place, highest);
      });
    }
  }
  blank.gather();
  printed.gather();
  return { blank, printed, haze };
}

/** What a rule makes of the places. The operator's own word is asked for by going through the rows once more. */
export async function survey(
  raster: Raster,
  process: readonly number[],
  from: Surveyed,
  observed: Observed,
): Promise<Survey> {
  const mm = raster.dpi / 25.4;
  const { haze, blank, printed } = observed;
  const small = from.kind === 'cleaned' ? from.highlight * mm * mm : 0;
  const said =
    from.kind === 'cleaned' && from.white.length + from.bare.length > 0
      ? await saidOf(raster, process, from, observed)
      : { blank: new Map<number, Decision>(), printed: new Map<number, Decision>() };
  return {
    blank: blank.decide(said.blank, ({ pixels, outside, mean, spread }): Decision => {
      if (outside) return 'background';
      const fades = mean <= SOFT_EDGE * 2.55 || spread >= MANY_TINTS * 2.55;
      return from.kind === 'cleaned' && (pixels <= small || fades) ? 'highlight' : 'paper';
    }),
    printed: printed.decide(said.printed, ({ pixels, most }): Decision =>
      most <= CLOUD * haze || (pixels <= small && most <= DIRT * 2.55) ? 'haze' : 'image',
    ),
  };
}

/** The places that the operator's spots lie in, and what was said of each. */
async function saidOf(
  raster: Raster,
  process: readonly number[],
  { white, bare }: Extract<Surveyed, { kind: 'cleaned' }>,
  { blank, printed, haze }: Observed,
): Promise<Record<'blank' | 'printed', ReadonlyMap<number, Decision>>> {
  const { width, dpi } = raster;
  const rows = new Map<number, { x: number; decision: Decision }[]>();
  for (const [spots, decision] of [
    [white, 'said-white'],
    [bare, 'said-bare'],
  ] as const)
    for (const { x, y } of spots) {
      const row = Math.floor((y * dpi) / 25.4);
      rows.set(row, [...(rows.get(row) ?? []), { x: Math.floor((x * dpi) / 25.4), decision }]);
    }
  const last = Math.max(...rows.keys());
  const found = { blank: new Map<number, Decision>(), printed: new Map<number, Decision>() };
  const numbers = {
    blank: new Numbering('empty'),
    printed: new Numbering('printed'),
  };
  const places = { blank, printed };
  for await (const band of raster.bands()) {
    if (band.top > last) break;
    const masks = anyAbove(
      process.map((i) => band.planes[i]),
      haze,
      band.rows * width,
    );
    for (let row = 0; row < band.rows; row++)
      for (const kind of ['blank', 'printed'] as const) {
        numbers[kind].row(masks.subarray(row * width, (row + 1) * width));
        for (const { x, decision } of rows.get(band.top + row) ?? []) {
          const number = numbers[kind].at(x);
          if (number !== undefined) found[kind].set(places[kind].root(number), decision);
        }
      }
  }
  return found;
}

/** Numbers runs: each takes the number of the first run it touches above, or the next new one. */
class Numbering {
  readonly #kind: 'empty' | 'printed';
  #above: Runs = new Int32Array(0);
  #numbers: Int32Array = new Int32Array(0);
  count = 0;

  constructor(kind: 'empty' | 'printed') {
    this.#kind = kind;
  }

  /** @param same is told of numbers that turn out to be one place */
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

interface Place {
  readonly pixels: number;
  readonly outside: boolean;
  /** Ink around it, mean and standard deviation, and the most ink in it, as bytes. */
  readonly mean: number;
  readonly spread: number;
  readonly most: number;
}

/** Numbered places with what is known of each. */
class Places {
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

  /** @param look is told of each run and the number of its place */
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

  /** @param said of places by their root, before anything else @returns an index into {@link DECISIONS} for each number */
  decide(said: ReadonlyMap<number, Decision>, decision: (place: Place) => Decision): Uint8Array {
    const out = new Uint8Array(this.#numbering.count);
    for (let n = 0; n < out.length; n++) {
      const root = this.root(n);
      out[n] = root === n ? DECISIONS.indexOf(said.get(n) ?? decision(this.#place(n))) : out[root];
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

/** The second run: rows of decisions, an index into {@link DECISIONS} for each pixel. */
export class DecisionRows {
  readonly #width: number;
  readonly #process: readonly number[];
  readonly #haze: number;
  readonly #survey: Survey;
  readonly #blank: Numbering;
  readonly #printed: Numbering;

  constructor(width: number, process: readonly number[], hazePercent: number, known: Survey) {
    this.#width = width;
    this.#process = process;
    this.#haze = hazeByte(hazePercent);
    this.#survey = known;
    this.#blank = new Numbering('empty');
    this.#printed = new Numbering('printed');
  }

  push(band: Band): Uint8Array {
    const width = this.#width;
    const out = anyAbove(
      this.#process.map((i) => band.planes[i]),
      this.#haze,
      band.rows * width,
    );
    for (let at = 0; at < out.length; at += width) {
      const row = out.subarray(at, at + width);
      const found = [
        [this.#blank.row(row), this.#survey.blank],
        [this.#printed.row(row), this.#survey.printed],
      ] as const;
      for (const [{ runs, numbers }, decided] of found)
        for (let i = 0; i < numbers.length; i++)
          row.fill(decided[numbers[i]], runs[2 * i], runs[2 * i + 1]);
    }
    return out;
  }
}

/** The plate that follows from the decisions. */
export function surveyedFlow(
  from: Surveyed,
  width: number,
  process: readonly number[],
  known: Survey,
): Flow {
  const rows = new DecisionRows(width, process, from.haze, known);
  const wanted = DECISIONS.map((decision) =>
    (from.kind === 'paper' ? decision === 'paper' : PRINTED.has(decision)) ? 255 : 0,
  );
  return {
    binary: true,
    push(band) {
      const out = rows.push(band);
      for (let i = 0; i < out.length; i++) out[i] = wanted[out[i]];
      return out;
    },
    finish: () => new Uint8Array(0),
  };
}
