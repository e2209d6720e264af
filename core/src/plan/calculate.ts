/** The one function: a plan and its artwork in, everything the operator wants to know out. */
import { drawnCutting, type ArtworkInfo, type ArtworkPage } from '../artwork/index.ts';
import { costOf, type Cost } from '../cost/index.ts';
import { DomainError } from '../errors/index.ts';
import { finding, isFindingCode, stopsPrint, type Finding } from '../findings/index.ts';
import { containersFor, inkUse, type ContainerNeed, type InkUse } from '../ink/index.ts';
import { layOut, type Layout } from '../layout/index.ts';
import { inkInterval, printInterval, timeInterval, type Interval } from '../learning/index.ts';
import {
  facingPicture,
  opacityOf,
  type Opacity,
  type Scene,
  type SpecialArea,
} from '../look/index.ts';
import type { Measures, PlateMeasure } from '../plates/index.ts';
import { runSheet, type RunStep } from '../runsheet/index.ts';
import {
  formatStack,
  inkOf,
  UNKNOWN_STATE,
  type Channel,
  type MachineState,
  allLayers,
  inkFor,
  keyOf,
} from '../stack/index.ts';
import {
  driftRisk,
  handsDeviation,
  phasesOf,
  planTrips,
  visitsOf,
  type Cutting,
  type DriftRisk,
  type Phase,
  type Trip,
} from '../trips/index.ts';
import { term, type Working } from '../units/index.ts';
import { coveragesOf, mixedCoverages, type VersionPart } from './coverages.ts';
import { planFindings } from './findings.ts';
import { pieceOf, workFindings } from './layoutFindings.ts';
import { measureVersions } from './measurePlates.ts';
import { sceneOf } from './model.ts';
import { shelfFindings } from './shelfFindings.ts';
import { jobNeed, type JobNeed } from '../stock/index.ts';
import { modeOf, pageOf, type Artwork, type PrintPlan, type VersionLoads } from './plan.ts';
import {
  measuresOf,
  mergedFindings,
  oneVersion,
  versionFindings,
  versionLoads,
  versionsOf,
} from './versions.ts';
import { versionWorks, type VersionWork } from './versionWork.ts';
import { inSentence, t } from '../texts/index.ts';

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
  /** Standard deviation of the operator's minutes. */
  readonly operatorDeviation: number;
  /** How often the operator has to come to the machine. */
  readonly visits: number;
  readonly drift: DriftRisk;
  readonly inks: readonly InkUse[];
  /** Of the inks whose containers are known. */
  readonly containers: readonly ContainerNeed[];
  /** What it takes off the shelf. */
  readonly need: JobNeed;
  /** What holds in 8 of 10 jobs. */
  readonly interval: {
    readonly minutes: Interval;
    /** Of the minutes, those of the carriage alone. */
    readonly prints: Interval;
    readonly inkMl: Readonly<Partial<Record<Channel, Interval>>>;
  };
  readonly cost: Cost;
  /** What each version takes of it all; none where the plan has no versions. */
  readonly versions: readonly VersionWork[];
  /** Which versions lie on which load. */
  readonly versionLoads: readonly VersionLoads[];
  readonly runSheet: readonly RunStep[];
  readonly workings: Readonly<Record<'minutes' | 'operatorMinutes', Working>>;
}

/** ML by channel: the short form of {@link Work.inks}. */
export const inkMl = (work: Work): Partial<Record<Channel, number>> =>
  Object.fromEntries(work.inks.map(({ channel, ml }) => [channel, ml]));

interface KeptOpacity {
  /** What it was worked out from, each the very same object. */
  readonly from: readonly unknown[];
  readonly opacity: Opacity;
}
const opacities = new WeakMap<PrintPlan['stack'], KeptOpacity>();

/** Worked out again only when something that it depends on is another: a change of copies or prices leaves it as it is. */
function opacityIn(plan: PrintPlan, info: ArtworkInfo, shown: Measures): Opacity {
  const { stack, material, machine, viewing, artwork } = plan;
  const side = viewing.side === 'back' ? 'back' : 'front';
  const from = [material, machine, info, shown, side, artwork.page, artwork.rearPage];
  const kept = opacities.get(stack);
  if (kept?.from.every((one, i) => one === from[i])) return kept.opacity;
  const scene = sceneOf(plan, info);
  const opacity = opacityOf(scene, side, areasOf(scene, side, shown));
  opacities.set(stack, { from, opacity });
  return opacity;
}

/**
 * Everything that follows from a plan once its plates are measured. No pixels are touched: takes milliseconds.
 * @param state of the plan's machine today
 */
export function calculate(
  plan: PrintPlan,
  info: ArtworkInfo,
  measured: Measures,
  state: MachineState = UNKNOWN_STATE,
): PlanResult {
  const page = pageOf(plan, info, 'front');
  const versions = versionsOf(plan);
  const parts = versions.map((version): VersionPart => {
    const own = plan.versions ? oneVersion(plan, version) : plan;
    const measures = measuresOf(measured, version.page);
    return {
      version,
      plan: own,
      page: pageOf(own, info, 'front'),
      measures,
      coverages: coveragesOf(own, info, measures),
    };
  });

  let layout: Layout | undefined;
  const failed: Finding[] = [];
  try {
    layout = layOut(pieceOf(page), plan.layout, plan.machine, plan.material);
  } catch (error) {
    if (!(error instanceof DomainError) || !isFindingCode(error.code)) throw error;
    failed.push(finding(error.code, error.message));
  }
  // What nobody wants this time has nothing wrong with it.
  const wanted = parts.filter(({ version }) => version.copies > 0);
  const printed = wanted.length > 0 ? wanted : parts;
  const findings = [
    ...failed,
    ...versionFindings(plan, info),
    ...mergedFindings(
      printed.map((part) => ({
        page: part.version.page,
        findings: planFindings(part.plan, info, part.measures, layout, state),
      })),
      plan.artwork.page,
    ),
  ];
  const shown = measuresOf(measured, page.number);
  const opacity = opacityIn(plan, info, shown);
  const work =
    layout && !stopsPrint(findings)
      ? workOf(plan, page, layout, parts, opacity, findings, state)
      : undefined;
  return {
    notation: formatStack(plan.stack),
    findings: work ? [...findings, ...workFindings(plan, state, work)] : findings,
    plates: shown.plates,
    opacity,
    layout,
    work,
  };
}

/** How the specials of the picture that faces a side lie over everything printed; those of the other picture on the average. */
function areasOf(
  scene: Scene,
  side: 'front' | 'back',
  { plates, pictures }: Measures,
): SpecialArea[] {
  const facing = facingPicture(scene.stack, side);
  const means = plates.map(({ key, coverage }) => [key, coverage] as const);
  const laid = pictures.find(({ picture }) => picture === facing)?.laid ?? [];
  return laid.map(({ plates: own, share }) => ({
    plates: new Map([...means, ...Object.entries(own)]),
    share,
  }));
}

/** What is not said of the blade's path is taken from the lines that the artist drew, where the machine has a blade: of versions, their mean. */
function withDrawnCutting(plan: PrintPlan, parts: readonly VersionPart[]): PrintPlan {
  if (plan.cutting || !plan.machine.cutter) return plan;
  const drawn = parts.map(({ page }) => drawnCutting(page, plan.artwork.names));
  if (drawn.every((lines) => lines === undefined)) return plan;
  const mean = (of: (lines: Cutting) => number) =>
    parts.reduce(
      (sum, { version }, i) =>
        sum + ((drawn[i] ? of(drawn[i]) : 0) * version.copies) / plan.layout.copies,
      0,
    );
  const cutting = { cutMm: mean(({ cutMm }) => cutMm), creaseMm: mean((one) => one.creaseMm) };
  return { ...plan, cutting };
}

/** A special that was taken out has to be put in for this job, whatever the plan says of it: then the job pays for it alone. */
function withInkPutIn(plan: PrintPlan, { out = [] }: MachineState): PrintPlan {
  const { machine, stack, trips } = plan;
  if (!machine.fitting || trips.fittedFor) return plan;
  const wanted = allLayers(stack).some(({ parts }) =>
    parts.some((part) => {
      const ink = part.inkRole === 'CMYK' ? undefined : inkFor(machine, keyOf(part));
      return ink !== undefined && out.includes(ink.channel);
    }),
  );
  return wanted ? { ...plan, trips: { ...trips, fittedFor: 1 } } : plan;
}

function workOf(
  given: PrintPlan,
  page: ReturnType<typeof pageOf>,
  layout: Layout,
  parts: readonly VersionPart[],
  opacity: Opacity,
  findings: readonly Finding[],
  state: MachineState,
): Work {
  const plan = withInkPutIn(withDrawnCutting(given, parts), state);
  const { machine, material, prices } = plan;
  const mode = modeOf(plan);
  const trips = planTrips(plan.stack, machine, mode, plan.trips, layout);
  const test = plan.trips.testPrint ? 1 : 0;
  const starts = layout.loadCount + test;
  const copies = plan.layout.copies + test;
  const fittedFor = plan.trips.fittedFor ?? 0;
  const phases = phasesOf({
    machine,
    state,
    stack: plan.stack,
    trips,
    settings: plan.trips,
    starts,
    copies,
    cutting: plan.cutting,
  });
  const sum = (of: readonly number[]) => of.reduce((all, one) => all + one, 0);
  const minutes = sum(phases.map((phase) => phase.minutes));
  const attended = phases.filter((phase) => phase.attended);
  const operatorMinutes = sum(attended.map((phase) => phase.minutes));
  const printed = {
    trips,
    machine,
    starts,
    minutes: sum(trips.map((trip) => trip.minutes)),
    fittedFor,
  };
  const areaOf = (one: ArtworkPage) => one.widthMm * one.heightMm;
  const inks = inkUse({
    ...printed,
    coverages: mixedCoverages(parts),
    pieceMm2:
      sum(parts.map((part) => areaOf(part.page) * part.version.copies)) / plan.layout.copies,
    copies,
  });
  const containers = containersFor(inks, machine, state);
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
  const versions = plan.versions
    ? versionWorks(
        plan.versions,
        inks,
        parts.map(({ version, page: own, coverages }) =>
          inkUse({ ...printed, coverages, pieceMm2: areaOf(own), copies: version.copies }),
        ),
        cost,
      )
    : [];
  const runs = versionLoads(layout, versionsOf(plan));
  const sweep = sum(trips.map((trip) => trip.sweepMinutes));
  const turn = sum(trips.map((trip) => trip.turnMinutes));
  const byLabel = (of: readonly Phase[]) =>
    [...new Set(of.map(({ label }) => label))].map((label) => {
      const same = of.filter((phase) => phase.label === label);
      return term(
        inSentence(label),
        sum(same.map((phase) => phase.minutes)),
        'min',
        same.length > 1 ? t('plan.times', { n: same.length }) : undefined,
      );
    });
  const prints = printInterval(machine, { sweep, turn });
  const deviation = handsDeviation(phases, starts);
  const need = jobNeed(machine, material, { layout, testMm2, inks, minutes });
  let steps: readonly RunStep[] | undefined;
  return {
    layout,
    trips,
    phases,
    minutes,
    operatorMinutes,
    operatorDeviation: deviation,
    visits: visitsOf(phases),
    drift: driftRisk(trips, layout, machine),
    inks,
    containers,
    need,
    interval: {
      minutes: timeInterval(prints, minutes - sweep - turn, deviation),
      prints,
      inkMl: Object.fromEntries(
        inks.map((use) => [use.channel, inkInterval(machine, inkOf(machine, use.channel)!, use)]),
      ),
    },
    cost,
    versions,
    versionLoads: plan.versions ? runs : [],
    // Dozens of sentences: put together for whoever reads them.
    get runSheet() {
      return (steps ??= runSheet({
        plan,
        state,
        mode,
        layout,
        versionLoads: plan.versions ? runs : [],
        trips,
        inks,
        containers,
        opacity,
        findings: [...findings, ...shelfFindings(plan, state, need)],
      }));
    },
    workings: {
      minutes: {
        label: t('plan.timeAll'),
        value: minutes,
        unit: 'min',
        formula: t('plan.sumPhases'),
        terms: byLabel(phases),
      },
      operatorMinutes: {
        label: t('plan.operator'),
        value: operatorMinutes,
        unit: 'min',
        formula: t('plan.sumPhasesMachine'),
        terms: byLabel(attended),
      },
    },
  };
}

/** Plates and everything that follows, in one call. */
export const planJob = async (
  plan: PrintPlan,
  artwork: Artwork,
  state?: MachineState,
): Promise<PlanResult> =>
  calculate(plan, artwork.info, await measureVersions(plan, artwork), state);
