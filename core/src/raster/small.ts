/**
 * Closes holes, or drops specks, up to an area. What reaches the edge of the sheet may be part of something larger and stays.
 *
 * Rows wait until every small place in them is complete or has outgrown the area, so that they wait at most as many rows as the
 * area has pixels. Places are runs joined to the runs they touch in the row above, as in components.ts.
 */
import { eachTouch, runsOf, type RunKind, type Runs } from './runs.ts';

interface Waiting {
  readonly row: Uint8Array;
  readonly runs: Runs;
  readonly places: Int32Array;
  /** Runs before this one are decided. */
  decided: number;
}

/** The place of everything that stays: too large, or at the edge. */
const STAYS = 0;

export class SmallStream {
  readonly #width: number;
  readonly #kind: RunKind;
  readonly #limit: number;
  readonly #waiting: Waiting[] = [];
  #y = 0;
  /** Places still wanted: numbers from `#first` on, at an index less than that. Number 0 is kept by itself. */
  #first = 1;
  #parent: number[] = [];
  #pixels: number[] = [];
  #newest: number[] = [];

  /**
   * @param limit pixels: a place up to this is changed
   * @param kind empty places are printed, printed ones emptied
   */
  constructor(width: number, limit: number, kind: RunKind) {
    this.#width = width;
    this.#limit = limit;
    this.#kind = kind;
  }

  /** @returns finished rows, a fresh array */
  push(rows: Uint8Array): Uint8Array {
    for (let at = 0; at < rows.length; at += this.#width)
      this.#take(rows.slice(at, at + this.#width));
    let ready = 0;
    while (ready < this.#waiting.length && this.#isDecided(this.#waiting[ready])) ready++;
    return this.#give(ready);
  }

  finish(): Uint8Array {
    const last = this.#waiting.at(-1);
    if (last) for (const place of last.places) this.#keep(this.#root(place));
    this.#y++;
    return this.#give(this.#waiting.length);
  }

  #take(row: Uint8Array): void {
    const runs = runsOf(row, this.#kind);
    const y = this.#y++;
    const places = new Int32Array(runs.length / 2);
    for (let run = 0; run < runs.length; run += 2) {
      const [start, end] = [runs[run], runs[run + 1]];
      const stays = y === 0 || start === 0 || end === this.#width || end - start > this.#limit;
      places[run >> 1] = stays ? STAYS : this.#first + this.#parent.length;
      if (stays) continue;
      this.#parent.push(places[run >> 1]);
      this.#pixels.push(end - start);
      this.#newest.push(y);
    }
    const above = this.#waiting.at(-1);
    const known = above ?? this.#last;
    if (known)
      eachTouch(known.runs, runs, this.#kind === 'printed', (now, before) =>
        this.#join(this.#root(known.places[before]), this.#root(places[now]), y),
      );
    for (let i = 0; i < places.length; i++) places[i] = this.#root(places[i]);
    this.#waiting.push({ row, runs, places, decided: 0 });
  }

  /** The newest row, once nothing waits any more. */
  #last: Waiting | undefined;

  #join(a: number, b: number, y: number): void {
    if (a === b) return;
    if (a === STAYS || b === STAYS) {
      this.#keep(a === STAYS ? b : a);
      return;
    }
    const [older, newer] = a < b ? [a, b] : [b, a];
    this.#parent[newer - this.#first] = older;
    const pixels = (this.#pixels[older - this.#first] += this.#pixels[newer - this.#first]);
    this.#newest[older - this.#first] = y;
    if (pixels > this.#limit) this.#keep(older);
  }

  #keep(place: number): void {
    if (place !== STAYS) this.#parent[place - this.#first] = STAYS;
  }

  #root(place: number): number {
    let root = place;
    while (root >= this.#first && this.#parent[root - this.#first] !== root)
      root = this.#parent[root - this.#first];
    // Numbers before the first are of rows long given out: only what stays outlives them.
    return root < this.#first ? STAYS : root;
  }

  #isDecided(waiting: Waiting): boolean {
    const { places } = waiting;
    for (; waiting.decided < places.length; waiting.decided++) {
      const root = this.#root(places[waiting.decided]);
      if (root !== STAYS && this.#newest[root - this.#first] >= this.#y - 1) return false;
    }
    return true;
  }

  #give(count: number): Uint8Array {
    const out = new Uint8Array(count * this.#width);
    const becomes = this.#kind === 'empty' ? 255 : 0;
    for (let y = 0; y < count; y++) {
      const { row, runs, places } = this.#waiting[y];
      const at = y * this.#width;
      out.set(row, at);
      for (let i = 0; i < places.length; i++)
        if (this.#root(places[i]) !== STAYS)
          out.fill(becomes, at + runs[2 * i], at + runs[2 * i + 1]);
    }
    this.#last = this.#waiting[count - 1] ?? this.#last;
    this.#waiting.splice(0, count);
    this.#forget();
    return out;
  }

  /** Lets go of the numbers that no waiting row has. */
  #forget(): void {
    let oldest = this.#first + this.#parent.length;
    for (const { places } of this.#waiting.length ? this.#waiting : this.#last ? [this.#last] : [])
      for (const place of places) {
        const root = this.#root(place);
        if (root !== STAYS) oldest = Math.min(oldest, root, place);
      }
    const gone = oldest - this.#first;
    if (gone < 4096) return;
    this.#parent.splice(0, gone);
    this.#pixels.splice(0, gone);
    this.#newest.splice(0, gone);
    this.#first = oldest;
  }
}
