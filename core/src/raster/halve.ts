/** Pictures at half their resolution, again and again: a pyramid to zoom through. */
import { halvedRows } from './bytes.ts';

/** The size of a level: each is half of the one before, rounded down, and at least a pixel. */
export const levelSize = (length: number, level: number): number => Math.max(1, length >> level);

/** Takes whole rows and gives rows of half the width, each pixel the mean of four. */
export class Halver {
  readonly #width: number;
  /** A row that waits for its fellow. */
  #odd: Uint8Array | undefined;

  constructor(width: number) {
    this.#width = width;
  }

  /** @returns finished rows, a fresh array; a last row without a fellow is left out */
  push(rows: Uint8Array): Uint8Array {
    const width = this.#width;
    let all = rows;
    if (this.#odd) {
      all = new Uint8Array(width + rows.length);
      all.set(this.#odd);
      all.set(rows, width);
    }
    const pairs = Math.floor(all.length / width / 2);
    const rest = all.subarray(pairs * 2 * width);
    this.#odd = rest.length ? rest.slice() : undefined;
    return width > 1 ? halvedRows(all, width) : halvedColumn(all);
  }
}

/** A picture one pixel wide stays so. */
const halvedColumn = (pixels: Uint8Array): Uint8Array =>
  Uint8Array.from(
    { length: pixels.length >> 1 },
    (_, i) => (pixels[2 * i] + pixels[2 * i + 1] + 1) >> 1,
  );
