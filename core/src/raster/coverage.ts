/** Sums over planes. Coverage is a mean, 0 to 1. */
import type { Band, PixelBox } from './band.ts';

/** Adds up a rectangle of many planes, band after band. */
export class CoverageMeter {
  readonly #sums: Float64Array;
  readonly #used: Uint8Array;
  readonly #width: number;
  readonly #box: PixelBox;

  constructor(planes: number, width: number, box: PixelBox) {
    this.#sums = new Float64Array(planes);
    this.#used = new Uint8Array(planes);
    this.#width = width;
    this.#box = box;
  }

  add({ top, rows, planes }: Band): void {
    const { left, right } = this.#box;
    const first = Math.max(top, this.#box.top);
    const last = Math.min(top + rows, this.#box.bottom);
    for (let p = 0; p < planes.length; p++) {
      const plane = planes[p];
      let total = 0;
      for (let y = first; y < last; y++) {
        const from = (y - top) * this.#width;
        total += sum(plane, from + left, from + right);
      }
      this.#sums[p] += total;
      if (total > 0) this.#used[p] = 1;
    }
  }

  /** Mean coverage of each plane over the rectangle. */
  coverage(): number[] {
    const { left, top, right, bottom } = this.#box;
    const pixels = Math.max(1, (right - left) * (bottom - top));
    return Array.from(this.#sums, (s) => s / (255 * pixels));
  }
}

/** Sum of the bytes from `start` up to `end`. A row is short enough for 32-bit integers. */
export function sum(plane: Uint8Array, start = 0, end = plane.length): number {
  let total = 0;
  for (let from = start; from < end; from += 1 << 20) {
    const to = Math.min(end, from + (1 << 20));
    let part = 0;
    for (let i = from; i < to; i++) part = (part + plane[i]) | 0;
    total += part;
  }
  return total;
}
