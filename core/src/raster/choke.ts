/**
 * Choke by a round element: a pixel stays only if no empty pixel lies nearer than the radius.
 *
 * Two scans of exact Euclidean distance, cut off at the radius: down and up the columns, then along the rows
 * over the lower envelope of parabolas. Time does not depend on the radius.
 * Source: A. Meijster, J. B. T. M. Roerdink, W. H. Hesselink, "A general algorithm for computing
 * distance transforms in linear time", Mathematical Morphology and its Applications to Image and Signal
 * Processing (2000) 331–340.
 *
 * What lies beyond the sheet counts as printed: a plate that bleeds is not pulled in from the trim.
 */
import { mmToPx } from '../units/index.ts';

/**
 * Takes mask rows (0 empty, anything else printed) and gives the choked mask (0 or 255) in the same order,
 * `ceil(radius)` rows later; {@link finish} gives the rest.
 */
export class ChokeStream {
  readonly #width: number;
  readonly #radius: number;
  readonly #reach: number;
  /** Rows kept for looking back and ahead, oldest first. */
  #held: Uint8Array;
  #heldRows = 0;
  /** How many of the held rows were given out already. */
  #done = 0;

  /** @param radius in pixels, ≥ 0; may be a fraction. */
  constructor(width: number, radius: number) {
    this.#width = width;
    this.#radius = radius;
    this.#reach = Math.ceil(radius);
    this.#held = new Uint8Array(0);
  }

  /** @returns finished rows, a fresh array. */
  push(mask: Uint8Array): Uint8Array {
    const held = new Uint8Array(this.#heldRows * this.#width + mask.length);
    held.set(this.#held.subarray(0, this.#heldRows * this.#width));
    held.set(mask, this.#heldRows * this.#width);
    this.#held = held;
    this.#heldRows += mask.length / this.#width;
    return this.#emit(this.#heldRows - this.#reach);
  }

  finish(): Uint8Array {
    return this.#emit(this.#heldRows);
  }

  #emit(until: number): Uint8Array {
    if (until <= this.#done) return new Uint8Array(0);
    const width = this.#width;
    const out = chokeRows(this.#held, width, this.#heldRows, this.#radius, this.#done, until);
    const keepFrom = Math.max(0, until - this.#reach);
    this.#held = this.#held.slice(keepFrom * width, this.#heldRows * width);
    this.#heldRows -= keepFrom;
    this.#done = until - keepFrom;
    return out;
  }
}

/** Rows `from` up to `to` of the choked mask; the held rows around them are looked at. */
function chokeRows(
  mask: Uint8Array,
  width: number,
  rows: number,
  radius: number,
  from: number,
  to: number,
): Uint8Array {
  const out = new Uint8Array((to - from) * width);
  if (radius <= 0) {
    for (let i = 0, j = from * width; i < out.length; i++, j++) out[i] = mask[j] ? 255 : 0;
    return out;
  }
  const far = Math.ceil(radius) + 1;
  const limit = radius * radius;
  // Distance down the column to the nearest empty pixel, cut off at `far`.
  const gap = new Uint16Array(rows * width).fill(far);
  for (let y = 0; y < rows; y++)
    for (let x = 0, i = y * width; x < width; x++, i++)
      if (mask[i] === 0) gap[i] = 0;
      else if (y > 0 && gap[i - width] < far) gap[i] = Math.min(far, gap[i - width] + 1);
  for (let y = rows - 2; y >= from; y--)
    for (let x = 0, i = y * width; x < width; x++, i++)
      if (gap[i + width] + 1 < gap[i]) gap[i] = gap[i + width] + 1;

  const site = new Int32Array(width);
  const start = new Int32Array(width);
  for (let y = from; y < to; y++) {
    const row = y * width;
    let empty = false;
    for (let x = 0; x < width && !empty; x++) empty = gap[row + x] < far;
    const target = (y - from) * width;
    if (!empty) {
      out.fill(255, target, target + width);
      continue;
    }
    // Lower envelope of the parabolas (x − i)² + gap²; `site` holds their feet, `start` where each begins.
    let top = 0;
    site[0] = 0;
    start[0] = 0;
    for (let u = 1; u < width; u++) {
      const gu = gap[row + u];
      while (top >= 0) {
        const i = site[top];
        const t = start[top];
        const gi = gap[row + i];
        if ((t - i) ** 2 + gi * gi <= (t - u) ** 2 + gu * gu) break;
        top--;
      }
      if (top < 0) {
        top = 0;
        site[0] = u;
        start[0] = 0;
      } else {
        const i = site[top];
        const gi = gap[row + i];
        const w = 1 + Math.floor((u * u - i * i + gu * gu - gi * gi) / (2 * (u - i)));
        if (w < width) {
          top++;
          site[top] = u;
          start[top] = w;
        }
      }
    }
    for (let u = width - 1; u >= 0; u--) {
      const i = site[top];
      const gi = gap[row + i];
      // A gap at the cut-off means "none near": it never removes ink.
      const distance = gi >= far ? Infinity : (u - i) ** 2 + gi * gi;
      out[target + u] = distance > limit ? 255 : 0;
      if (u === start[top]) top--;
    }
  }
  return out;
}

/** A length in mm as a radius in pixels, to a hundredth, so that equal wishes make equal plates. */
export const mmToPxRadius = (mm: number, dpi: number): number =>
  Math.round(mmToPx(mm, dpi) * 100) / 100;
