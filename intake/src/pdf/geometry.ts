/** Matrices and boxes of page space, points. Source: ISO 32000-2, 8.3.4 (transformation matrices). */
import type { Operand } from './content.ts';
import type { Corners } from './boxes.ts';

export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0];

export function matrixOf(values: readonly (Operand | undefined)[]): Matrix {
  const numbers = values.slice(0, 6).map(Number);
  return numbers.length === 6 && numbers.every(Number.isFinite)
    ? (numbers as unknown as Matrix)
    : IDENTITY;
}

/** First `m`, then `n`. */
export const times = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[1] * n[2],
  m[0] * n[1] + m[1] * n[3],
  m[2] * n[0] + m[3] * n[2],
  m[2] * n[1] + m[3] * n[3],
  m[4] * n[0] + m[5] * n[2] + n[4],
  m[4] * n[1] + m[5] * n[3] + n[5],
];

/** The upright box round a box that was transformed. */
export function transformed([l, b, r, t]: Corners, m: Matrix): Corners {
  const xs = [l, r].flatMap((x) => [b, t].map((y) => x * m[0] + y * m[2] + m[4]));
  const ys = [l, r].flatMap((x) => [b, t].map((y) => x * m[1] + y * m[3] + m[5]));
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

export const intersection = (a: Corners, b: Corners): Corners => [
  Math.max(a[0], b[0]),
  Math.max(a[1], b[1]),
  Math.min(a[2], b[2]),
  Math.min(a[3], b[3]),
];

export const isEmpty = ([l, b, r, t]: Corners): boolean => !(r >= l && t >= b);

export const union = (a: Corners, b: Corners): Corners => [
  Math.min(a[0], b[0]),
  Math.min(a[1], b[1]),
  Math.max(a[2], b[2]),
  Math.max(a[3], b[3]),
];

/** Mean length of a unit vector after the transformation. */
export const scaleOf = ([a, b, c, d]: Matrix): number => Math.sqrt(Math.abs(a * d - b * c));

/** Which cells of a page, 128 along each side, were painted on: boxes only, so it says "perhaps" or "no". */
export class Cover {
  readonly #frame: Corners;
  readonly #cells = new Uint8Array(SIDE * SIDE);

  constructor(frame: Corners) {
    this.#frame = frame;
  }

  add(box: Corners): void {
    this.#walk(box, (from, to) => {
      this.#cells.fill(1, from, to);
      return false;
    });
  }

  meets(box: Corners): boolean {
    return this.#walk(box, (from, to) => {
      for (let i = from; i < to; i++) if (this.#cells[i] === 1) return true;
      return false;
    });
  }

  #walk(box: Corners, each: (from: number, to: number) => boolean): boolean {
    const [l, b, r, t] = this.#frame;
    const cell = (value: number, low: number, high: number) =>
      Math.min(SIDE - 1, Math.max(0, Math.floor(((value - low) / (high - low)) * SIDE)));
    const [left, right] = [cell(box[0], l, r), cell(box[2], l, r)];
    const [bottom, top] = [cell(box[1], b, t), cell(box[3], b, t)];
    for (let y = bottom; y <= top; y++)
      if (each(y * SIDE + left, y * SIDE + right + 1)) return true;
    return false;
  }
}
const SIDE = 128;
