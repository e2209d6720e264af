/** Screen-resolution pictures: each pixel the mean of the block it stands for. */

/** The size of a picture shrunk to at most `longest` pixels on its longer side; never enlarged. */
export function shrunkSize(
  width: number,
  height: number,
  longest: number,
): { width: number; height: number } {
  const factor = Math.min(1, longest / Math.max(width, height));
  return {
    width: Math.max(1, Math.round(width * factor)),
    height: Math.max(1, Math.round(height * factor)),
  };
}

/** Shrinks one plane by area averaging, fed row after row. */
export class Shrinker {
  readonly width: number;
  readonly height: number;
  readonly plane: Uint8Array;
  readonly #fromWidth: number;
  readonly #fromHeight: number;
  readonly #sums: Float64Array;
  /** First source column of each target column. */
  readonly #columns: Int32Array;
  #target = 0;
  #rows = 0;

  constructor(fromWidth: number, fromHeight: number, longest: number) {
    ({ width: this.width, height: this.height } = shrunkSize(fromWidth, fromHeight, longest));
    this.plane = new Uint8Array(this.width * this.height);
    this.#fromWidth = fromWidth;
    this.#fromHeight = fromHeight;
    this.#sums = new Float64Array(this.width);
    this.#columns = Int32Array.from({ length: this.width + 1 }, (_, x) =>
      Math.floor((x * fromWidth) / this.width),
    );
  }

  /** @param y index of the first of these rows in the source. */
  push(rows: Uint8Array, y: number): void {
    const count = rows.length / this.#fromWidth;
    for (let r = 0; r < count; r++) {
      const offset = r * this.#fromWidth;
      for (let x = 0; x < this.width; x++) {
        let total = 0;
        for (let i = offset + this.#columns[x]; i < offset + this.#columns[x + 1]; i++)
          total += rows[i];
        this.#sums[x] += total;
      }
      this.#rows++;
      const next = Math.floor(((this.#target + 1) * this.#fromHeight) / this.height);
      if (y + r + 1 === next) this.#flush();
    }
  }

  #flush(): void {
    for (let x = 0; x < this.width; x++) {
      const pixels = (this.#columns[x + 1] - this.#columns[x]) * this.#rows;
      this.plane[this.#target * this.width + x] = Math.round(this.#sums[x] / pixels);
    }
    this.#sums.fill(0);
    this.#rows = 0;
    this.#target++;
  }
}
