/** Special plates made from the artwork's separations, band by band. */
import { PROCESS_NAMES } from '../artwork/index.ts';
import {
  ChokeStream,
  HoleMeter,
  mmToPxRadius,
  sum,
  type Band,
  type Raster,
} from '../raster/index.ts';
import {
  allLayers,
  type Picture,
  type PlateRule,
  type Special,
  type Stack,
} from '../stack/index.ts';

export interface PlateSpec {
  /** Equal specs are one plate. */
  readonly key: string;
  readonly lay: Special;
  readonly picture: Picture;
  readonly rule: PlateRule;
  /** Shares its layer with colour, so that an overlap would mix wet ink. */
  readonly besideColour: boolean;
}

export interface PlateMeasure {
  readonly key: string;
  /** Mean over everything printed, 0 to 1, before density. */
  readonly coverage: number;
  readonly areaMm2: number;
  /** Where the plate and colour fall on one another in one layer, mm²; 0 when they don't share one. */
  readonly overlapMm2: number;
  /** Places that the image encloses and that get nothing, as they hold no ink; none unless the plate lies under the image. */
  readonly holes: { readonly count: number; readonly areaMm2: number };
}

export const plateKey = (lay: Special, picture: Picture, rule: PlateRule): string =>
  `${lay}:${picture}:${rule.extent}:${rule.extent === 'image' ? rule.hazePercent : 0}:${rule.extent === 'sheet' ? 0 : rule.chokeMm}`;

/** The plates a stack needs, each once. */
export function plateSpecs(stack: Stack): readonly PlateSpec[] {
  const specs = new Map<string, PlateSpec>();
  for (const { parts, picture } of allLayers(stack))
    for (const { lay, rule } of parts) {
      if (lay === 'CMYK' || !rule) continue;
      const key = plateKey(lay, picture, rule);
      const besideColour =
        parts.some((part) => part.lay === 'CMYK') || (specs.get(key)?.besideColour ?? false);
      specs.set(key, { key, lay, picture, rule, besideColour });
    }
  return [...specs.values()];
}

/** Rows of a finished plate, and the index of the first. */
export type PlateSink = (key: string, rows: Uint8Array, y: number) => void | Promise<void>;

/**
 * Builds plates of one picture in one run over its raster. Memory is a few bands, whatever its size.
 * @param artPlate name of the separation that already holds a special, if the artwork has one
 */
export async function buildPlates(
  specs: readonly PlateSpec[],
  raster: Raster,
  artPlate: (lay: Special) => string | undefined,
  sink: PlateSink = () => undefined,
  progress: (share: number) => void | Promise<void> = () => undefined,
): Promise<PlateMeasure[]> {
  const builders = specs.map((spec) => new PlateBuilder(spec, raster, artPlate(spec.lay)));
  for await (const band of raster.bands()) {
    for (const builder of builders) await builder.push(band, sink);
    await progress((band.top + band.rows) / raster.height);
  }
  return Promise.all(builders.map((builder) => builder.finish(sink)));
}

/** One plate on its way: mask, choke, then what the artist drew on top. */
class PlateBuilder {
  readonly #spec: PlateSpec;
  readonly #raster: Raster;
  readonly #process: readonly number[];
  readonly #art: number;
  readonly #choke: ChokeStream;
  /** The art's own plate, and whether colour lies there, waiting for the choke to catch up. */
  #pendingArt: Uint8Array[] = [];
  #pendingColour: Uint8Array[] = [];
  #y = 0;
  #total = 0;
  #overlap = 0;
  readonly #holes: HoleMeter | undefined;

  constructor(spec: PlateSpec, raster: Raster, artName: string | undefined) {
    this.#spec = spec;
    this.#raster = raster;
    this.#process = PROCESS_NAMES.map((name) => raster.channels.indexOf(name)).filter(
      (i) => i >= 0,
    );
    this.#art = artName === undefined ? -1 : raster.channels.indexOf(artName);
    const radius = spec.rule.extent === 'sheet' ? 0 : mmToPxRadius(spec.rule.chokeMm, raster.dpi);
    this.#choke = new ChokeStream(raster.width, radius);
    if (spec.rule.extent === 'image') this.#holes = new HoleMeter(raster.width);
  }

  async push(band: Band, sink: PlateSink): Promise<void> {
    const { rule, besideColour } = this.#spec;
    const size = band.rows * this.#raster.width;
    const art = this.#art < 0 ? undefined : band.planes[this.#art].subarray(0, size);
    const process = this.#process.map((i) => band.planes[i]);
    const haze = Math.floor((rule.hazePercent / 100) * 255);

    let mask: Uint8Array;
    if (rule.extent === 'sheet') mask = new Uint8Array(size).fill(255);
    else if (rule.extent === 'art') mask = art ?? new Uint8Array(size);
    else mask = inkAbove(process, haze, size);

    this.#holes?.push(band.rows, (i) => mask[i] === 0 && !art?.[i]);
    if (art) this.#pendingArt.push(art.slice());
    if (besideColour) this.#pendingColour.push(inkAbove(process, haze, size));
    await this.#emit(this.#choke.push(mask), sink);
  }

  async finish(sink: PlateSink): Promise<PlateMeasure> {
    await this.#emit(this.#choke.finish(), sink);
    const { width, height, dpi } = this.#raster;
    const pixelMm2 = (25.4 / dpi) ** 2;
    const coverage = this.#total / (255 * width * height);
    const holes = this.#holes?.finish() ?? { count: 0, pixels: 0 };
    return {
      key: this.#spec.key,
      coverage,
      areaMm2: coverage * width * height * pixelMm2,
      overlapMm2: this.#overlap * pixelMm2,
      holes: { count: holes.count, areaMm2: holes.pixels * pixelMm2 },
    };
  }

  async #emit(rows: Uint8Array, sink: PlateSink): Promise<void> {
    if (rows.length === 0) return;
    const art = take(this.#pendingArt, rows.length);
    if (art && this.#spec.rule.extent === 'art')
      for (let i = 0; i < rows.length; i++) rows[i] = rows[i] ? art[i] : 0;
    else if (art) for (let i = 0; i < rows.length; i++) if (art[i] > rows[i]) rows[i] = art[i];
    const colour = take(this.#pendingColour, rows.length);
    if (colour)
      for (let i = 0; i < rows.length; i++) if (rows[i] > 127 && colour[i]) this.#overlap++;
    this.#total += sum(rows);
    await sink(this.#spec.key, rows, this.#y);
    this.#y += rows.length / this.#raster.width;
  }
}

/** 255 wherever any one of the inks is above the threshold. */
function inkAbove(planes: readonly Uint8Array[], threshold: number, size: number): Uint8Array {
  const mask = new Uint8Array(size);
  for (const plane of planes)
    for (let i = 0; i < size; i++) if (plane[i] > threshold) mask[i] = 255;
  return mask;
}

/** The oldest `length` bytes of a queue of arrays, taken off it. */
function take(queue: Uint8Array[], length: number): Uint8Array | undefined {
  if (queue.length === 0) return undefined;
  const out = new Uint8Array(length);
  let filled = 0;
  while (filled < length) {
    const head = queue[0];
    const used = Math.min(head.length, length - filled);
    out.set(head.subarray(0, used), filled);
    filled += used;
    if (used === head.length) queue.shift();
    else queue[0] = head.subarray(used);
  }
  return out;
}
