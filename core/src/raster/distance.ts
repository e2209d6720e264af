/**
 * Exact Euclidean distance of every pixel to the nearest empty or printed one, cut off at a limit.
 *
 * Two scans: down and up the columns, then along the rows over the lower envelope of parabolas. Time does not depend on the
 * limit. Source: A. Meijster, J. B. T. M. Roerdink, W. H. Hesselink, "A general algorithm for computing distance transforms in
 * linear time", Mathematical Morphology and its Applications to Image and Signal Processing (2000) 331–340.
 *
 * Nothing of the kind lies beyond the sheet.
 */
export interface DistanceRows {
  /** Squared distance in pixels; {@link NONE_NEAR} beyond the limit. */
  readonly squared: Uint32Array;
  /** Value of the nearest pixel of the kind; 0 where none is near. */
  readonly nearest: Uint8Array;
}

export const NONE_NEAR = 0xffffffff;

/** Takes rows and gives their distances in the same order, `ceil(limit)` rows later; {@link finish} gives the rest. */
export class DistanceStream {
  readonly #width: number;
  readonly #limit: number;
  readonly #reach: number;
  readonly #kind: 'empty' | 'printed';
  /** Rows kept for looking back and ahead, oldest first. */
  #held = new Uint8Array(0);
  /** How many of the held rows were given out already. */
  #done = 0;

  /** @param limit in pixels, > 0 */
  constructor(width: number, limit: number, kind: 'empty' | 'printed') {
    this.#width = width;
    this.#limit = limit;
    this.#reach = Math.ceil(limit);
    this.#kind = kind;
  }

  push(rows: Uint8Array): DistanceRows {
    const held = new Uint8Array(this.#held.length + rows.length);
    held.set(this.#held);
    held.set(rows, this.#held.length);
    this.#held = held;
    return this.#emit(held.length / this.#width - this.#reach);
  }

  finish(): DistanceRows {
    return this.#emit(this.#held.length / this.#width);
  }

  #emit(until: number): DistanceRows {
    if (until <= this.#done) return { squared: new Uint32Array(0), nearest: new Uint8Array(0) };
    const out = distances(this.#held, this.#width, this.#limit, this.#kind, this.#done, until);
    const keepFrom = Math.max(0, until - this.#reach);
    this.#held = this.#held.slice(keepFrom * this.#width);
    this.#done = until - keepFrom;
    return out;
  }
}

/** Distances of rows `from` up to `to`; the held rows around them are looked at. */
function distances(
  held: Uint8Array,
  width: number,
  radius: number,
  kind: 'empty' | 'printed',
  from: number,
  to: number,
): DistanceRows {
  const rows = held.length / width;
  const empty = kind === 'empty';
  const squared = new Uint32Array((to - from) * width).fill(NONE_NEAR);
  const nearest = new Uint8Array(squared.length);
  const far = Math.ceil(radius) + 1;
  const limit = radius * radius;
  // Distance in the column to the nearest pixel of the kind, cut off at `far`, and its value.
  const gap = new Uint16Array(held.length).fill(far);
  const value = new Uint8Array(held.length);
  for (let y = 0; y < rows; y++)
    for (let x = 0, i = y * width; x < width; x++, i++)
      if ((held[i] === 0) === empty) {
        gap[i] = 0;
        value[i] = held[i];
      } else if (y > 0 && gap[i - width] < far) {
        gap[i] = Math.min(far, gap[i - width] + 1);
        value[i] = value[i - width];
      }
  for (let y = rows - 2; y >= from; y--)
    for (let x = 0, i = y * width; x < width; x++, i++)
      if (gap[i + width] + 1 < gap[i]) {
        gap[i] = gap[i + width] + 1;
        value[i] = value[i + width];
      }

  const site = new Int32Array(width);
  const start = new Int32Array(width);
  for (let y = from; y < to; y++) {
    const row = y * width;
    // Lower envelope of the parabolas (x − i)² + gap²; `site` holds their feet, `start` where each begins.
    let top = -1;
    for (let u = 0; u < width; u++) {
      const gu = gap[row + u];
      if (gu >= far) continue;
      while (top >= 0) {
        const i = site[top];
        const t = start[top];
        if ((t - i) ** 2 + gap[row + i] ** 2 <= (t - u) ** 2 + gu * gu) break;
        top--;
      }
      if (top < 0) {
        top = 0;
        site[0] = u;
        start[0] = 0;
        continue;
      }
      const i = site[top];
      const begins = 1 + Math.floor((u * u - i * i + gu * gu - gap[row + i] ** 2) / (2 * (u - i)));
      if (begins < width) {
        top++;
        site[top] = u;
        start[top] = begins;
      }
    }
    const target = (y - from) * width;
    for (let u = width - 1; u >= 0 && top >= 0; u--) {
      const i = site[top];
      const d = (u - i) ** 2 + gap[row + i] ** 2;
      if (d <= limit) {
        squared[target + u] = d;
        nearest[target + u] = value[row + i];
      }
      if (u === start[top]) top--;
    }
  }
  return { squared, nearest };
}
