/** Sums over planes. Coverage is a mean, 0 to 1. */
import type { Band, PixelBox } from './band.ts';
import { byteSum } from './bytes.ts';

/** Adds up a rectangle of many planes, band after band. */
export class CoverageMeter {
  readonly #sums: Float64Array;
  readonly #width: number;
  readonly #box: PixelBox;

  constructor(planes: number, width: number, box: PixelBox) {
    this.#sums = new Float64Array(planes);
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
      if (right - left === this.#width && last > first)
        total = byteSum(plane.subarray((first - top) * this.#width, (last - top) * this.#width));
      else
        for (let y = first; y < last; y++) {
          const from = (y - top) * this.#width;
          total += byteSum(plane.subarray(from + left, from + right));
        }
      this.#sums[p] += total;
    }
  }

  /** Part of a row that was counted already holds something else now. */
  replace(plane: number, y: number, left: number, before: Uint8Array, after: Uint8Array): void {
    const box = this.#box;
    if (y < box.top || y >= box.bottom) return;
    const from = Math.max(0, box.left - left);
    const end = Math.min(before.length, box.right - left);
    for (let x = from; x < end; x++) this.#sums[plane] += after[x] - before[x];
  }

  /** Mean coverage of each plane over the rectangle. */
  coverage(): number[] {
    const { left, top, right, bottom } = this.#box;
    const pixels = Math.max(1, (right - left) * (bottom - top));
    return Array.from(this.#sums, (s) => s / (255 * pixels));
  }
}

/** Words that can be added up in lanes of 16 bits before one runs over: 257 × 255 is the most that fits. */
const WORDS = 256;

/**
 * Adds to each sum the bytes of its channel in pixels of `sums.length` bytes each, four bytes at a time: after as many words
 * as a pixel's length shares with a word's, the channels fall on the same lanes again.
 * @param bytes whole pixels, beginning on a word of their memory
 */
export function sumInterleaved(bytes: Uint8Array, sums: Float64Array): void {
  const n = sums.length;
  const period = n % 4 === 0 ? n / 4 : n % 2 === 0 ? n / 2 : n;
  const words = new Uint32Array(bytes.buffer, bytes.byteOffset, bytes.length >> 2);
  const step = WORDS * period;
  for (let begin = 0; begin < words.length; begin += step) {
    const end = Math.min(words.length, begin + step);
    for (let phase = 0; phase < period; phase++) {
      let even = 0;
      let odd = 0;
      for (let w = begin + phase; w < end; w += period) {
        even = (even + (words[w] & 0xff00ff)) | 0;
        odd = (odd + ((words[w] >>> 8) & 0xff00ff)) | 0;
      }
      const lane = phase * 4;
      sums[lane % n] += even & 0xffff;
      sums[(lane + 1) % n] += odd & 0xffff;
      sums[(lane + 2) % n] += even >>> 16;
      sums[(lane + 3) % n] += odd >>> 16;
    }
  }
  for (let i = words.length * 4; i < bytes.length; i++) sums[i % n] += bytes[i];
}
