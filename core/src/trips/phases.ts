/** The work at the machine from first to last, phase by phase: its bars are the timeline, its sum is the time. */
import {
  allLayers,
  layerName,
  type Machine,
  type MachineState,
  NOZZLE_CHECK_MINUTES,
  type Stack,
  usesInkRole,
} from '../stack/index.ts';
import { term, type Working } from '../units/index.ts';
import { isSpecial, LOADING_MINUTES, type Trip, type TripSettings } from './trips.ts';
import { inSentence, t } from '../texts/index.ts';

/** Cutting and creasing of one copy, mm of path. */
export interface Cutting {
  readonly cutMm: number;
  readonly creaseMm: number;
}

export type PhaseStep =
  | 'setup'
  | 'fitting'
  | 'slot'
  | 'heads'
  | 'check'
  | 'loading'
  | 'print'
  | 'return'
  | 'wait'
  | 'crease'
  | 'tool'
  | 'cut';

/** Hands and checks until parked white heads print again. Common practice. */
export const FIT_HEADS_MINUTES = 4;

/**
 * How much one time of work by hands differs from another, standard deviation as a share. Our own judgement: nobody reports hands.
 */
const HANDS_DEVIATION = 0.25;

/**
 * Standard deviation of all work by hands, minutes. Whoever is slow in setting up is slow in all of it; loads differ one by one.
 *
 * @param starts how often each trip is loaded
 */
export function handsDeviation(phases: readonly Phase[], starts: number): number {
  let [once, loads] = [0, 0];
  for (const { step, minutes } of phases.filter(({ attended }) => attended))
    if (step === 'loading') loads += starts * (minutes / starts) ** 2;
    else once += minutes;
  return HANDS_DEVIATION * Math.sqrt(once ** 2 + loads);
}

/** Steps that the operator is at the machine for. */
const ATTENDED: readonly PhaseStep[] = [
  'setup',
  'fitting',
  'slot',
  'heads',
  'check',
  'loading',
  'tool',
];

export interface Phase {
  readonly step: PhaseStep;
  readonly label: string;
  /** From the start of the work. */
  readonly start: number;
  readonly minutes: number;
  /** The operator is at the machine for all of it. */
  readonly attended: boolean;
  readonly working: Working;
}

export interface PhaseInput {
  readonly machine: Machine;
  readonly state: MachineState;
  readonly stack: Stack;
  readonly trips: readonly Trip[];
  readonly settings: TripSettings;
  /** Loads, test print included. */
  readonly starts: number;
  /** Test print included. */
  readonly copies: number;
  readonly cutting: Cutting | undefined;
}

/** The slot that this stack wants white in: one for white with colour above it, one for all else; nothing where it has no white. */
export function slotWanted(stack: Stack): 'under' | 'other' | undefined {
  if (!usesInkRole(stack, 'W')) return undefined;
  const under = [stack.front, stack.back].some((side) => {
    const first = side.findIndex(({ parts }) => parts.some(({ inkRole }) => inkRole === 'W'));
    const above = first < 0 ? [] : side.slice(first + 1);
    return above.some(({ parts }) => parts.some(({ inkRole }) => inkRole === 'CMYK'));
  });
  return under ? 'under' : 'other';
}

export function phasesOf(input: PhaseInput): readonly Phase[] {
  const { machine, state, stack, trips, settings, starts, copies, cutting } = input;
  const list: Omit<Phase, 'start'>[] = [];
  const add = (
    step: PhaseStep,
    label: string,
    minutes: number,
    working: Pick<Working, 'formula' | 'terms'>,
  ) => {
    if (minutes > 0)
      list.push({
        step,
        label,
        minutes,
        attended: ATTENDED.includes(step),
        working: { label, value: minutes, unit: 'min', ...working },
      });
  };
  const stated = (minutes: number, from: string) => ({
    formula: t('trips.stated'),
    terms: [term(t('trips.time'), minutes, 'min', from)],
  });

  add(
    'setup',
    t('trips.settingUp'),
    machine.setupMinutes,
    stated(machine.setupMinutes, machine.name),
  );
  if (settings.fittedFor && machine.fitting && allLayers(stack).some(isSpecial))
    add('fitting', t('trips.puttingSpecialInkOut'), machine.fitting.minutes, {
      formula: t('trips.statedCostSharedAmong'),
      terms: [
        term(t('trips.time'), machine.fitting.minutes, 'min', machine.name),
        term(t('trips.jobs'), settings.fittedFor, '', t('trips.share')),
      ],
    });
  const { whiteSlot } = machine;
  const slot = slotWanted(stack);
  if (whiteSlot && slot && state.whiteSlot && state.whiteSlot !== slot)
    add(
      'slot',
      t('trips.movingWhiteOtherSlot'),
      whiteSlot.minutes,
      stated(whiteSlot.minutes, machine.name),
    );
  if (state.headsParked && usesInkRole(stack, 'W'))
    add(
      'heads',
      t('trips.fittingParkedWhiteHeads'),
      FIT_HEADS_MINUTES,
      stated(FIT_HEADS_MINUTES, t('trips.commonPracticeMinuteHands')),
    );
  const check = machine.nozzleCheckMinutes ?? NOZZLE_CHECK_MINUTES;
  add(
    'check',
    t('trips.nozzleCheck'),
    check,
    stated(
      check,
      machine.nozzleCheckMinutes === undefined ? t('trips.commonPractice') : machine.name,
    ),
  );

  const { cutter } = machine;
  const blade = (step: 'crease' | 'cut', label: string, mm: number) =>
    add(step, label, (mm * copies) / (cutter?.speed ?? Infinity) / 60, {
      formula: t('trips.lengthOneCopyCopies'),
      terms: [
        term(t('trips.lengthOneCopy'), mm, 'mm'),
        term(t('trips.copies'), copies, '', t('trips.testPrintIncluded')),
        term(t('trips.speed'), cutter?.speed ?? 0, 'mm/s', machine.name),
      ],
    });
  // Crease first, then ink, then cut; the tool is changed by hand in between.
  if (cutter && cutting) blade('crease', t('trips.creasing'), cutting.creaseMm);
  const handling = LOADING_MINUTES * starts;
  for (const trip of trips) {
    add('loading', t('trips.loadingStarting'), handling, {
      formula: t('trips.timeEachStarts'),
      terms: [
        term(t('trips.timeEach'), LOADING_MINUTES, 'min', t('trips.commonPractice')),
        term(t('trips.starts'), starts, '', t('trips.loadsTestPrintIncluded')),
      ],
    });
    add(
      'print',
      t('trips.trip', {
        number: trip.number,
        layers: inSentence(
          trip.layers.map((layer) => layerName(layer, machine)).join(t('trips.then')),
        ),
      }),
      trip.minutes - trip.returnMinutes,
      trip.working,
    );
    add('return', t('trips.backOrigin'), trip.returnMinutes, {
      formula: t('trips.printedLengthReturnSpeed'),
      terms: [term(t('trips.returnSpeed'), machine.returnSpeed, 'mm/s', machine.name)],
    });
    add('wait', t('trips.drying'), trip.waitMinutes, {
      formula: t('trips.waitLoads'),
      terms: [
        term(t('trips.wait'), trip.waitSetting, 'min', t('trips.twoSchools315')),
        term(t('trips.loads'), starts, '', t('trips.testPrintIncluded')),
      ],
    });
  }
  if (cutter && cutting) {
    if (cutting.creaseMm > 0 && cutting.cutMm > 0)
      add(
        'tool',
        t('trips.changingToolFromCrease'),
        cutter.swapMinutes,
        stated(cutter.swapMinutes, machine.name),
      );
    blade('cut', t('trips.cutting'), cutting.cutMm);
  }

  let start = 0;
  return list.map((phase) => {
    const placed = { ...phase, start };
    start += phase.minutes;
    return placed;
  });
}

/** How often the operator has to come back to the machine: each run of hands after something that ran by itself. */
export const visitsOf = (phases: readonly Phase[]): number =>
  phases.filter(({ attended }, i) => attended && !(phases[i - 1]?.attended ?? false)).length;
