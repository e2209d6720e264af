/** The work at the machine from first to last, phase by phase: its bars are the timeline, its sum is the time. */
import type { Machine, MachineState, Stack } from '../stack/index.ts';
import { allLayers, layerName, NOZZLE_CHECK_MINUTES, usesInkRole } from '../stack/index.ts';
import { term, type Working } from '../units/index.ts';
import { isSpecial, LOADING_MINUTES, type Trip, type TripSettings } from './trips.ts';

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
    formula: 'as stated',
    terms: [term('time', minutes, 'min', from)],
  });

  add('setup', 'Setting up', machine.setupMinutes, stated(machine.setupMinutes, machine.name));
  if (settings.fittedFor && machine.fitting && allLayers(stack).some(isSpecial))
    add('fitting', 'Putting the special ink in and out', machine.fitting.minutes, {
      formula: 'as stated; its cost is shared among the jobs that use it',
      terms: [
        term('time', machine.fitting.minutes, 'min', machine.name),
        term('jobs', settings.fittedFor, '', 'that share it'),
      ],
    });
  const { whiteSlot } = machine;
  const slot = slotWanted(stack);
  if (whiteSlot && slot && state.whiteSlot && state.whiteSlot !== slot)
    add(
      'slot',
      'Moving white to its other slot',
      whiteSlot.minutes,
      stated(whiteSlot.minutes, machine.name),
    );
  if (state.headsParked && usesInkRole(stack, 'W'))
    add(
      'heads',
      'Fitting the parked white heads',
      FIT_HEADS_MINUTES,
      stated(FIT_HEADS_MINUTES, 'common practice: a minute of hands, and checks'),
    );
  const check = machine.nozzleCheckMinutes ?? NOZZLE_CHECK_MINUTES;
  add(
    'check',
    'Nozzle check',
    check,
    stated(check, machine.nozzleCheckMinutes === undefined ? 'common practice' : machine.name),
  );

  const { cutter } = machine;
  const blade = (step: 'crease' | 'cut', label: string, mm: number) =>
    add(step, label, (mm * copies) / (cutter?.speed ?? Infinity) / 60, {
      formula: 'length of one copy × copies ÷ speed of the blade',
      terms: [
        term('length of one copy', mm, 'mm'),
        term('copies', copies, '', 'test print included'),
        term('speed', cutter?.speed ?? 0, 'mm/s', machine.name),
      ],
    });
  // Crease first, then ink, then cut; the tool is changed by hand in between.
  if (cutter && cutting) blade('crease', 'Creasing', cutting.creaseMm);
  const handling = LOADING_MINUTES * starts;
  for (const trip of trips) {
    add('loading', 'Loading and starting', handling, {
      formula: 'time for each × starts',
      terms: [
        term('time for each', LOADING_MINUTES, 'min', 'common practice'),
        term('starts', starts, '', 'loads, test print included'),
      ],
    });
    add(
      'print',
      `Trip ${trip.number}: ${trip.layers
        .map((layer) => layerName(layer, machine))
        .join(', then ')
        .toLowerCase()}`,
      trip.minutes - trip.returnMinutes,
      trip.working,
    );
    add('return', 'Back to the origin', trip.returnMinutes, {
      formula: 'printed length ÷ return speed',
      terms: [term('return speed', machine.returnSpeed, 'mm/s', machine.name)],
    });
    add('wait', 'Drying', trip.waitMinutes, {
      formula: 'wait × loads',
      terms: [
        term('wait', trip.waitSetting, 'min', 'two schools: 3 and 15 min, common practice'),
        term('loads', starts, '', 'test print included'),
      ],
    });
  }
  if (cutter && cutting) {
    if (cutting.creaseMm > 0 && cutting.cutMm > 0)
      add(
        'tool',
        'Changing the tool from crease to cut',
        cutter.swapMinutes,
        stated(cutter.swapMinutes, machine.name),
      );
    blade('cut', 'Cutting', cutting.cutMm);
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
