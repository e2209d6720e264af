/**
 * Linear symbols that a general decoder passes over: with quiet zones that are too short for it, light on dark, on a ground
 * that is neither, or with bars fattened by the painting of every pixel they touch. Rows are cut into runs of dark and light;
 * where the guards of a symbol stand as far apart as they must, what lies between is drawn anew, clean and with room round it,
 * and given to the decoder.
 *
 * Sources: ISO/IEC 15420 (EAN, UPC: guards, and modules in all) and 15417 (Code 128: start and stop characters).
 */
import type { ReadResult } from 'zxing-wasm/reader';
import { decoded, type Look } from './decoder.ts';

/** Rows that are looked at: a code lower than three of them is no code. */
const EVERY = 12;
/** Least difference between bar and space, of 255. */
const CONTRAST = 36;
/** Pixels over which the middle between bar and space is taken. */
const REACH = 40;
/** Runs of the shortest symbol. */
const LEAST_RUNS = 20;
/** A drawn module, and what stays blank to either side, modules. */
const DRAWN_PX = 4;
const ROOM = 12;
const DRAWN_ROWS = 24;
/** How far a run may lie from its modules, modules, once the fattening is taken off. */
const SLACK = 0.45;
/** Rows of the same symbol agree to so many pixels. */
const SAME_PX = 6;
/** Symbols drawn anew in a window: more is a pattern. */
const MOST_TRIED = 60;

export interface Bars {
  readonly result: ReadResult;
  /** First and last bar's outer edges along the rows, and the rows where it was seen, pixels. */
  readonly begin: number;
  readonly end: number;
  readonly top: number;
  readonly bottom: number;
  readonly modulePx: number;
  /** Blank before and after, modules. */
  readonly quiet: readonly [number, number];
  readonly backwards: boolean;
}

interface Candidate {
  begin: number;
  end: number;
  top: number;
  bottom: number;
  readonly modulePx: number;
  readonly widths: readonly number[];
  readonly quiet: readonly [number, number];
}

/** Every symbol whose bars stand upright in a picture, 0 dark to 255 light. */
export async function uprightBars(
  pixels: Uint8Array,
  width: number,
  height: number,
): Promise<Bars[]> {
  const candidates: Candidate[] = [];
  const dark = new Uint8Array(width);
  for (let y = EVERY >> 1; y < height; y += EVERY) {
    if (!threshold(pixels.subarray(y * width, (y + 1) * width), dark)) continue;
    const runs = runsOf(dark);
    if (runs.starts.length < LEAST_RUNS) continue;
    for (const first of [1, 0] as const)
      for (const found of symbolsIn(runs, first, y)) keep(candidates, found);
  }
  const read: Bars[] = [];
  let tried = 0;
  // A pattern is seen once, a symbol in every row that it has.
  for (const candidate of candidates.toSorted((a, b) => b.bottom - b.top - (a.bottom - a.top))) {
    if (candidate.bottom - candidate.top < EVERY || ++tried > MOST_TRIED) break;
    const result = await drawnAnew(candidate);
    if (!result) continue;
    const { begin, end, top, bottom, modulePx, quiet } = candidate;
    const backwards = Math.abs(result.orientation) > 90;
    read.push({ result, begin, end, top, bottom, modulePx, quiet, backwards });
  }
  return read;
}

/** Which pixels of a row are darker than the middle of their surroundings. @returns whether any stand out */
function threshold(row: Uint8Array, dark: Uint8Array): boolean {
  const blocks = Math.ceil(row.length / REACH);
  const low = new Uint8Array(blocks).fill(255);
  const high = new Uint8Array(blocks);
  for (let x = 0; x < row.length; x++) {
    const block = (x / REACH) | 0;
    if (row[x] < low[block]) low[block] = row[x];
    if (row[x] > high[block]) high[block] = row[x];
  }
  let any = false;
  let last = 0;
  for (let block = 0; block < blocks; block++) {
    const enough = high[block] - low[block] >= CONTRAST;
    const middle = (low[block] + high[block]) / 2;
    any ||= enough;
    const to = Math.min(row.length, (block + 1) * REACH);
    for (let x = block * REACH; x < to; x++) {
      // Where nothing stands out the row goes on as it was.
      last = enough ? (row[x] < middle ? 1 : 0) : nearer(row, x, last);
      dark[x] = last;
    }
  }
  return any;
}

/** On even ground: as before, unless it changed at once. */
const nearer = (row: Uint8Array, x: number, last: number): number => {
  const step = x > 0 ? row[x] - row[x - 1] : 0;
  return step >= CONTRAST ? 0 : step <= -CONTRAST ? 1 : last;
};

/** Where each run begins, and the colour of the first; the row's end closes the list. */
interface Runs {
  readonly starts: readonly number[];
  readonly first: number;
}

function runsOf(dark: Uint8Array): Runs {
  const starts = [0];
  for (let x = 1; x < dark.length; x++) if (dark[x] !== dark[x - 1]) starts.push(x);
  starts.push(dark.length);
  return { starts, first: dark[0] };
}

/** Runs of a symbol, its modules, and where guards of one module stand: beginning of each, and how many. */
const FIXED: readonly (readonly [runs: number, modules: number, guards: readonly number[]])[] = [
  [59, 95, [0, 1, 2, 27, 28, 29, 30, 31, 56, 57, 58]],
  [43, 67, [0, 1, 2, 19, 20, 21, 22, 23, 40, 41, 42]],
];
/** Start characters A, B, C and the stop character of Code 128, in modules. */
const STARTS = ['211412', '211214', '211232'].map((text) => [...text].map(Number));
const STOP = [...'2331112'].map(Number);
/** Characters of a Code 128 that is drawn as one: more are several lines of text. */
const MOST_CHARACTERS = 60;

/** @param bar 1 where bars are dark, 0 where they are light */
function* symbolsIn({ starts, first }: Runs, bar: 0 | 1, y: number): Generator<Candidate> {
  const runs = starts.length - 1;
  const isBar = (i: number) => (first + i) % 2 === bar;
  const width = (i: number) => starts[i + 1] - starts[i];
  for (let i = 0; i < runs; i++) {
    if (!isBar(i)) continue;
    for (const [count, modules, guards] of FIXED)
      if (i + count <= runs) {
        const modulePx = (starts[i + count] - starts[i]) / modules;
        if (modulePx < 1.2) continue;
        const fat = fattening(i, guards, width, modulePx);
        const fits = guards.every((g) => {
          const lean = (width(i + g) - (g % 2 === 0 ? fat : -fat)) / modulePx;
          return Math.abs(lean - 1) < SLACK;
        });
        if (fits) yield candidate(starts, i, count, modulePx, fat, y);
      }
    yield* code128(starts, i, width, runs, y);
  }
}

/** How much wider bars are than they should be, by their guards. */
function fattening(
  i: number,
  guards: readonly number[],
  width: (i: number) => number,
  modulePx: number,
): number {
  const bars = guards.filter((g) => g % 2 === 0);
  const mean = bars.reduce((sum, g) => sum + width(i + g), 0) / bars.length;
  return Math.max(-0.5 * modulePx, Math.min(0.6 * modulePx, mean - modulePx));
}

function* code128(
  starts: readonly number[],
  i: number,
  width: (i: number) => number,
  runs: number,
  y: number,
): Generator<Candidate> {
  if (i + 6 > runs) return;
  const modulePx = (starts[i + 6] - starts[i]) / 11;
  if (modulePx < 1.2) return;
  const matches = (at: number, pattern: readonly number[], fat: number) =>
    pattern.every(
      (modules, k) =>
        Math.abs((width(at + k) - (k % 2 === 0 ? fat : -fat)) / modulePx - modules) < SLACK,
    );
  for (const start of STARTS) {
    const bars = [0, 2, 4];
    const fat = bars.reduce((sum, k) => sum + width(i + k) - start[k] * modulePx, 0) / bars.length;
    if (Math.abs(fat) > 0.6 * modulePx || !matches(i, start, fat)) continue;
    for (let n = 2; n <= MOST_CHARACTERS; n++) {
      const stop = i + 6 * n;
      if (stop + 7 > runs) break;
      const characters = (starts[stop] - starts[i]) / modulePx / 11;
      if (Math.abs(characters - n) > 0.3) break;
      if (matches(stop, STOP, fat)) {
        const exact = (starts[stop + 7] - starts[i]) / (11 * n + 13);
        yield candidate(starts, i, 6 * n + 7, exact, fat, y);
        break;
      }
    }
  }
}

/** Blank to either side is followed this far, modules. */
const MOST_QUIET = 30;

function candidate(
  starts: readonly number[],
  i: number,
  count: number,
  modulePx: number,
  fat: number,
  y: number,
): Candidate {
  const widths = Array.from(
    { length: count },
    (_, k) => (starts[i + k + 1] - starts[i + k] - (k % 2 === 0 ? fat : -fat)) / modulePx,
  );
  const blank = (pixels: number) => Math.min(MOST_QUIET, pixels / modulePx);
  const before = i > 0 ? starts[i] - starts[i - 1] : starts[i];
  const after = (starts[i + count + 1] ?? starts[i + count]) - starts[i + count];
  return {
    begin: starts[i],
    end: starts[i + count],
    top: y,
    bottom: y,
    modulePx,
    widths,
    quiet: [blank(before), blank(after)],
  };
}

/** The same symbol in the next row makes one of both. */
function keep(candidates: Candidate[], found: Candidate): void {
  const same = candidates.find(
    (one) =>
      Math.abs(one.begin - found.begin) < SAME_PX &&
      Math.abs(one.end - found.end) < SAME_PX &&
      one.widths.length === found.widths.length &&
      found.top - one.bottom <= 3 * EVERY,
  );
  if (same) same.bottom = found.bottom;
  else candidates.push(found);
}

/** One linear symbol, dark on light, along its rows. */
const DRAWN: Look = { kinds: ['linear'], turned: false, inverted: false };

async function drawnAnew({ widths }: Candidate): Promise<ReadResult | undefined> {
  const modules = widths.reduce((sum, w) => sum + w, 0) + 2 * ROOM;
  const width = Math.ceil(modules * DRAWN_PX);
  const row = new Uint8Array(width).fill(255);
  let at = ROOM;
  widths.forEach((w, i) => {
    if (i % 2 === 0) row.fill(0, Math.round(at * DRAWN_PX), Math.round((at + w) * DRAWN_PX));
    at += w;
  });
  const picture = new Uint8Array(width * DRAWN_ROWS);
  for (let y = 0; y < DRAWN_ROWS; y++) picture.set(row, y * width);
  const [result] = await decoded(picture, width, DRAWN_ROWS, DRAWN);
  return result;
}
