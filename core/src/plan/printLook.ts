/** The print of a plan as it is looked at: its pixels at some resolution, its scene, and its look in numbers. */
import { PROCESS_NAMES } from '../artwork/index.ts';
import {
  coloursOf,
  dayNightDifference,
  difference,
  facingPicture,
  flopOf,
  grainShown,
  type Flop,
  hiddenLayer,
  LookTable,
  onPaper,
  opacityOf,
  readability,
  readsBackwards,
  showThrough,
  solveRearStrength,
  viewsOf,
  type Colours,
  type Means,
  type Opacity,
  type Planes,
  type RearStrength,
  type Scene,
  type ShowThrough,
  type SpecialArea,
  type Spread,
  type View,
} from '../look/index.ts';
import { deltaE2000, type Triple } from '../spectrum/index.ts';
import { plateSpecs, type Measures } from '../plates/index.ts';
import { byteSum, MixtureTally } from '../raster/index.ts';
import { withDensity, type ArtworkSide, type Stack } from '../stack/index.ts';
import { measurePlates, type MeasureOptions } from './measurePlates.ts';
import { printedRaster } from './printedRaster.ts';
import { sceneOf } from './model.ts';
import { pageOf, type Artwork, type PrintPlan } from './plan.ts';

export interface PicturePixels extends Planes {
  readonly width: number;
  readonly height: number;
}

/** Process inks and plates of both pictures, pixel by pixel. */
export interface PrintPixels {
  readonly pictures: Readonly<Record<ArtworkSide, PicturePixels>>;
  readonly means: Means;
  readonly measures: Measures;
}

/** @param artwork of rasters that are small enough to be held */
export async function printPixels(
  plan: PrintPlan,
  artwork: Artwork,
  options: Omit<MeasureOptions, 'sink'> = {},
): Promise<PrintPixels> {
  const specs = plateSpecs(plan.stack);
  const sizeOf = (picture: ArtworkSide) =>
    artwork.raster(pageOf(plan, artwork.info, picture).number);
  const plates = new Map(
    specs.map(({ key, picture }) => {
      const { width, height } = sizeOf(picture);
      return [key, new Uint8Array(width * height)] as const;
    }),
  );
  const measures = await measurePlates(plan, artwork, {
    ...options,
    sink: (key, rows, y) => {
      const spec = specs.find((candidate) => candidate.key === key)!;
      plates.get(key)!.set(rows, y * sizeOf(spec.picture).width);
    },
  });
  const inks = new Map<number, readonly Uint8Array[]>();
  const pictureOf = async (picture: ArtworkSide): Promise<PicturePixels> => {
    const page = pageOf(plan, artwork.info, picture);
    const raster = artwork.raster(page.number);
    const { width, height } = raster;
    let process = inks.get(page.number);
    if (!process) {
      const planes = PROCESS_NAMES.map(() => new Uint8Array(width * height));
      const planned = printedRaster(plan, raster, page);
      const index = PROCESS_NAMES.map((name) => planned.channels.indexOf(name));
      for await (const { top, rows, planes: band } of planned.bands())
        planes.forEach((plane, i) =>
          plane.set(band[index[i]].subarray(0, rows * width), top * width),
        );
      inks.set(page.number, (process = planes));
    }
    const own = specs.filter((spec) => spec.picture === picture);
    return {
      width,
      height,
      size: width * height,
      process,
      plates: new Map(own.map(({ key }) => [key, plates.get(key)!])),
    };
  };
  const pictures = { front: await pictureOf('front'), rear: await pictureOf('rear') };
  const mean = ({ process, size }: PicturePixels) =>
    process.map((plane) => byteSum(plane) / (255 * size));
  return {
    pictures,
    measures,
    means: {
      process: { front: mean(pictures.front), rear: mean(pictures.rear) },
      plates: new Map(measures.plates.map(({ key, coverage }) => [key, coverage])),
    },
  };
}

/** One side of a print, ready to be looked at. */
export interface Look {
  readonly scene: Scene;
  readonly table: LookTable;
  readonly pixels: PicturePixels;
  readonly means: Means;
  /** The picture reads backwards from this side. */
  readonly reversed: boolean;
}

export function lookAt(scene: Scene, print: PrintPixels, side: View['side']): Look {
  const picture = facingPicture(scene.stack, side);
  const pixels = print.pictures[picture];
  return {
    scene,
    pixels,
    means: print.means,
    table: new LookTable(scene, picture, pixels),
    reversed: readsBackwards(scene.stack, side),
  };
}

/** A picture for a screen. */
export interface Screened {
  readonly width: number;
  readonly height: number;
  /** RGBA. */
  readonly pixels: Uint8ClampedArray<ArrayBuffer>;
  /** Share of pixels whose colour a screen can't show, and a byte a pixel that says which. */
  readonly outOfGamut: number;
  readonly outside: Uint8Array<ArrayBuffer>;
}

/** @param exposure of another view that the eye is used to */
export function screened(
  { table, scene, means, reversed, pixels: { width, height, size } }: Look,
  view: View,
  exposure?: number,
): Screened {
  const pixels = new Uint8ClampedArray(size * 4);
  table.fill(scene, view, means, exposure);
  const off = table.render(pixels);
  const { numbers, counts } = table;
  let count = 0;
  for (let mixture = 0; mixture < off.length; mixture++) if (off[mixture]) count += counts[mixture];
  const outside = new Uint8Array(size);
  if (count > 0) for (let i = 0; i < size; i++) outside[i] = off[numbers[i]];
  if (reversed) {
    const words = new Uint32Array(pixels.buffer);
    for (let row = 0; row < size; row += width) {
      words.subarray(row, row + width).reverse();
      outside.subarray(row, row + width).reverse();
    }
  }
  return { width, height, pixels, outOfGamut: count / Math.max(1, size), outside };
}

/** A print in numbers, seen in one view. */
export interface LookNumbers {
  readonly opacity: Opacity;
  /** ΔE2000 against the same art on white paper, over the pixels with ink. */
  readonly deltaE: Spread | undefined;
  readonly readability: { readonly print: number; readonly paper: number } | undefined;
  /** From each side of the print. */
  readonly showThrough: Readonly<Record<View['side'], ShowThrough>>;
  /** ΔE2000 between the day and the night picture, each beside its own white, where the plan has both. */
  readonly dayNight: Spread | undefined;
  /** ΔE2000 between the grain of the material, bare and under the print. */
  readonly grain: { readonly bare: number; readonly printed: number } | undefined;
  /** Of metal, where the print has any. */
  readonly flop: Flop | undefined;
}

/** How specials lie over the pixels with ink; those of the other picture on the average. */
function areasOn({ size, process, plates }: PicturePixels, means: Means): SpecialArea[] {
  const planes = [...plates.values()];
  const tally = new MixtureTally([...plates.keys()]);
  const inks = [...planes, ...process];
  for (let i = 0; i < size; i++) if (inks.some((plane) => plane[i] > 0)) tally.count(planes, i);
  return tally
    .shares()
    .map(({ values, share }) => ({ plates: new Map([...means.plates, ...values]), share }));
}

export function lookNumbers(look: Look, view: View, viewing: PrintPlan['viewing']): LookNumbers {
  const { scene, table, pixels, means } = look;
  const seen = coloursOf(table, scene, view, means);
  const paper = paperColours(look);
  const areas = areasOn(pixels, means);
  const { day, night } = viewsOf(viewing);
  return {
    opacity: opacityOf(scene, view.side, areas),
    deltaE: difference(table, seen, paper),
    readability: readability(table, pixels.width, seen, paper),
    showThrough: {
      front: showThrough(scene, 'front', areas),
      back: showThrough(scene, 'back', areas),
    },
    dayNight:
      night &&
      dayNightDifference(
        table,
        scene,
        { day: { ...day, side: view.side }, night: { ...night, side: view.side } },
        means,
      ),
    grain: grainShown(scene, view.side),
    flop: flopOf(scene, view, areas),
  };
}

export const paperColours = ({ scene, table, means }: Look): Colours =>
  coloursOf(table, onPaper(scene, table.picture), { side: 'front', place: 'white' }, means);

/** The strength of the hidden colour that makes night like day; nothing where no colour is hidden. */
export function rearStrength(
  plan: PrintPlan,
  info: Artwork['info'],
  { table, means, pixels, scene }: Look,
): RearStrength | undefined {
  const { day, night } = viewsOf(plan.viewing);
  const index = hiddenLayer(plan.stack, day.side);
  if (index === undefined) return undefined;
  const at = (stack: Stack) => sceneOf({ ...plan, stack }, info);
  const sample = new LookTable(scene, table.picture, sampled(pixels, MOST_SAMPLED));
  try {
    return solveRearStrength(
      { whole: table, sample },
      (density) => at(withDensity(plan.stack, index, 'CMYK', density)),
      day.place === 'box' ? { ...day, place: 'white' } : day,
      night ?? { ...day, place: 'box' },
      means,
    );
  } finally {
    sample.release();
  }
}

/** Pixels on which a hundred densities are tried. */
const MOST_SAMPLED = 400;

/** Pixels spread evenly over a picture by the golden section, which no screen or grid of the art falls in step with. */
function sampled(pixels: PicturePixels, most: number): Planes {
  const count = Math.min(most, pixels.size);
  const step = (Math.sqrt(5) - 1) / 2;
  const at = Array.from({ length: count }, (_, i) =>
    Math.floor((((i + 1) * step) % 1) * pixels.size),
  );
  const picked = (plane: Uint8Array) => Uint8Array.from(at, (i) => plane[i]);
  return {
    size: count,
    process: pixels.process.map(picked),
    plates: new Map([...pixels.plates].map(([key, plane]) => [key, picked(plane)])),
  };
}

/** What is seen and laid at a point of a picture. */
export interface PointLook {
  /** Lab under D50 of the print in this view, and of the same art on white paper. */
  readonly print: Triple;
  readonly paper: Triple;
  readonly deltaE: number;
  /** C, M, Y, K, bytes of ink. */
  readonly process: readonly number[];
  /** Cover of each plate, bytes, by key. */
  readonly plates: ReadonlyMap<string, number>;
}

/** @param spots places on the picture as it is seen, shares of its width and height from the top left */
export function pointLooks(
  look: Look,
  view: View,
  spots: readonly { readonly x: number; readonly y: number }[],
): PointLook[] {
  const { table, scene, means, pixels, reversed } = look;
  const seen = coloursOf(table, scene, view, means);
  const paper = paperColours(look);
  const within = (share: number, size: number) =>
    Math.min(size - 1, Math.max(0, Math.floor(share * size)));
  return spots.map(({ x, y }) => {
    const column = within(reversed ? 1 - x : x, pixels.width);
    const at = within(y, pixels.height) * pixels.width + column;
    const mixture = table.numbers[at];
    const [print, white] = [seen.lab(mixture), paper.lab(mixture)];
    return {
      print,
      paper: white,
      deltaE: deltaE2000(print, white),
      process: pixels.process.map((plane) => plane[at]),
      plates: new Map([...pixels.plates].map(([key, plane]) => [key, plane[at]])),
    };
  });
}
