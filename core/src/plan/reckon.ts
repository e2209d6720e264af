/** The one function: a plan and its artwork in, everything the operator wants to know out. */
import { PROCESS_NAMES, type ArtworkInfo, type Finding } from '../artwork/index.ts';
import { costOf, type Cost } from '../cost/index.ts';
import { DomainError } from '../errors.ts';
import { inkUse, type Coverages, type InkUse } from '../ink/index.ts';
import { layOut, type Layout } from '../layout/index.ts';
import { makeScene, opacityOf, type Opacity } from '../look/index.ts';
import { plateKey, type Measures, type PlateMeasure } from '../plates/index.ts';
import { runSheet, type RunStep } from '../runsheet/index.ts';
import { allLayers, formatStack, type Channel, type Picture } from '../stack/index.ts';
import { LOADING_MINUTES, planTrips, type Trip } from '../trips/index.ts';
import { term, type Working } from '../units/index.ts';
import { planFindings } from './findings.ts';
import { measurePlates } from './measurePlates.ts';
import { modelOf } from './model.ts';
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

/** Plates and everything that follows, in one call. */
export const planJob = async (plan: PrintPlan, artwork: Artwork): Promise<PlanResult> =>
  reckon(plan, artwork.info, await measurePlates(plan, artwork));

/** Which pages a plan prints, so that only those are read. */
export const pagesOf = (plan: PrintPlan): readonly number[] => [
  ...new Set(
    allLayers(plan.stack).map(({ picture }) =>
      picture === 'rear' ? (plan.artwork.rearPage ?? plan.artwork.page) : plan.artwork.page,
    ),
  ),
];
