/** What the eye would say of a print, in numbers: against the same art on white paper, by day and night, from side to side. */
import { D50, deltaE2000, spectrumToLab, type Triple } from '../spectrum/index.ts';
import { plateSpecs } from '../plates/index.ts';
import { allLayers, parseStack, type Material, type ArtworkSide } from '../stack/index.ts';
import { areaSpread, withoutColour, type SpecialArea } from './opacity.ts';
import { looker, makeScene, seen, type Point, type Scene } from './scene.ts';
import { facingPicture, labOf, type LookTable, type Means } from './table.ts';
import type { View } from './view.ts';
import { t } from '../texts/index.ts';

const BARE = [0, 0, 0, 0];
/** Mixtures that are compared, at most; more would change no figure. */
const MOST_COMPARED = 20_000;

/** The sheet that profiles are anchored on: coated paper. */
export const PAPER: Material = {
  id: 'paper',
  get name() {
    return t('look.whitePaper');
  },
  class: 'white',
  form: 'sheet',
  width: 1000,
  length: 1000,
  thickness: 0.1,
  pricePerM2: 0,
  optics: { lab: [95.2, 0, 0], transmittance: 0, haze: 1, gloss: 85 },
  adhesive: false,
  printableBack: false,
  label: null,
};

export const NO_MEANS: Means = { process: { front: BARE, rear: BARE }, plates: new Map() };

/** The same art on white paper, as the same picture of a print. */
export function onPaper(scene: Scene, picture: ArtworkSide): Scene {
  const { front, back } = parseStack('film | CMYK');
  return makeScene({
    stack: { front: front.map((layer) => ({ ...layer, picture })), back },
    material: PAPER,
    machine: { inks: [] },
    process: scene.process,
  });
}

/** Lab of every mixture of a picture, and how much of the picture it is. */
export interface Colours {
  readonly lab: (mixture: number) => Triple;
  readonly values: Float32Array;
}

export function coloursOf(table: LookTable, scene: Scene, view: View, means: Means): Colours {
  table.fill(scene, view, means);
  const values = table.look().slice();
  return { values, lab: (mixture) => labOf(values, mixture) };
}

/**
 * The same beside its own white: as an eye takes a picture that it sees by itself, lit by day or from behind. The lightest of
 * the picture is its white.
 */
export function besideOwnWhite({ values }: Colours): Colours {
  let lightest = 0;
  for (let i = 1; i < values.length; i += 4) lightest = Math.max(lightest, values[i]);
  const own = values.map((value, i) => (i % 4 === 3 ? value : value / Math.max(1e-6, lightest)));
  return { values: own, lab: (mixture) => labOf(own, mixture) };
}

/** ΔE2000 between a picture by day and by night, each beside its own white. */
export const dayNightDifference = (
  table: LookTable,
  scene: Scene,
  { day, night }: { readonly day: View; readonly night: View },
  means: Means,
): Spread | undefined =>
  difference(
    table,
    besideOwnWhite(coloursOf(table, scene, day, means)),
    besideOwnWhite(coloursOf(table, scene, night, means)),
  );

export interface Spread {
  readonly median: number;
  readonly p95: number;
}

/**
 * ΔE2000 between two looks of one picture, over the pixels that lay any ink: median and 95th percentile. Nothing where there
 * is no ink.
 */
export function difference(table: LookTable, a: Colours, b: Colours): Spread | undefined {
  const step = Math.max(1, Math.ceil(table.mixtures / MOST_COMPARED));
  const found: { e: number; count: number }[] = [];
  let total = 0;
  const { counts } = table;
  for (let mixture = 0; mixture < table.mixtures; mixture += step) {
    if (!table.hasInk(mixture)) continue;
    const count = counts[mixture];
    found.push({ e: deltaE2000(a.lab(mixture), b.lab(mixture)), count });
    total += count;
  }
  if (found.length === 0) return undefined;
  found.sort((x, y) => x.e - y.e);
  const at = (share: number) => {
    let sum = 0;
    for (const { e, count } of found) if ((sum += count) >= share * total) return e;
    return found[found.length - 1].e;
  };
  return { median: at(0.5), p95: at(0.95) };
}

/** Least step of L* on paper that counts as an edge that one reads by. */
const EDGE = 40;
/** Pixels across an edge: type is soft over one or two. */
const ACROSS = 2;

/**
 * How well type and lines stand out: at the edges that the art has on white paper, the luminance contrast (L1 − L2)/(L1 + L2)
 * of what lies on either side, 0 nothing to 1 black on white; the mean. For signs 0.7 is asked for where text has to be read
 * (DIN 32975, and the formula of ISO 21542; both from memory).
 * @param width pixels a row
 */
export function readability(
  table: LookTable,
  width: number,
  print: Colours,
  paper: Colours,
): { readonly print: number; readonly paper: number } | undefined {
  const { numbers } = table;
  const height = numbers.length / width;
  const stepX = Math.max(1, Math.floor(width / 700));
  const stepY = Math.max(1, Math.floor(height / 500));
  let [onPrint, onPaper, edges] = [0, 0, 0];
  for (let y = 0; y + ACROSS < height; y += stepY)
    for (let x = 0; x + ACROSS < width; x += stepX) {
      const here = numbers[y * width + x];
      for (const there of [numbers[y * width + x + ACROSS], numbers[(y + ACROSS) * width + x]]) {
        if (here === there) continue;
        const [a, b] = [paper.values[here * 4 + 1], paper.values[there * 4 + 1]];
        if (116 * Math.abs(a - b) < EDGE) continue;
        edges++;
        onPaper += contrast(a, b);
        onPrint += contrast(print.values[here * 4 + 1], print.values[there * 4 + 1]);
      }
    }
  return edges ? { print: onPrint / edges, paper: onPaper / edges } : undefined;
}

/** Of cube roots of luminance. */
const contrast = (a: number, b: number): number =>
  Math.abs(a ** 3 - b ** 3) / Math.max(1e-9, a ** 3 + b ** 3);

/** A point where every special is full. */
const full = (scene: Scene, process: Point['process']): Point => ({
  process,
  plates: new Map(plateSpecs(scene.stack).map(({ key }) => [key, 1])),
});
const none: Point['process'] = { front: BARE, rear: BARE };

export interface ShowThrough {
  /** ΔE2000 on this side between the strongest that can lie on the far one, and nothing: over everything printed, half of it less. */
  readonly deltaE: number;
  /** What a hundredth of the printed area and more shows at most. */
  readonly most: number;
  /** What shows: the other picture, what lies behind the print, or nothing can. */
  readonly of: 'picture' | 'ground' | 'nothing';
}

/** Smaller parts of an area are left out. */
const LEAST_SHARE = 0.01;

/** What shows on a side, where no colour lies, of what is on the other. @param areas as specials lie; bare material if none */
export function showThrough(
  scene: Scene,
  side: View['side'],
  areas: readonly SpecialArea[],
): ShowThrough {
  const facing = facingPicture(scene.stack, side);
  const other = facing === 'front' ? 'rear' : 'front';
  const printed = allLayers(scene.stack).some(
    ({ picture, parts }) => picture === other && parts.some(({ inkRole }) => inkRole === 'CMYK'),
  );
  if (!printed && scene.material.optics.transmittance <= 0)
    return { deltaE: 0, most: 0, of: 'nothing' };
  const looks = {
    white: looker(scene, { side, place: 'white' }),
    black: looker(scene, { side, place: 'black' }),
  };
  const lab = (point: Point, place: 'white' | 'black') => spectrumToLab(looks[place](point), D50);
  const apart = (plates: SpecialArea['plates']) => {
    const at = withoutColour(plates);
    const black = { ...none, [other]: [0, 0, 0, 1] };
    return printed
      ? deltaE2000(lab(at, 'white'), lab({ process: black, plates }, 'white'))
      : deltaE2000(lab(at, 'white'), lab(at, 'black'));
  };
  const over = areas.length > 0 ? areas : [{ plates: new Map<string, number>(), share: 1 }];
  const parts = over.map(({ plates, share }) => ({ value: apart(plates), share }));
  const large = parts.filter(({ share }) => share >= LEAST_SHARE);
  return {
    deltaE: areaSpread(parts)!.median,
    most: Math.max(...(large.length > 0 ? large : parts).map(({ value }) => value)),
    of: printed ? 'picture' : 'ground',
  };
}

/** Lightness L* of metal that lies free of colour: tilted into the lamp, and away from it. */
export interface Flop {
  readonly into: number;
  readonly away: number;
}

/**
 * Of the metal that changes most with the tilt, bare material included; undefined where nothing shines.
 * @param areas as specials lie
 */
export function flopOf(scene: Scene, view: View, areas: readonly SpecialArea[]): Flop | undefined {
  if (!scene.shines) return undefined;
  const lightness = (plates: SpecialArea['plates'], glint: number) =>
    spectrumToLab(seen(scene, withoutColour(plates), { ...view, glint }), D50)[0];
  const none: SpecialArea['plates'] = new Map();
  return [none, ...areas.map(({ plates }) => plates)]
    .map((plates): Flop => ({ into: lightness(plates, 1), away: lightness(plates, 0) }))
    .reduce((most, one) => (one.into - one.away > most.into - most.away ? one : most));
}

/** ΔE2000 between the light and the dark parts of a material: bare, and through the print where its specials are full. */
export function grainShown(
  scene: Scene,
  side: View['side'],
): { readonly bare: number; readonly printed: number } | undefined {
  const empty: Point = { process: none, plates: new Map() };
  const apart = (point: Point) => {
    const [light, dark] = [0, 1].map((grain) =>
      spectrumToLab(seen(scene, point, { side, place: 'white', grain }), D50),
    );
    return deltaE2000(light, dark);
  };
  const bare = apart(empty);
  return bare > 0.1 ? { bare, printed: apart(full(scene, none)) } : undefined;
}
