/**
 * Connected places of a plate, found row by row: holes are empty places joined by edges, islands printed ones joined by
 * edges or corners. Memory is that of the places that reach into the newest row, whatever the sheet.
 *
 * Runs are joined to the runs they touch in the row above (union-find on runs); a place that no run carries on is complete.
 * Source: A. Rosenfeld, J. L. Pfaltz, "Sequential operations in digital picture processing", J. ACM 13 (1966) 471–494, on
 * runs (from memory).
 */
import type { PixelBox } from './band.ts';
import { eachTouch, runsOf, type RunKind, type Runs } from './runs.ts';

/** A complete place. */
export interface Component extends PixelBox {
  readonly pixels: number;
  /** It reaches the edge of the sheet. */
  readonly outside: boolean;
}

export class ComponentMeter {
  readonly #width: number;
  readonly #kind: RunKind;
  readonly #done: (component: Component) => void;
  #above: Runs = new Int32Array(0);
  /** Place of each run above. */
  #places: number[] = [];
  #y = 0;
  /** Places by number; numbers are used again. Left, top, right, bottom, pixels, outside, newest row. */
  readonly #of: {
    parent: number[];
    left: number[];
    top: number[];
    right: number[];
    pixels: number[];
    outside: boolean[];
    row: number[];
  } = { parent: [], left: [], top: [], right: [], pixels: [], outside: [], row: [] };
  readonly #free: number[] = [];

  /** @param done called with each place once it is complete */
  constructor(width: number, kind: RunKind, done: (component: Component) => void) {
    this.#width = width;
    this.#kind = kind;
    this.#done = done;
  }

  /** @param rows whole rows: 0 empty, anything else printed */
  push(rows: Uint8Array): void {
    for (let at = 0; at < rows.length; at += this.#width)
      this.#row(rows.subarray(at, at + this.#width));
  }

  #row(row: Uint8Array): void {
    const of = this.#of;
    const runs = runsOf(row, this.#kind);
    const y = this.#y++;
    const places: number[] = [];
    for (let run = 0; run < runs.length; run += 2) {
      const place = this.#free.pop() ?? of.parent.length;
      const [start, end] = [runs[run], runs[run + 1]];
      of.parent[place] = place;
      of.left[place] = start;
      of.top[place] = y;
      of.right[place] = end;
      of.pixels[place] = end - start;
      of.outside[place] = y === 0 || start === 0 || end === this.#width;
      of.row[place] = y;
      places.push(place);
    }
    const gone: number[] = [];
    eachTouch(this.#above, runs, this.#kind === 'printed', (now, above) => {
      const [a, b] = [this.#root(places[now]), this.#root(this.#places[above])];
      if (a === b) return;
      of.parent[a] = b;
      of.left[b] = Math.min(of.left[a], of.left[b]);
      of.top[b] = Math.min(of.top[a], of.top[b]);
      of.right[b] = Math.max(of.right[a], of.right[b]);
      of.pixels[b] += of.pixels[a];
      of.outside[b] ||= of.outside[a];
      of.row[b] = y;
      gone.push(a);
    });
    for (let i = 0; i < places.length; i++) places[i] = this.#root(places[i]);
    for (const place of this.#places)
      if (of.parent[place] === place && of.row[place] < y) this.#complete(place, y, gone);
    for (const place of gone) this.#free.push(place);
    this.#above = runs;
    this.#places = places;
  }

  #complete(place: number, bottom: number, gone: number[]): void {
    const of = this.#of;
    // Once only, however many of its runs lie in the row above.
    if (of.row[place] < 0) return;
    of.row[place] = -1;
    gone.push(place);
    this.#done({
      left: of.left[place],
      top: of.top[place],
      right: of.right[place],
      bottom,
      pixels: of.pixels[place],
      outside: of.outside[place],
    });
  }

  #root(place: number): number {
    const { parent } = this.#of;
    while (parent[place] !== place) place = parent[place] = parent[parent[place]];
    return place;
  }

  /** What reaches the last row reaches the edge of the sheet. */
  finish(): void {
    const of = this.#of;
    for (const place of this.#places) of.outside[place] = true;
    for (const place of this.#places)
      if (of.row[place] >= 0) this.#complete(place, this.#y, this.#free);
  }
}

export interface Hole extends PixelBox {
  readonly pixels: number;
}

export interface Holes {
  readonly count: number;
  /** Pixels of all holes together. */
  readonly pixels: number;
  /** The largest of them, largest first. */
  readonly largest: readonly Hole[];
}

/** Most holes that are listed one by one. */
const LISTED = 300;

/** Empty places that the printed part encloses. */
export class HoleMeter {
  #count = 0;
  #pixels = 0;
  #listed: Hole[] = [];
  readonly #places: ComponentMeter;

  constructor(width: number) {
    this.#places = new ComponentMeter(width, 'empty', (place) => {
      if (place.outside) return;
      const { outside: _, ...hole } = place;
      this.#count++;
      this.#pixels += hole.pixels;
      this.#listed.push(hole);
      if (this.#listed.length > 4 * LISTED) this.#listed = largest(this.#listed);
    });
  }

  push(rows: Uint8Array): void {
    this.#places.push(rows);
  }

  finish(): Holes {
    this.#places.finish();
    return { count: this.#count, pixels: this.#pixels, largest: largest(this.#listed) };
  }
}

const largest = (holes: readonly Hole[]): Hole[] =>
  holes.toSorted((a, b) => b.pixels - a.pixels).slice(0, LISTED);
