/** The one function: a plan and its artwork in, everything the operator wants to know out. */
import { drawnCutting, PROCESS_NAMES, type ArtworkInfo, type Finding } from '../artwork/index.ts';
import { costOf, type Cost } from '../cost/index.ts';
import { DomainError } from '../errors.ts';
import {
  containersFor,
  inkUse,
  type ContainerNeed,
  type Coverages,
  type InkUse,
} from '../ink/index.ts';
import { layOut, type Layout } from '../layout/index.ts';
import { inkInterval, timeInterval, type Interval } from '../learning/index.ts';
import { makeScene, opacityOf, type Opacity } from '../look/index.ts';
import { plateKey, type Measures, type PlateMeasure } from '../plates/index.ts';
import { runSheet, type RunStep } from '../runsheet/index.ts';
import { allLayers, formatStack, inkOf, type Channel, type Picture } from '../stack/index.ts';
import {
  driftRisk,
  phasesOf,
  planTrips,
  visitsOf,
  type DriftRisk,
  type Phase,
  type Trip,
} from '../trips/index.ts';
import { term, type Working } from '../units/index.ts';
import { planFindings } from './findings.ts';
import { pieceOf, workFindings } from './layoutFindings.ts';
import { measurePlates } from './measurePlates.ts';
import { modelOf } from './model.ts';
import { modeOf, pageOf, type Artwork, type PrintPlan } from './plan.ts';

export interface PlanResult {
  readonly notation: string;
  readonly findings: readonly Finding[];
  readonly plates: readonly PlateMeasure[];
  readonly opacity: Opacity;
  /** Absent when not even one piece fits. */
  readonly layout: Layout | undefined;
  /** Absent when the print does not fit, or its machine can't print it: then no number would be true. */
  readonly work: Work | undefined;
}

export interface Work {
  readonly layout: Layout;
  readonly trips: readonly Trip[];
  /** From setting up to dry, everything included. */
  readonly minutes: number;
  readonly operatorMinutes: number;
  /** From first to last; they add up to the minutes. */
  readonly phases: readonly Phase[];
  /** How often the operator has to come to the machine. */
  readonly visits: number;
  readonly drift: DriftRisk;
  readonly inks: readonly InkUse[];
  /** Of the inks whose containers are known. */
  readonly containers: readonly ContainerNeed[];
  /** What holds in 8 of 10 jobs. */
  readonly interval: {
    readonly minutes: Interval;
    readonly inkMl: Readonly<Partial<Record<Channel, Interval>>>;
  };
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
  const process = (picture: Picture): ReturnType<Coverages['process']> => {
    const { separations } = pageOf(plan, info, picture);
    const done = measured.pictures.find((measure) => measure.picture === picture);
    return PROCESS_NAMES.map((name, i) => ({
      mean: done?.process[i] ?? separations.find((s) => s.name === name)?.coverageWithBleed ?? 0,
      levels: done?.levels?.process[i],
    })) as unknown as ReturnType<Coverages['process']>;
  };
  const coverages: Coverages = {
    process,
    plate: (layer, { lay, rule }) => {
      if (lay === 'CMYK' || !rule) return { mean: 0 };
      const key = plateKey(lay, layer.picture, rule);
      const picture = measured.pictures.find((measure) => measure.picture === layer.picture);
      return { mean: measures.get(key)?.coverage ?? 0, levels: picture?.levels?.plates[key] };
    },
  };

  let layout: Layout | undefined;
  const failed: Finding[] = [];
  try {
    layout = layOut(pieceOf(page), plan.layout, plan.machine, plan.material);
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    failed.push({ code: error.code, severity: 'error', message: error.message });
  }
  const findings = [...failed, ...planFindings(plan, info, measured, layout)];
  const scene = makeScene({ ...plan, process: modelOf(info) });
  const opacity = opacityOf(scene, plan.viewing.side === 'back' ? 'back' : 'front');
  const impossible = findings.some(({ code }) => IMPOSSIBLE.has(code));
  const work =
    layout && !impossible ? workOf(plan, page, layout, coverages, opacity, findings) : undefined;
  return {
    notation: formatStack(plan.stack),
    findings: work ? [...findings, ...workFindings(work)] : findings,
    plates: measured.plates,
    opacity,
    layout,
    work,
  };
}

/** Errors after which time, ink and money would be numbers for a print that can't be made. */
const IMPOSSIBLE = new Set([
  'LAYOUT_TOO_LARGE',
  'LAYOUT_TOO_MANY',
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
  'OVERHANG',
  'HEAD_CLEARANCE',
  'PLACED_OUTSIDE',
  'PLACED_OVERLAP',
  'NO_CUTTER',
]);

/** What is not said of the blade's path is taken from the lines that the artist drew, where the machine has a blade. */
function withDrawnCutting(plan: PrintPlan, page: ReturnType<typeof pageOf>): PrintPlan {
  const drawn =
    plan.cutting || !plan.machine.cutter ? undefined : drawnCutting(page, plan.artwork.names);
  return drawn ? { ...plan, cutting: drawn } : plan;
}

function workOf(
  said: PrintPlan,
  page: ReturnType<typeof pageOf>,
  layout: Layout,
  coverages: Coverages,
  opacity: Opacity,
  findings: readonly Finding[],
): Work {
  const plan = withDrawnCutting(said, page);
  const { machine, material, prices } = plan;
  const mode = modeOf(plan);
  const trips = planTrips(plan.stack, machine, mode, plan.trips, layout);
  const test = plan.trips.testPrint ? 1 : 0;
  const starts = layout.fillings + test;
  const copies = plan.layout.copies + test;
  const fittedFor = plan.trips.fittedFor ?? 0;
  const phases = phasesOf({
    machine,
    stack: plan.stack,
    trips,
    wish: plan.trips,
    starts,
    copies,
    cutting: plan.cutting,
  });
  const sum = (of: readonly number[]) => of.reduce((all, one) => all + one, 0);
  const minutes = sum(phases.map((phase) => phase.minutes));
  const attended = phases.filter((phase) => phase.attended);
  const operatorMinutes = sum(attended.map((phase) => phase.minutes));
  const inks = inkUse({
    trips,
    coverages,
    machine,
    pieceMm2: page.widthMm * page.heightMm,
    copies,
    starts,
    minutes: sum(trips.map((trip) => trip.minutes)),
    fittedFor,
  });
  const containers = containersFor(inks, machine);
  const testMm2 = test * (layout.pieceHeight + 2 * plan.layout.margin) * material.width;
  const cost = costOf({
    inks,
    layout,
    testMm2,
    copies: plan.layout.copies,
    finishedMm2: page.trimMm.width * page.trimMm.height,
    phases,
    minutes: minutes * layout.share,
    fittedFor,
    machine,
    material,
    prices,
    extras: plan.extras ?? [],
  });
  const sweep = sum(trips.map((trip) => trip.sweepMinutes));
  const turn = sum(trips.map((trip) => trip.turnMinutes));
  const byLabel = (of: readonly Phase[]) =>
    [...new Set(of.map(({ label }) => label))].map((label) => {
      const same = of.filter((phase) => phase.label === label);
      return term(
        label.toLowerCase(),
        sum(same.map((phase) => phase.minutes)),
        'min',
        same.length > 1 ? `${same.length} times` : undefined,
      );
    });
  return {
    layout,
    trips,
    phases,
    minutes,
    operatorMinutes,
    visits: visitsOf(phases),
    drift: driftRisk(trips, layout, machine),
    inks,
    containers,
    interval: {
      minutes: timeInterval(machine, { sweep, turn, fixed: minutes - sweep - turn }),
      inkMl: Object.fromEntries(
        inks.map((use) => [use.channel, inkInterval(machine, inkOf(machine, use.channel)!, use)]),
      ),
    },
    cost,
    runSheet: runSheet({ plan, mode, layout, trips, inks, containers, opacity, findings }),
    workings: {
      minutes: {
        label: 'Time in all',
        value: minutes,
        unit: 'min',
        formula: 'sum of the phases',
        terms: byLabel(phases),
      },
      operatorMinutes: {
        label: 'Operator',
        value: operatorMinutes,
        unit: 'min',
        formula: 'sum of the phases at the machine',
        terms: byLabel(attended),
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
