/** The one function: a plan and its artwork in, everything the operator wants to know out. */
import {
  barcodeGround,
  plannedRaster,
  PROCESS_NAMES,
  roleOf,
  type ArtworkInfo,
  type ArtworkPage,
  type Finding,
} from '../artwork/index.ts';
import { costOf, type Cost } from '../cost/index.ts';
import { DomainError } from '../errors.ts';
import { inkUse, type Coverages, type InkUse } from '../ink/index.ts';
import { layOut, type Layout } from '../layout/index.ts';
import { makeScene, opacityOf, type Opacity } from '../look/index.ts';
import { processModel } from '../optics/index.ts';
import {
  buildPlates,
  plateKey,
  plateSpecs,
  type Measures,
  type PictureMeasure,
  type PlateMeasure,
  type PlateSink,
} from '../plates/index.ts';
import { runSheet, type RunStep } from '../runsheet/index.ts';
import { allLayers, formatStack, type Channel, type Picture } from '../stack/index.ts';
import type { PixelBox } from '../raster/index.ts';
import { LOADING_MINUTES, planTrips, type Trip } from '../trips/index.ts';
import { term, type Working } from '../units/index.ts';
import { planFindings } from './findings.ts';
import { modeOf, pageOf, type Artwork, type PrintPlan } from './plan.ts';

export interface PlanResult {
  readonly notation: string;
  readonly findings: readonly Finding[];
  readonly plates: readonly PlateMeasure[];
  readonly opacity: Opacity;
  /** Absent when the print does not fit, or its machine can't print it: then no number would be true. */
  readonly work: Work | undefined;
}

export interface Work {
  readonly layout: Layout;
  readonly trips: readonly Trip[];
  /** From setting up to dry, everything included. */
  readonly minutes: number;
  readonly operatorMinutes: number;
  readonly inks: readonly InkUse[];
  readonly cost: Cost;
  readonly runSheet: readonly RunStep[];
  readonly workings: Readonly<Record<'minutes' | 'operatorMinutes', Working>>;
}

/** ML by channel: the short form of {@link Work.inks}. */
export const inkMl = (work: Work): Partial<Record<Channel, number>> =>
  Object.fromEntries(work.inks.map(({ channel, ml }) => [channel, ml]));

/** Builds the plates of both pictures from the artwork's pixels; memory stays at a few bands. */
export async function measurePlates(
  plan: PrintPlan,
  artwork: Artwork,
  sink?: PlateSink,
  progress?: (share: number) => void | Promise<void>,
): Promise<Measures> {
  const specs = plateSpecs(plan.stack);
  const pictures = (['front', 'rear'] as const).filter((picture) =>
    allLayers(plan.stack).some((layer) => layer.picture === picture),
  );
  const plates: PlateMeasure[] = [];
  const measured: PictureMeasure[] = [];
  for (const [i, picture] of pictures.entries()) {
    const page = pageOf(plan, artwork.info, picture);
    const artPlate = (lay: string) =>
      page.separations.find(({ name }) => roleOf(name, plan.artwork.names, plan.machine) === lay)
        ?.name;
    const raster = plannedRaster(artwork.raster(page.number), page, plan.artwork);
    const done = await buildPlates(
      picture,
      specs.filter((spec) => spec.picture === picture),
      raster,
      artPlate,
      page.barcodes.map((code) => toPixels(barcodeGround(code), page, raster)),
      sink,
      progress && ((share) => progress((i + share) / pictures.length)),
    );
    plates.push(...done.plates);
    measured.push(...done.pictures);
  }
  return { plates, pictures: measured };
}

/** A place on the page in pixels of a raster of it, at whatever resolution. */
function toPixels(
  { left, top, width, height }: { left: number; top: number; width: number; height: number },
  page: ArtworkPage,
  raster: { width: number; height: number },
): PixelBox {
  const [x, y] = [raster.width / page.widthMm, raster.height / page.heightMm];
  const clamp = (value: number, most: number) => Math.min(most, Math.max(0, Math.round(value)));
  return {
    left: clamp(left * x, raster.width),
    top: clamp(top * y, raster.height),
    right: clamp((left + width) * x, raster.width),
    bottom: clamp((top + height) * y, raster.height),
  };
}

/** Everything that follows from a plan once its plates are measured. No pixels are touched: takes milliseconds. */
export function reckon(plan: PrintPlan, info: ArtworkInfo, measured: Measures): PlanResult {
  const measures = new Map(measured.plates.map((measure) => [measure.key, measure]));
  const page = pageOf(plan, info, 'front');
  const process = (picture: Picture) => {
    const { separations } = pageOf(plan, info, picture);
    const done = measured.pictures.find((measure) => measure.picture === picture);
    return (done?.process ??
      PROCESS_NAMES.map(
        (name) => separations.find((s) => s.name === name)?.coverageWithBleed ?? 0,
      )) as [number, number, number, number];
  };
  const coverages: Coverages = {
    process,
    plate: (layer, { lay, rule }) =>
      (lay !== 'CMYK' && rule && measures.get(plateKey(lay, layer.picture, rule))?.coverage) || 0,
  };

  let layout: Layout | undefined;
  const failed: Finding[] = [];
  try {
    layout = layOut(
      { width: page.widthMm, height: page.heightMm },
      plan.layout,
      plan.machine,
      plan.material,
    );
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    failed.push({ code: error.code, severity: 'error', message: error.message });
  }
  const findings = [...failed, ...planFindings(plan, info, measured, layout)];
  const scene = makeScene({ ...plan, process: modelOf(info) });
  const opacity = opacityOf(scene, plan.viewing.side === 'back' ? 'back' : 'front');
  const impossible = findings.some(({ code }) => IMPOSSIBLE.has(code));
  return {
    notation: formatStack(plan.stack),
    findings,
    plates: measured.plates,
    opacity,
    work:
      layout && !impossible ? workOf(plan, page, layout, coverages, opacity, findings) : undefined,
  };
}

/** Errors after which time, ink and money would be numbers for a print that can't be made. */
const IMPOSSIBLE = new Set([
  'LAYOUT_TOO_LARGE',
  'INK_NOT_FITTED',
  'TOO_MANY_LAYERS',
  'TOO_MANY_HITS',
  'NO_MODE',
  'MODE_WITHOUT_SPECIALS',
  'ONE_TRIP_ONLY',
  'BACK_NOT_PRINTABLE',
  'MODE_MATERIAL',
  'MODE_SPECIALS',
  'NO_SECOND_TRIP',
  'TOO_NARROW',
]);

function workOf(
  plan: PrintPlan,
  page: ReturnType<typeof pageOf>,
  layout: Layout,
  coverages: Coverages,
  opacity: Opacity,
  findings: readonly Finding[],
): Work {
  const { machine, material, prices } = plan;
  const mode = modeOf(plan);
  const trips = planTrips(plan.stack, machine, mode, plan.trips, layout);
  const test = plan.trips.testPrint ? 1 : 0;
  const starts = layout.loads.length + test;
  const pieceMm2 = page.widthMm * page.heightMm;
  const inks = inkUse(trips, coverages, machine, pieceMm2, plan.layout.copies + test, starts);

  const printing = trips.reduce((sum, trip) => sum + trip.minutes, 0);
  const waiting = trips.reduce((sum, trip) => sum + trip.waitMinutes, 0);
  const handling = LOADING_MINUTES * starts * trips.length;
  const minutes = machine.setupMinutes + printing + waiting + handling;
  const operatorMinutes = machine.setupMinutes + handling;
  const testMm2 = test * (layout.pieceHeight + 2 * plan.layout.margin) * material.width;
  const cost = costOf({
    inks,
    layout,
    testMm2,
    copies: plan.layout.copies,
    finishedMm2: page.trimMm.width * page.trimMm.height,
    machineMinutes: printing + waiting,
    operatorMinutes,
    machine,
    material,
    prices,
  });
  const setup = term('setting up', machine.setupMinutes, 'min', machine.name);
  const loading = term(
    'loading and starting',
    handling,
    'min',
    `${LOADING_MINUTES} min × ${starts} start(s) × ${trips.length} trip(s), common practice`,
  );
  return {
    layout,
    trips,
    minutes,
    operatorMinutes,
    inks,
    cost,
    runSheet: runSheet({ plan, mode, layout, trips, inks, opacity, findings }),
    workings: {
      minutes: {
        label: 'Time in all',
        value: minutes,
        unit: 'min',
        formula: 'setting up + printing + waiting + loading',
        terms: [
          setup,
          term('printing', printing, 'min', `${trips.length} trip(s)`),
          term(
            'waiting',
            waiting,
            'min',
            `${plan.trips.waitMinutes} min between trips, or after the only one, for each load`,
          ),
          loading,
        ],
      },
      operatorMinutes: {
        label: 'Operator',
        value: operatorMinutes,
        unit: 'min',
        formula: 'setting up + loading',
        terms: [setup, loading],
      },
    },
  };
}

/** Fitting the profile takes some milliseconds; one artwork has one profile. */
const models = new WeakMap<object, ReturnType<typeof processModel>>();
export function modelOf({ anchor }: ArtworkInfo): ReturnType<typeof processModel> {
  let model = models.get(anchor);
  if (!model) models.set(anchor, (model = processModel(anchor)));
  return model;
}

/** Plates and everything that follows, in one call. */
export const planJob = async (
  plan: PrintPlan,
  artwork: Artwork,
  sink?: PlateSink,
): Promise<PlanResult> => reckon(plan, artwork.info, await measurePlates(plan, artwork, sink));

/** Which pages a plan prints, so that only those are read. */
export const pagesOf = (plan: PrintPlan): readonly number[] => [
  ...new Set(
    allLayers(plan.stack).map(({ picture }) =>
      picture === 'rear' ? (plan.artwork.rearPage ?? plan.artwork.page) : plan.artwork.page,
    ),
  ),
];
