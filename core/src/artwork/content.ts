/** What the process plates of a page hold: blank, faint and heavy places. */
import { CellMap, type Band, type Cells } from '../raster/index.ts';

export interface PageContent {
  /** Pixels by their highest single process ink, 0 to 255. */
  readonly highest: readonly number[];
  /** Where no ink is above {@link FAINT} and some is above nothing. */
  readonly faint?: Cells;
  /** Pixels by the sum of their process inks, in percent rounded down, 0 to 400. */
  readonly inkSum: readonly number[];
  /** The highest sum in each cell, in steps of {@link SUM_STEP} percent, from {@link HEAVY} on. */
  readonly heavy?: Cells;
}

/** Inks of 255 up to which a place may be haze: 5 %, the most that any rule here takes for blank by habit. */
export const FAINT = 13;
export const SUM_STEP = 20;
/** Sums below this are no concern on any machine, percent. */
const HEAVY = 200;

export class ContentMeter {
  readonly #process: readonly number[];
  readonly #width: number;
  readonly #highest = new Uint32Array(256);
  /** By the sum of four bytes. */
  readonly #sums = new Uint32Array(1021);
  readonly #faint: CellMap;
  readonly #heavy: CellMap;

  /** @param process places of C, M, Y, K among the planes */
  constructor(width: number, height: number, process: readonly number[]) {
    this.#process = process;
    this.#width = width;
    this.#faint = new CellMap(width, height);
    this.#heavy = new CellMap(width, height);
  }

  add({ top, rows, planes }: Band): void {
    const [c, m, y, k] = this.#process.map((i) => planes[i]);
    const [highest, sums, width] = [this.#highest, this.#sums, this.#width];
    const heavy = Math.round((HEAVY / 100) * 255);
    const step = (SUM_STEP / 100) * 255;
    for (let row = 0, i = 0; row < rows; row++)
      for (let x = 0; x < width; x++, i++) {
        const [ci, mi, yi, ki] = [c[i], m[i], y[i], k[i]];
        const sum = ci + mi + yi + ki;
        sums[sum]++;
        if (sum === 0) continue;
        const a = ci > mi ? ci : mi;
        const b = yi > ki ? yi : ki;
        const most = a > b ? a : b;
        highest[most]++;
        if (most <= FAINT) this.#faint.raise(x, top + row, 1);
        else if (sum >= heavy) this.#heavy.raise(x, top + row, Math.floor(sum / step));
      }
  }

  content(): PageContent {
    const highest = Array.from(this.#highest);
    highest[0] = this.#sums[0];
    const inkSum = new Array<number>(401).fill(0);
    this.#sums.forEach((count, sum) => (inkSum[Math.floor((sum * 100) / 255)] += count));
    const [faint, heavy] = [this.#faint.cells(), this.#heavy.cells()];
    return { highest, inkSum, ...(faint && { faint }), ...(heavy && { heavy }) };
  }
}

/** The sum of the process inks, percent: the most at one place, and what 99 of 100 places stay at or below. */
export function processInk({ content: { inkSum } }: { content: PageContent }): {
  most: number;
  p99: number;
} {
  const all = inkSum.reduce((sum, count) => sum + count, 0);
  let p99 = 0;
  for (let seen = inkSum[0] ?? 0; seen < 0.99 * all; p99++) seen += inkSum[p99 + 1];
  return {
    most: Math.max(
      0,
      inkSum.findLastIndex((count) => count > 0),
    ),
    p99,
  };
}
