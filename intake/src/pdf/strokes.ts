/** Paths as they are stroked, kept as vectors with their length. Points of page space. */
import type { Matrix } from './geometry.ts';

type Point = readonly [x: number, y: number];

/** Pieces a curve is measured in: an arc of a quarter circle comes out short by 0.02 %. */
const PIECES = 24;
/** Segments kept of one path; a longer one is measured to its end. */
const MOST_SEGMENTS = 4000;

/** A path while it is being built. */
export class Stroke {
  /** Letters and places as in SVG path data, in page space. */
  readonly segments: (readonly [letter: 'M' | 'L' | 'C' | 'Z', ...places: number[]])[] = [];
  length = 0;
  /** Every part of it ended where it began. */
  closed = true;
  #start: Point = [0, 0];
  #at: Point = [0, 0];
  #open = false;

  moveTo(x: number, y: number, m: Matrix): void {
    this.#leave();
    this.#start = this.#at = place(x, y, m);
    this.#keep('M', ...this.#at);
  }

  lineTo(x: number, y: number, m: Matrix): void {
    const to = place(x, y, m);
    this.length += distance(this.#at, to);
    this.#at = to;
    this.#open = true;
    this.#keep('L', ...to);
  }

  curveTo(values: readonly number[], m: Matrix): void {
    const [a, b, to] = [0, 2, 4].map((i) => place(values[i], values[i + 1], m));
    const from = this.#at;
    let last = from;
    for (let i = 1; i <= PIECES; i++) {
      const t = i / PIECES;
      const u = 1 - t;
      const along = (k: 0 | 1) =>
        u ** 3 * from[k] + 3 * u * u * t * a[k] + 3 * u * t * t * b[k] + t ** 3 * to[k];
      const next: Point = [along(0), along(1)];
      this.length += distance(last, next);
      last = next;
    }
    this.#at = to;
    this.#open = true;
    this.#keep('C', ...a, ...b, ...to);
  }

  close(): void {
    this.length += distance(this.#at, this.#start);
    this.#at = this.#start;
    this.#open = false;
    this.#keep('Z');
  }

  /** Nothing more comes. */
  finish(): this {
    this.#leave();
    return this;
  }

  get empty(): boolean {
    return this.segments.length < 2;
  }

  /** Ends a part: closed if it came back to where it began. */
  #leave(): void {
    if (this.#open && distance(this.#at, this.#start) > 0.01) this.closed = false;
    this.#open = false;
  }

  #keep(letter: 'M' | 'L' | 'C' | 'Z', ...places: number[]): void {
    if (this.segments.length < MOST_SEGMENTS) this.segments.push([letter, ...places]);
  }
}

const place = (x: number, y: number, m: Matrix): Point => [
  x * m[0] + y * m[2] + m[4],
  x * m[1] + y * m[3] + m[5],
];
const distance = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
