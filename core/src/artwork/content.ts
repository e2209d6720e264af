/** What the process plates of a page hold: blank, faint and heavy places. */
import { CellMap, type Band, type Cells } from '../raster/index.ts';
import { BLOCK, ContentKernel } from './contentKernel.ts';

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

/** Inks of 255 up to which a place may be haze: 4 %. A scan's is 1 to 3 %; a tint drawn on purpose is hardly below 5 %. Common practice. */
export const FAINT = 10;
export const SUM_STEP = 20;
/** Sums below this are no concern on any machine, percent. */
const HEAVY = 200;

export class ContentMeter {
  readonly #process: readonly number[];
  readonly #width: number;
  readonly #highest = new Uint32Array(256);
  /** By the sum of four bytes. */
  readonly #sums = new Uint32Array(1021);
  /** For large pages only: it knows places by the sixteen pixels. */
  readonly #kernel: ContentKernel | undefined;
  readonly #faint: CellMap;
  readonly #heavy: CellMap;

  /**
   * @param process places of C, M, Y, K among the planes
   * @param plain without the kernel, to check it by
   */
  constructor(width: number, height: number, process: readonly number[], plain = false) {
    this.#process = process;
    this.#width = width;
    this.#faint = new CellMap(width, height);
    if (!plain && width >= BLOCK * this.#faint.columns) this.#kernel = new ContentKernel();
    this.#heavy = new CellMap(width, height);
  }

  /**
   * @param light is filled with how light the page looks there on white, 0 to 255, for whoever looks for shapes
   * @param inverted planes hold light, not ink
   */
  add({ top, rows, planes }: Band, light: Uint8Array, inverted = false): void {
    const process = this.#process.map((i) => planes[i]);
    const size = rows * this.#width;
    let from = 0;
    if (this.#kernel) {
      from = size - (size % BLOCK);
      this.#kernel.scan(process, from, light, inverted, FAINT, HEAVY_FROM, (i, faint, level) => {
        if (faint) this.#mark(i, top, FAINT_LEVEL);
        if (level > 0) this.#mark(i, top, level);
      });
    }
    this.#plainly(process, from, size, top, light, inverted ? 255 : 0);
  }

  #plainly(
    [c, m, y, k]: readonly Uint8Array[],
    from: number,
    to: number,
    top: number,
    light: Uint8Array,
    flip: number,
  ): void {
    // Most of a page is bare: four pixels of nothing are passed at once.
    const bare = flip === 0 ? 0 : 0xffffffff;
    const words = [c, m, y, k].map(wordsOf);
    const lightWords = wordsOf(light);
    const quick = lightWords !== undefined && words.every((one) => one !== undefined);
    const [cw, mw, yw, kw] = words as readonly Uint32Array[];
    for (let i = from; i < to; i++) {
      if (quick && i % 4 === 0 && i + 4 <= to) {
        let w = i >> 2;
        const last = to >> 2;
        while (w < last && cw[w] === bare && mw[w] === bare && yw[w] === bare && kw[w] === bare)
          lightWords[w++] = 0xffffffff;
        const passed = (w << 2) - i;
        this.#sums[0] += passed;
        this.#highest[0] += passed;
        i += passed;
        if (i >= to) break;
      }
      const ci = c[i] ^ flip;
      const mi = m[i] ^ flip;
      const yi = y[i] ^ flip;
      const ki = k[i] ^ flip;
      const sum = ci + mi + yi + ki;
      const most = Math.max(ci, mi, yi, ki);
      this.#sums[sum]++;
      this.#highest[most]++;
      light[i] = 255 - Math.max((ci * 189) >> 8, (mi * 179) >> 8, (yi * 25) >> 8, ki);
      if (sum === 0) continue;
      if (most <= FAINT) this.#mark(i, top, FAINT_LEVEL);
      else if (sum >= HEAVY_FROM) this.#mark(i, top, Math.floor(sum / STEP_BYTES));
    }
  }

  /** @param index of the pixel in its band */
  #mark(index: number, top: number, level: number): void {
    const row = Math.floor(index / this.#width);
    const x = index - row * this.#width;
    if (level === FAINT_LEVEL) this.#faint.raise(x, top + row, 1);
    else this.#heavy.raise(x, top + row, level);
  }

  content(): PageContent {
    this.#kernel?.addTo(this.#sums, this.#highest);
    const highest = Array.from(this.#highest);
    const inkSum = new Array<number>(401).fill(0);
    this.#sums.forEach((count, sum) => (inkSum[Math.floor((sum * 100) / 255)] += count));
    const [faint, heavy] = [this.#faint.cells(), this.#heavy.cells()];
    return { highest, inkSum, ...(faint && { faint }), ...(heavy && { heavy }) };
  }
}

/** The same bytes four at a time; undefined where they don't begin on a word. */
const wordsOf = (plane: Uint8Array): Uint32Array | undefined =>
  plane.byteOffset % 4 === 0
    ? new Uint32Array(plane.buffer, plane.byteOffset, plane.length >> 2)
    : undefined;

/** Kept apart from the levels of heavy ink, which begin at {@link HEAVY} / {@link SUM_STEP}. */
const FAINT_LEVEL = 1;
const HEAVY_FROM = Math.round((HEAVY / 100) * 255);
const STEP_BYTES = (SUM_STEP / 100) * 255;

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
