/** What distinguishes a barcode from type and drawing before anything is decoded: a decoder takes longer over a page of type than all else. */

/** Contrast between neighbours that may be a bar's edge. */
export const EDGE = 60;
export const isEdge = (difference: number): boolean => difference > EDGE || difference < -EDGE;

/** Rows and columns that are looked at lie so far apart, pixels: the smallest matrix symbol has three. */
export const SAMPLE = 8;

/** A part of some whole rows, pixels; 0 dark to 255 light. */
export interface Window {
  readonly rows: Uint8Array;
  readonly stride: number;
  readonly left: number;
  readonly width: number;
  readonly height: number;
}

/** Places of edges along a line, pixels; ~place where it grows darker. They take turns: where an edge takes several pixels, its first. */
type Places = readonly number[];

const placeOf = (edge: number): number => (edge < 0 ? ~edge : edge);

function edgesAlong(
  { rows, stride, left, width, height }: Window,
  line: 'row' | 'column',
  at: number,
): Places {
  const [most, length, step] = line === 'row' ? [height, width, 1] : [width, height, stride];
  const places: number[] = [];
  if (at >= most) return places;
  const begin = line === 'row' ? at * stride + left : left + at;
  let darkened: boolean | undefined;
  for (let i = 1, o = begin + step; i < length; i++, o += step) {
    const difference = rows[o] - rows[o - step];
    if (!isEdge(difference) || difference < 0 === darkened) continue;
    darkened = difference < 0;
    places.push(darkened ? ~i : i);
  }
  return places;
}

/** What some lines of a window hint at. */
export interface Hints {
  readonly linear: boolean;
  readonly stacked: boolean;
}

/** Whether one of these rows or columns of a window crosses bars as linear symbols have them, and some of them as stacked ones do. */
export function barsAcross(window: Window, line: 'row' | 'column', at: readonly number[]): Hints {
  let [linear, stacked] = [false, false];
  const characters = new Uint8Array(line === 'row' ? window.width : window.height);
  for (const one of at) {
    const edges = edgesAlong(window, line, one);
    stacked ||= hasColumnOf(characters, edges);
    linear ||= longestSame(edges, edgesAlong(window, line, one + APART)) >= LEAST_SAME;
    if (linear && stacked) break;
  }
  return { linear, stacked };
}

/** The bars of a linear symbol are long: between lines so far apart, strokes of type have ended or bent, pixels. */
const APART = 10;
/** So many bars and spaces in a row, as wide in both lines to a pixel: type has a round letter sooner. No symbol has fewer. */
const LEAST_SAME = 20;
const SAME_PX = 1;
/** A line may drift sideways by so much from one to the other where a symbol lies askew, pixels. */
const DRIFT = 8;

/** Most runs one after another that are as wide in both lines and lie beside one another, but for a drift. */
function longestSame(one: Places, other: Places): number {
  // Of each edge of the other line: how many runs up to it agree, and with which edge of the one line that was found.
  const agreeing = new Uint16Array(other.length);
  const partner = new Int32Array(other.length).fill(-1);
  let longest = 0;
  let from = 0;
  for (let i = 0; i < one.length; i++) {
    const place = placeOf(one[i]);
    while (from < other.length && placeOf(other[from]) < place - DRIFT) from++;
    let to = from;
    while (to < other.length && placeOf(other[to]) <= place + DRIFT) to++;
    // From the last one, as each goes on from the one before it.
    for (let j = to - 1; j >= from; j--) {
      if (one[i] < 0 !== other[j] < 0) continue;
      const goesOn =
        j > 0 &&
        partner[j - 1] === i - 1 &&
        Math.abs(place - placeOf(one[i - 1]) - placeOf(other[j]) + placeOf(other[j - 1])) <=
          SAME_PX;
      agreeing[j] = goesOn ? agreeing[j - 1] + 1 : 0;
      partner[j] = i;
      if (agreeing[j] > longest) longest = agreeing[j];
    }
  }
  return longest;
}

/**
 * Characters of stacked symbols that follow one another in a row: 8 runs make 17 modules; those that tell a row of MicroPDF417,
 * 6 runs make 10. Sources: ISO/IEC 15438 (PDF417), ISO/IEC 24728 (MicroPDF417).
 */
const CHARACTER = { runs: 8, modules: 17 };
const ROW_ADDRESS = { runs: 6, modules: 10 };
const IN_A_ROW = [
  [CHARACTER, CHARACTER, CHARACTER],
  [ROW_ADDRESS, CHARACTER, ROW_ADDRESS],
  [ROW_ADDRESS, CHARACTER, CHARACTER],
];
/** How far a bar with its space may lie from whole modules: ink that spreads makes one wider and the other narrower. */
const OFF = 0.4;
/** In all rows of a symbol they begin at the same place, pixels. */
const SAME_PLACE = 3;

/** Notes where characters begin along a line. @returns whether some do where others began in a line before */
function hasColumnOf(begun: Uint8Array, edges: Places): boolean {
  const now: number[] = [];
  for (let i = 0; i < edges.length; i++)
    if (IN_A_ROW.some((characters) => begins(edges, i, characters))) now.push(placeOf(edges[i]));
  const again = now.some((place) =>
    begun.subarray(Math.max(0, place - SAME_PLACE), place + SAME_PLACE + 1).includes(1),
  );
  for (const place of now) begun[place] = 1;
  return again;
}

function begins(edges: Places, at: number, characters: readonly (typeof CHARACTER)[]): boolean {
  const last = characters.reduce((sum, { runs }) => sum + runs, at);
  if (last >= edges.length) return false;
  const modules = characters.reduce((sum, one) => sum + one.modules, 0);
  const modulePx = (placeOf(edges[last]) - placeOf(edges[at])) / modules;
  let i = at;
  for (const { runs, modules: wide } of characters) {
    const from = placeOf(edges[i]);
    if (Math.abs(placeOf(edges[i + runs]) - from - wide * modulePx) > OFF * modulePx) return false;
    for (let k = 2; k <= runs; k += 2) {
      const pair = (placeOf(edges[i + k]) - placeOf(edges[i + k - 2])) / modulePx;
      if (pair < 2 - OFF || Math.abs(pair - Math.round(pair)) > OFF) return false;
    }
    i += runs;
  }
  return true;
}

/** Lighter than this, a symbol that is lighter than its ground could not be distinguished from it. */
const LIGHTEST_GROUND = 255 - EDGE;
/** A symbol that is lighter than its ground has this much of it round it at least, pixels; strokes of type are thinner. */
const GROUND_PX = 8;
/** Rows that are looked at for it lie so far apart, pixels. */
const GROUND_APART = 16;

/** Whether there is anything in a window, wider and higher than a stroke of type, on which a light symbol could stand. */
export function hasGround({ rows, stride, left, width, height }: Window): boolean {
  for (let y = 0; y + GROUND_PX < height; y += GROUND_APART) {
    const begin = y * stride + left;
    const [middle, below] = [(GROUND_PX / 2) * stride, GROUND_PX * stride];
    let run = 0;
    for (let o = begin; o < begin + width; o++) {
      const isDark =
        rows[o] < LIGHTEST_GROUND &&
        rows[o + middle] < LIGHTEST_GROUND &&
        rows[o + below] < LIGHTEST_GROUND;
      run = isDark ? run + 1 : 0;
      if (run === GROUND_PX) return true;
    }
  }
  return false;
}
