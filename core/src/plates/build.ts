/** Special plates made from the artwork's separations, band by band. */
import {
  anyAbove,
  byteSum,
  copyOf,
  giveBackRows,
  highestOf,
  slicesOf,
  type Band,
  type PixelBox,
  type Raster,
} from '../raster/index.ts';
import {
  DEFAULT_HAZE,
  formatRecipe,
  recipesOf,
  usesSource,
  type PlateRule,
  type Recipe,
  type Source,
} from '../rule/index.ts';
import { keyOf, type ArtworkSide } from '../stack/index.ts';
import { PlateMeter, type PlateMeasure } from './measure.ts';
import { PictureMeter, type PictureMeasure } from './picture.ts';
import { NO_ROWS, RowQueue, type Flow } from './rows.ts';
import { processOf, type PlateInputs, type NeedRows } from './sources.ts';
import type { PlateSpec } from './spec.ts';
import { flowOf, radiusPx } from './steps.ts';
import { DecisionRows, hazeByte, observe, survey, type Observed, type Survey } from './survey.ts';

/** All that is measured of a plan's pixels. */
export interface Measures {
  readonly plates: readonly PlateMeasure[];
  readonly pictures: readonly PictureMeasure[];
  /** Of each version by itself, where a plan has versions. */
  readonly versions?: readonly VersionMeasures[];
}

export interface VersionMeasures extends Omit<Measures, 'versions'> {
  readonly page: number;
}

/** Rows of a finished plate, and the index of the first. */
export type PlateSink = (key: string, rows: Uint8Array, y: number) => void | Promise<void>;

/** What plates are built from besides the artwork's own pixels. */
export interface PlateSurroundings {
  /** Name of the separation that already holds a special, if the artwork has one. */
  readonly artPlate: (key: string) => string | undefined;
  /** Resolution of the artwork itself, where the raster is a smaller picture of it. */
  readonly artDpi?: number;
  /** Where the cover of each plate is wanted by itself: barcodes with their quiet zones. */
  readonly codes?: readonly PixelBox[];
  /** Special ink needed to look so near the same art on white. */
  readonly need?: (spec: PlateSpec, within: number) => NeedRows;
  /** Kept by whoever builds again and again on the same pixels. */
  readonly observations?: Observations;
  /** The values of every plate are counted, for inks that have a tone curve or a split. */
  readonly levels?: boolean;
  /** Plates that were built before on the same pixels, by key. */
  readonly ready?: ReadonlyMap<string, ReadyPlate>;
  /** Name of the raster's channel that holds a plate of another job. */
  readonly other?: (job: string, inkKey: string) => string;
}

/** A whole plate with its measure, kept from an earlier build. */
export interface ReadyPlate {
  readonly plane: Uint8Array;
  readonly measure: PlateMeasure;
}

/**
 * Builds plates of one picture in one run over its raster; a rule that looks at whole places takes another run before. Memory is
 * a few bands, whatever its size.
 */
export async function buildPlates(
  picture: ArtworkSide,
  specs: readonly PlateSpec[],
  raster: Raster,
  surroundings: PlateSurroundings,
  sink: PlateSink = () => undefined,
  progress: (share: number) => void | Promise<void> = () => undefined,
): Promise<Measures> {
  const { ready } = surroundings;
  const surveys = await surveysOf(
    specs.filter(({ key }) => !ready?.has(key)),
    raster,
    surroundings.observations ?? new Map(),
  );
  const builders = specs.map((spec) => {
    const known = ready?.get(spec.key);
    if (known) return new ReadyRows(known, raster.width);
    return new PlateBuilder(
      spec,
      raster,
      groundOf(spec, raster, surroundings, surveys),
      surroundings,
    );
  });
  const meter = new PictureMeter(picture, raster, specs, surroundings.levels ?? false);
  const emit = async (spec: PlateSpec, at: number, rows: Uint8Array, y: number) => {
    if (rows.length === 0) return;
    meter.plate(at, rows);
    await sink(spec.key, rows, y);
  };
  for await (const band of raster.bands()) {
    for (const slice of slicesOf(band, raster.width)) {
      meter.process(slice, slice.rows * raster.width);
      for (const [i, builder] of builders.entries()) {
        const y = builder.done;
        await emit(specs[i], i, builder.push(slice), y);
      }
      meter.count();
    }
    await progress((band.top + band.rows) / raster.height);
  }
  for (const [i, builder] of builders.entries()) {
    const y = builder.done;
    await emit(specs[i], i, builder.finish(), y);
  }
  meter.count();
  return { plates: builders.map((builder) => builder.measure()), pictures: [meter.measure()] };
}

/**
 * How much each plate covers, 0 to 1, and nothing else: for a rule that is only tried. What the artist drew is added as in
 * {@link buildPlates}.
 */
export async function coverPlates(
  specs: readonly PlateSpec[],
  raster: Raster,
  surroundings: PlateSurroundings,
): Promise<ReadonlyMap<string, number>> {
  const surveys = await surveysOf(specs, raster, surroundings.observations ?? new Map());
  const flows = specs.map((spec) => {
    const ground = groundOf(spec, raster, surroundings, surveys);
    const { rule } = spec;
    const own: Recipe = { from: { kind: 'art' }, steps: [] };
    const steps = addsOwn(rule, ground)
      ? [...rule.steps, { do: 'add', with: own } as const]
      : rule.steps;
    return flowOf({ from: rule.from, steps }, ground);
  });
  const sums = specs.map(() => 0);
  for await (const band of raster.bands())
    for (const slice of slicesOf(band, raster.width))
      for (const [i, flow] of flows.entries()) {
        const rows = flow.push(slice);
        sums[i] += byteSum(rows);
        giveBackRows(rows);
      }
  for (const [i, flow] of flows.entries()) sums[i] += byteSum(flow.finish());
  const full = 255 * raster.width * raster.height;
  return new Map(specs.map(({ key }, i) => [key, sums[i] / full]));
}

/** A rule that takes what the artist drew says itself what becomes of it. */
const addsOwn = (rule: PlateRule, { art }: PlateInputs): boolean =>
  art >= 0 && !rule.alone && !usesSource(rule, 'art');

type Surveyed = Extract<Source, { kind: 'cleaned' | 'paper' }>;
const surveyKey = (from: Source) => formatRecipe({ from, steps: [] });
const isSurveyed = (from: Source): from is Surveyed =>
  from.kind === 'cleaned' || from.kind === 'paper';

/** What was observed of a raster's places, by haze: worth keeping while only decisions change. */
export type Observations = Map<number, Promise<Observed>>;

async function decided(
  raster: Raster,
  from: Surveyed,
  observations: Observations,
): Promise<Survey> {
  const process = processOf({ inks: inksOf(raster) });
  let seen = observations.get(from.haze);
  if (!seen) observations.set(from.haze, (seen = observe(raster, process, from.haze)));
  return survey(raster, process, from, await seen);
}

async function surveysOf(
  specs: readonly PlateSpec[],
  raster: Raster,
  observations: Observations,
): Promise<ReadonlyMap<string, Survey>> {
  const known = new Map<string, Survey>();
  for (const { rule } of specs)
    for (const { from } of recipesOf(rule))
      if (isSurveyed(from) && !known.has(surveyKey(from)))
        known.set(surveyKey(from), await decided(raster, from, observations));
  return known;
}

/** What the cleaner decided of each pixel of a whole picture: an index into its decisions. */
export async function cleanerMap(
  raster: Raster,
  from: Surveyed,
  observations: Observations = new Map(),
): Promise<Uint8Array> {
  const process = processOf({ inks: inksOf(raster) });
  const known = await decided(raster, from, observations);
  const rows = new DecisionRows(raster.width, process, from.haze, known);
  const map = new Uint8Array(raster.width * raster.height);
  for await (const band of raster.bands()) map.set(rows.push(band), band.top * raster.width);
  return map;
}

const inksOf = ({ channels }: Raster): PlateInputs['inks'] => ({
  C: channels.indexOf('Cyan'),
  M: channels.indexOf('Magenta'),
  Y: channels.indexOf('Yellow'),
  K: channels.indexOf('Black'),
});

function groundOf(
  spec: PlateSpec,
  raster: Raster,
  { artPlate, artDpi, codes = [], need, other }: PlateSurroundings,
  surveys: ReadonlyMap<string, Survey>,
): PlateInputs {
  const { width, height, dpi, channels } = raster;
  const art = artPlate(keyOf(spec));
  return {
    width,
    height,
    pixel: artDpi === undefined ? 1 : dpi / artDpi,
    scale: { x: dpi / 25.4, y: dpi / 25.4 },
    inks: inksOf(raster),
    codes,
    art: art === undefined ? -1 : channels.indexOf(art),
    plane: (name) => channels.indexOf(name),
    other: (job, inkKey) => (other ? channels.indexOf(other(job, inkKey)) : -1),
    survey: (from) => surveys.get(surveyKey(from))!,
    need: (within) => need?.(spec, within) ?? ((_process, size) => new Uint8Array(size).fill(255)),
  };
}

/** The haze of the image that a rule is about. */
function hazeOf(rule: PlateRule): number {
  for (const { from } of recipesOf(rule)) if ('haze' in from) return from.haze;
  return DEFAULT_HAZE;
}

/** A plate that is there already, as one that is being built. */
class ReadyRows {
  readonly #plate: ReadyPlate;
  readonly #width: number;
  done = 0;

  constructor(plate: ReadyPlate, width: number) {
    this.#plate = plate;
    this.#width = width;
  }

  push({ rows }: Band): Uint8Array {
    const from = this.done * this.#width;
    this.done += rows;
    return this.#plate.plane.subarray(from, this.done * this.#width);
  }

  finish(): Uint8Array {
    return NO_ROWS;
  }

  measure(): PlateMeasure {
    return this.#plate.measure;
  }
}

/** One plate on its way: the rule, then what the artist drew on top. */
class PlateBuilder {
  readonly #flow: Flow;
  readonly #meter: PlateMeter;
  readonly #raster: Raster;
  readonly #process: readonly number[];
  readonly #haze: number;
  readonly #art: number;
  readonly #addsOwn: boolean;
  /** What waits for the rule to catch up. */
  readonly #own = new RowQueue();
  readonly #image = new RowQueue();
  readonly #wantsImage: boolean;
  readonly #sourceIsImage: boolean;
  #y = 0;
  #beforeOwn = 0;

  constructor(
    spec: PlateSpec,
    raster: Raster,
    ground: PlateInputs,
    { codes = [] }: PlateSurroundings,
  ) {
    const { rule } = spec;
    const enclosed = usesSource(rule, 'image', 'cleaned');
    this.#raster = raster;
    this.#process = processOf(ground);
    this.#haze = hazeByte(hazeOf(rule));
    this.#art = ground.art;
    this.#addsOwn = addsOwn(rule, ground);
    this.#meter = new PlateMeter(spec, raster, codes, enclosed);
    const choke = rule.steps.find((step) => step.do === 'choke');
    const chokesOwn = choke !== undefined && ground.art >= 0 && usesSource(rule, 'art');
    if (choke && chokesOwn) this.#meter.expectChoked(radiusPx(choke.by, ground));
    this.#wantsImage = enclosed || spec.besideColour || chokesOwn;
    const { watch } = this.#meter;
    this.#sourceIsImage = this.#wantsImage && rule.from.kind === 'image';
    this.#flow = flowOf(rule, ground, {
      ...watch,
      stage: (index, rows) => {
        // The source is the image already.
        if (index === 0 && this.#sourceIsImage) this.#image.push(rows.slice());
        watch.stage(index, rows);
      },
    });
  }

  /** Rows given out so far. */
  get done(): number {
    return this.#y;
  }

  /** @returns finished rows of the plate, from row {@link done} on */
  push(band: Band): Uint8Array {
    const size = band.rows * this.#raster.width;
    if (this.#art >= 0) this.#own.push(copyOf(band.planes[this.#art], size));
    if (this.#wantsImage && !this.#sourceIsImage)
      this.#image.push(
        anyAbove(
          this.#process.map((i) => band.planes[i]),
          this.#haze,
          size,
        ),
      );
    return this.#finished(this.#flow.push(band));
  }

  finish(): Uint8Array {
    return this.#finished(this.#flow.finish());
  }

  measure(): PlateMeasure {
    return this.#meter.measure(this.#beforeOwn);
  }

  #finished(plate: Uint8Array): Uint8Array {
    if (plate.length === 0) return NO_ROWS;
    this.#beforeOwn += byteSum(plate);
    const own = this.#art < 0 ? undefined : this.#own.take(plate.length);
    if (own && this.#addsOwn) highestOf(plate, own);
    const image = this.#wantsImage ? this.#image.take(plate.length) : undefined;
    this.#meter.add({ plate, image, own });
    this.#y += plate.length / this.#raster.width;
    return plate;
  }
}
