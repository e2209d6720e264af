/** Pictures at half their resolution, again and again: a pyramid to zoom through. */

/** The size of a level: each is half of the one before, rounded down, and at least a pixel. */
export const levelSize = (length: number, level: number): number => Math.max(1, length >> level);

/** Takes whole rows and gives rows of half the width, each pixel the mean of four. */
export class Halver {
  readonly #width: number;
  readonly #half: number;
  /** A row that waits for its fellow. */
  #odd: Uint8Array | undefined;

  constructor(width: number) {
    this.#width = width;
    this.#half = levelSize(width, 1);
  }

  /** @returns finished rows, a fresh array; a last row without a fellow is left out */
  push(rows: Uint8Array): Uint8Array {
    const [width, half] = [this.#width, this.#half];
    let all = rows;
    if (this.#odd) {
      all = new Uint8Array(width + rows.length);
      all.set(this.#odd);
      all.set(rows, width);
    }
    const pairs = Math.floor(all.length / width / 2);
    const out = new Uint8Array(pairs * half);
    const right = width > 1 ? 1 : 0;
    for (let row = 0; row < pairs; row++)
      for (let x = 0, a = row * 2 * width, o = row * half; x < half; x++, a += 2, o++)
        out[o] = (all[a] + all[a + right] + all[a + width] + all[a + width + right] + 2) >> 2;
    const rest = all.subarray(pairs * 2 * width);
    this.#odd = rest.length ? rest.slice() : undefined;
    return out;
  }
}
