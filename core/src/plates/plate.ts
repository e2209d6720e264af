/** Special plates made from the artwork's separations, band by band. */
import { PROCESS_NAMES, type MmBox } from '../artwork/index.ts';
import {
  CellMap,
  ChokeStream,
  CoverageMeter,
  HoleMeter,
  mmToPxRadius,
  sum,
  type Band,
  type Cells,
  type PixelBox,
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
  readonly overlap?: Cells;
  /** Places that the image encloses and that get nothing, as they hold no ink; none unless the plate lies under the image. */
  readonly holes: {
    readonly count: number;
    readonly areaMm2: number;
    readonly largest: readonly PlateHole[];
  };
  /** Strokes so thin that the choke takes them away, mm². */
  readonly thinMm2: number;
  readonly thin?: Cells;
  /** Mean of the plate over each of the places asked for, 0 to 1. */
  readonly places: readonly number[];
}

/** Millimetres from the top left corner of what is printed. */
export interface PlateHole extends MmBox {
  readonly areaMm2: number;
}

/** One picture of a plan once its plates are built. */
export interface PictureMeasure {
  readonly picture: Picture;
  /** Mean of C, M, Y, K over everything printed, 0 to 1, with what the operator said of the spots carried out. */
  readonly process: readonly [c: number, m: number, y: number, k: number];
  /** How much ink meets at one place: which plates cover it, and how the sum of its process inks is spread there. */
  readonly ink: readonly InkPattern[];
}

export interface InkPattern {
  /** Keys of the plates that cover these pixels by more than half. */
  readonly plates: readonly string[];
  /** Pixels by the sum of their process inks in steps of {@link INK_STEP} percent, from 0. */
  readonly process: readonly number[];
}

export const INK_STEP = 5;

/** All that is measured of a plan's pixels. */
export interface Measures {
  readonly plates: readonly PlateMeasure[];
  readonly pictures: readonly PictureMeasure[];
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
 * @param places where the cover of each plate is wanted by itself
 */
export async function buildPlates(
  picture: Picture,
  specs: readonly PlateSpec[],
  raster: Raster,
  artPlate: (lay: Special) => string | undefined,
  places: readonly PixelBox[] = [],
  sink: PlateSink = () => undefined,
  progress: (share: number) => void | Promise<void> = () => undefined,
): Promise<Measures> {
  const builders = specs.map((spec) => new PlateBuilder(spec, raster, artPlate(spec.lay), places));
  const meter = new PictureMeter(picture, raster, specs);
  const emit = async (spec: PlateSpec, at: number, rows: Uint8Array, y: number) => {
    if (rows.length === 0) return;
    meter.plate(at, rows);
    await sink(spec.key, rows, y);
  };
  for await (const band of raster.bands()) {
    meter.process(band);
    for (const [i, builder] of builders.entries()) {
      const y = builder.done;
      await emit(specs[i], i, builder.push(band), y);
    }
    meter.count();
    await progress((band.top + band.rows) / raster.height);
  }
  for (const [i, builder] of builders.entries()) {
    const y = builder.done;
    await emit(specs[i], i, builder.finish(), y);
  }
  meter.count();
  return { plates: builders.map((builder) => builder.measure()), pictures: [meter.measure()] };
}

/** How far a place may lie from what the choke leaves before it counts as lost, in radii: the corner of a square lies 1.41 away. */
const LOST_RADII = 1.5;

/** One plate on its way: mask, choke, then what the artist drew on top. */
class PlateBuilder {
  readonly #spec: PlateSpec;
  readonly #raster: Raster;
  readonly #process: readonly number[];
  readonly #art: number;
  readonly #choke: ChokeStream;
  /** The art's own plate, and whether colour lies there, waiting for the choke to catch up. */
  readonly #pendingArt = new RowQueue();
  readonly #pendingColour = new RowQueue();
  #y = 0;
  #total = 0;
  #overlap = 0;
  readonly #overlapCells: CellMap;
  readonly #holes: HoleMeter | undefined;
  readonly #thin: ThinMeter | undefined;
  readonly #places: readonly CoverageMeter[];

  constructor(
    spec: PlateSpec,
    raster: Raster,
    artName: string | undefined,
    places: readonly PixelBox[],
  ) {
    this.#spec = spec;
    this.#raster = raster;
    this.#process = PROCESS_NAMES.map((name) => raster.channels.indexOf(name)).filter(
      (i) => i >= 0,
    );
    this.#art = artName === undefined ? -1 : raster.channels.indexOf(artName);
    const radius = spec.rule.extent === 'sheet' ? 0 : mmToPxRadius(spec.rule.chokeMm, raster.dpi);
    this.#choke = new ChokeStream(raster.width, radius);
    if (spec.rule.extent === 'image') this.#holes = new HoleMeter(raster.width);
    if (radius > 0) this.#thin = new ThinMeter(raster.width, raster.height, radius);
    this.#overlapCells = new CellMap(raster.width, raster.height);
    this.#places = places.map((box) => new CoverageMeter(1, raster.width, box));
  }

  /** Rows given out so far. */
  get done(): number {
    return this.#y;
  }

  /** @returns finished rows of the plate, from row {@link done} on */
  push(band: Band): Uint8Array {
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
    this.#thin?.mask(mask);
    if (art) this.#pendingArt.push(art.slice());
    if (besideColour) this.#pendingColour.push(inkAbove(process, haze, size));
    return this.#finished(this.#choke.push(mask));
  }

  finish(): Uint8Array {
    const rows = this.#finished(this.#choke.finish());
    this.#thin?.finish();
    return rows;
  }

  measure(): PlateMeasure {
    const { width, height, dpi } = this.#raster;
    const pixelMm = 25.4 / dpi;
    const pixelMm2 = pixelMm ** 2;
    const coverage = this.#total / (255 * width * height);
    const holes = this.#holes?.finish() ?? { count: 0, pixels: 0, largest: [] };
    const overlap = this.#overlapCells.cells();
    const thin = this.#thin?.cells.cells();
    return {
      key: this.#spec.key,
      coverage,
      areaMm2: coverage * width * height * pixelMm2,
      overlapMm2: this.#overlap * pixelMm2,
      ...(overlap && { overlap }),
      holes: {
        count: holes.count,
        areaMm2: holes.pixels * pixelMm2,
        largest: holes.largest.map(({ left, top, right, bottom, pixels }) => ({
          left: left * pixelMm,
          top: top * pixelMm,
          width: (right - left) * pixelMm,
          height: (bottom - top) * pixelMm,
          areaMm2: pixels * pixelMm2,
        })),
      },
      thinMm2: (this.#thin?.lost ?? 0) * pixelMm2,
      ...(thin && { thin }),
      places: this.#places.map((meter) => meter.coverage()[0]),
    };
  }

  #finished(rows: Uint8Array): Uint8Array {
    if (rows.length === 0) return rows;
    this.#thin?.choked(rows);
    const art = this.#pendingArt.take(rows.length);
    if (art && this.#spec.rule.extent === 'art')
      for (let i = 0; i < rows.length; i++) rows[i] = rows[i] ? art[i] : 0;
    else if (art) for (let i = 0; i < rows.length; i++) if (art[i] > rows[i]) rows[i] = art[i];
    const { width } = this.#raster;
    const colour = this.#pendingColour.take(rows.length);
    if (colour)
      for (let i = 0; i < rows.length; i++)
        if (rows[i] > 127 && colour[i]) {
          this.#overlap++;
          this.#overlapCells.raise(i % width, this.#y + Math.floor(i / width), 1);
        }
    this.#total += sum(rows);
    const band = { top: this.#y, rows: rows.length / width, planes: [rows] };
    for (const meter of this.#places) meter.add(band);
    this.#y += band.rows;
    return rows;
  }
}

/**
 * What a choke takes away whole: places of the mask that lie further from everything the choke leaves than it reaches.
 * Spreading the choked mask again is choking its negative.
 */
class ThinMeter {
  readonly cells: CellMap;
  lost = 0;
  readonly #width: number;
  readonly #waiting = new RowQueue();
  readonly #spread: ChokeStream;
  #y = 0;

  constructor(width: number, height: number, radius: number) {
    this.#width = width;
    this.cells = new CellMap(width, height);
    this.#spread = new ChokeStream(width, LOST_RADII * radius);
  }

  mask(rows: Uint8Array): void {
    this.#waiting.push(rows.slice());
  }

  choked(rows: Uint8Array): void {
    const negative = new Uint8Array(rows.length);
    for (let i = 0; i < rows.length; i++) negative[i] = rows[i] ? 0 : 255;
    this.#compare(this.#spread.push(negative));
  }

  finish(): void {
    this.#compare(this.#spread.finish());
  }

  #compare(far: Uint8Array): void {
    if (far.length === 0) return;
    const mask = this.#waiting.take(far.length)!;
    for (let i = 0; i < far.length; i++)
      if (mask[i] && far[i]) {
        this.lost++;
        this.cells.raise(i % this.#width, this.#y + Math.floor(i / this.#width), 1);
      }
    this.#y += far.length / this.#width;
  }
}

/** Process ink and finished plates brought together again, row by row, as chokes let plates lag behind. */
class PictureMeter {
  readonly #picture: Picture;
  readonly #keys: readonly string[];
  readonly #index: readonly number[];
  readonly #coverage: CoverageMeter;
  readonly #sums = new RowQueue();
  readonly #plates: readonly RowQueue[];
  readonly #counts: Float64Array;

  constructor(picture: Picture, raster: Raster, specs: readonly PlateSpec[]) {
    const { width, height, channels } = raster;
    this.#picture = picture;
    this.#keys = specs.map(({ key }) => key);
    this.#index = PROCESS_NAMES.map((name) => channels.indexOf(name));
    this.#coverage = new CoverageMeter(4, width, { left: 0, top: 0, right: width, bottom: height });
    this.#plates = specs.map(() => new RowQueue());
    this.#counts = new Float64Array(BINS << specs.length);
  }

  process({ top, rows, planes }: Band): void {
    const none = new Uint8Array(planes[0].length);
    const [c, m, y, k] = this.#index.map((i) => (i < 0 ? none : planes[i]));
    this.#coverage.add({ top, rows, planes: [c, m, y, k] });
    const bins = new Uint8Array(planes[0].length);
    for (let i = 0; i < bins.length; i++) bins[i] = BIN[c[i] + m[i] + y[i] + k[i]];
    this.#sums.push(bins);
  }

  plate(at: number, rows: Uint8Array): void {
    this.#plates[at].push(rows);
  }

  /** Counts as far as every plate has come. */
  count(): void {
    const ready = Math.min(this.#sums.length, ...this.#plates.map(({ length }) => length));
    if (ready === 0) return;
    const bins = this.#sums.take(ready)!;
    const plates = this.#plates.map((queue) => queue.take(ready)!);
    const counts = this.#counts;
    for (let i = 0; i < ready; i++) {
      let pattern = 0;
      for (let p = 0; p < plates.length; p++) if (plates[p][i] > 127) pattern |= 1 << p;
      counts[pattern * BINS + bins[i]]++;
    }
  }

  measure(): PictureMeasure {
    const patterns = Array.from({ length: 1 << this.#keys.length }, (_, pattern) => ({
      plates: this.#keys.filter((_key, p) => (pattern >> p) & 1),
      process: Array.from(this.#counts.subarray(pattern * BINS, (pattern + 1) * BINS)),
    }));
    return {
      picture: this.#picture,
      process: this.#coverage.coverage() as unknown as PictureMeasure['process'],
      ink: patterns.filter(({ process }) => process.some((count) => count > 0)),
    };
  }
}

const BINS = 400 / INK_STEP + 1;
const BIN = Uint8Array.from({ length: 1021 }, (_, sum) => Math.floor((sum * 100) / 255 / INK_STEP));

/** 255 wherever any one of the inks is above the threshold. */
function inkAbove(planes: readonly Uint8Array[], threshold: number, size: number): Uint8Array {
  const mask = new Uint8Array(size);
  for (const plane of planes)
    for (let i = 0; i < size; i++) if (plane[i] > threshold) mask[i] = 255;
  return mask;
}

/** Bytes that wait, oldest first. */
class RowQueue {
  readonly #held: Uint8Array[] = [];
  length = 0;

  push(rows: Uint8Array): void {
    if (rows.length === 0) return;
    this.#held.push(rows);
    this.length += rows.length;
  }

  /** The oldest `length` bytes, taken off; nothing if nothing ever waits here. */
  take(length: number): Uint8Array | undefined {
    if (this.#held.length === 0) return undefined;
    this.length -= length;
    const [first] = this.#held;
    if (first.length === length) return this.#held.shift();
    const out = new Uint8Array(length);
    for (let filled = 0; filled < length;) {
      const head = this.#held[0];
      const used = Math.min(head.length, length - filled);
      out.set(head.subarray(0, used), filled);
      filled += used;
      if (used === head.length) this.#held.shift();
      else this.#held[0] = head.subarray(used);
    }
    return out;
  }
}
