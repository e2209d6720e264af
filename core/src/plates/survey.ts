/**
 * What the blank and the printed places of an image are: background or highlight, picture or haze. That can't be said of a
 * place before it is known whole, so the artwork is gone through twice: once to know its places, once to lay the plate.
 *
 * Places get numbers in the order in which they are met, and the second run meets them in the same order. Memory is a few bytes
 * for each number, not for each pixel.
 */
import type { Source } from '../rule/index.ts';
import { anyAbove, highestOf, type Band, type Raster } from '../raster/index.ts';
import { Numbering, Places } from './places.ts';
import type { Flow } from './rows.ts';

/** What is decided of a place. */
export const DECISIONS = [
  'background',
  'image',
  'highlight',
  'paper',
  'haze',
  'override-white',
  'override-bare',
] as const;
export type Decision = (typeof DECISIONS)[number];

/** The operator's own. */
export const OVERRIDES: ReadonlySet<Decision> = new Set<Decision>([
  'override-white',
  'override-bare',
]);
const PRINTED = new Set<Decision>(['image', 'highlight', 'override-white']);

/**
 * A highlight fades into its surroundings, so that little ink lies around it, or borders on the many tints of a picture; the
 * counter of a letter or a bare shape borders on one tint. Mean of the ink around and its standard deviation, percent. Our own, on
 * photographs.
 */
const SOFT_EDGE = 15;
const MANY_TINTS = 8;
/** A cloud of haze may reach so many times the haze, and no more than so many bytes beyond it; a speck of dirt so many percent. Our own. */
const CLOUD = 2.5;
const CLOUD_BEYOND = 25;
const DIRT = 25;
const cloudOf = (haze: number) => Math.min(CLOUD * haze, haze + CLOUD_BEYOND);
/** The most ink so far beyond an edge is what lies there, as the edge itself is softened. */
const BESIDE = 3;

type Surveyed = Extract<Source, { kind: 'cleaned' | 'paper' }>;

/** Decision of each numbered place, blank and printed ones apart. */
export interface Survey {
  readonly blank: Uint8Array;
  readonly printed: Uint8Array;
}

/** What is known of the places of an image at one haze, whatever is decided of them later. */
export interface Observed {
  readonly blank: Places;
  readonly printed: Places;
  readonly haze: number;
}

/** The highest of the process inks of each pixel. */
const mostInk = (planes: readonly Uint8Array[], size: number): Uint8Array =>
  planes.reduce((most, plane) => highestOf(most, plane.subarray(0, size)), new Uint8Array(size));

export const hazeByte = (percent: number): number => Math.floor((percent / 100) * 255);

/** The first run. @param process indices of the process planes in a band */
export async function observe(
  raster: Raster,
  process: readonly number[],
  hazePercent: number,
): Promise<Observed> {
  const { width, height } = raster;
  const haze = hazeByte(hazePercent);
  const strong = Math.max(cloudOf(haze), DIRT * 2.55) + 1;
  const [blank, printed] = [new Places('empty'), new Places('printed')];
  for await (const band of raster.bands()) {
    const most = mostInk(
      process.map((i) => band.planes[i]),
      band.rows * width,
    );
    const masks = anyAbove([most], haze, most.length);
    for (let row = 0; row < band.rows; row++) {
      const y = band.top + row;
      const ink = most.subarray(row * width, (row + 1) * width);
      const mask = masks.subarray(row * width, (row + 1) * width);
      const edge = y === 0 || y === height - 1;
      blank.row(mask, (start, end, place) => {
        let [before, after] = [0, 0];
        for (let k = 1; k <= BESIDE; k++) {
          if (ink[start - k] > before) before = ink[start - k];
          if (ink[end - 1 + k] > after) after = ink[end - 1 + k];
        }
        if (before > haze) blank.beside(place, before);
        if (after > haze) blank.beside(place, after);
        if (edge || start === 0 || end === width) blank.touchEdge(place);
      });
      printed.row(mask, (start, end, place) => {
        // Only whether it is faint matters: most runs decide after a few pixels.
        let highest = 0;
        for (let x = start; x < end && highest < strong; x++)
          if (ink[x] > highest) highest = ink[x];
        printed.holds(place, highest);
      });
    }
  }
  blank.gather();
  printed.gather();
  return { blank, printed, haze };
}

/** What a rule makes of the places. The operator's own word is asked for by going through the rows once more. */
export async function survey(
  raster: Raster,
  process: readonly number[],
  from: Surveyed,
  observed: Observed,
): Promise<Survey> {
  const mm = raster.dpi / 25.4;
  const { blank, printed } = observed;
  const small = from.kind === 'cleaned' ? from.highlight * mm * mm : 0;
  const overrides =
    from.kind === 'cleaned' && from.white.length + from.bare.length > 0
      ? await overridesIn(raster, process, from, observed)
      : { blank: new Map<number, Decision>(), printed: new Map<number, Decision>() };
  return {
    blank: blank.decide(({ pixels, outside, mean, spread }, root) => {
      const fades = mean <= SOFT_EDGE * 2.55 || spread >= MANY_TINTS * 2.55;
      const highlight = from.kind === 'cleaned' && (pixels <= small || fades);
      return numberOf(
        overrides.blank.get(root) ?? (outside ? 'background' : highlight ? 'highlight' : 'paper'),
      );
    }),
    printed: printed.decide(({ pixels, most }, root) => {
      const haze = most <= cloudOf(observed.haze) || (pixels <= small && most <= DIRT * 2.55);
      return numberOf(overrides.printed.get(root) ?? (haze ? 'haze' : 'image'));
    }),
  };
}

const numberOf = (decision: Decision): number => DECISIONS.indexOf(decision);

/** The places that the operator's spots lie in, and what was said of each. */
async function overridesIn(
  raster: Raster,
  process: readonly number[],
  { white, bare }: Extract<Surveyed, { kind: 'cleaned' }>,
  { blank, printed, haze }: Observed,
): Promise<Record<'blank' | 'printed', ReadonlyMap<number, Decision>>> {
  const { width, dpi } = raster;
  const rows = new Map<number, { x: number; decision: Decision }[]>();
  for (const [spots, decision] of [
    [white, 'override-white'],
    [bare, 'override-bare'],
  ] as const)
    for (const { x, y } of spots) {
      const row = Math.floor((y * dpi) / 25.4);
      rows.set(row, [...(rows.get(row) ?? []), { x: Math.floor((x * dpi) / 25.4), decision }]);
    }
  const last = Math.max(...rows.keys());
  const found = { blank: new Map<number, Decision>(), printed: new Map<number, Decision>() };
  const numbers = {
    blank: new Numbering('empty'),
    printed: new Numbering('printed'),
  };
  const places = { blank, printed };
  for await (const band of raster.bands()) {
    if (band.top > last) break;
    const masks = anyAbove(
      process.map((i) => band.planes[i]),
      haze,
      band.rows * width,
    );
    for (let row = 0; row < band.rows; row++)
      for (const kind of ['blank', 'printed'] as const) {
        numbers[kind].row(masks.subarray(row * width, (row + 1) * width));
        for (const { x, decision } of rows.get(band.top + row) ?? []) {
          const number = numbers[kind].at(x);
          if (number !== undefined) found[kind].set(places[kind].root(number), decision);
        }
      }
  }
  return found;
}

/** The second run: rows of decisions, an index into {@link DECISIONS} for each pixel. */
export class DecisionRows {
  readonly #width: number;
  readonly #process: readonly number[];
  readonly #haze: number;
  readonly #survey: Survey;
  readonly #blank: Numbering;
  readonly #printed: Numbering;

  constructor(width: number, process: readonly number[], hazePercent: number, known: Survey) {
    this.#width = width;
    this.#process = process;
    this.#haze = hazeByte(hazePercent);
    this.#survey = known;
    this.#blank = new Numbering('empty');
    this.#printed = new Numbering('printed');
  }

  push(band: Band): Uint8Array {
    const width = this.#width;
    const out = anyAbove(
      this.#process.map((i) => band.planes[i]),
      this.#haze,
      band.rows * width,
    );
    for (let at = 0; at < out.length; at += width) {
      const row = out.subarray(at, at + width);
      const found = [
        [this.#blank.row(row), this.#survey.blank],
        [this.#printed.row(row), this.#survey.printed],
      ] as const;
      for (const [{ runs, numbers }, decided] of found)
        for (let i = 0; i < numbers.length; i++)
          row.fill(decided[numbers[i]], runs[2 * i], runs[2 * i + 1]);
    }
    return out;
  }
}

/** The plate that follows from the decisions. */
export function surveyedFlow(
  from: Surveyed,
  width: number,
  process: readonly number[],
  known: Survey,
): Flow {
  const rows = new DecisionRows(width, process, from.haze, known);
  const wanted = DECISIONS.map((decision) =>
    (from.kind === 'paper' ? decision === 'paper' : PRINTED.has(decision)) ? 255 : 0,
  );
  return {
    binary: true,
    push(band) {
      const out = rows.push(band);
      for (let i = 0; i < out.length; i++) out[i] = wanted[out[i]];
      return out;
    },
    finish: () => new Uint8Array(0),
  };
}
