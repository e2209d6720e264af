/**
 * Procedures of the floor as data: steps with reasons, timers, cautions, what to have at hand and what to write down. Times and habits
 * are common practice; a shop edits them and adds its own. Makers' data sheets and local codes have the last word.
 */
import type { Machine } from '../stack/index.ts';

/** What may hurt somebody at a step. */
export const CAUTIONS = {
  waste:
    'Waste ink and cleaning fluid are regulated waste. Catch them, label the container, and follow the maker’s safety data sheet and local codes.',
  gloves:
    'Wear gloves and eye protection: ink and cleaning fluid irritate, and uncured UV ink sensitises skin. See the safety data sheet.',
  solvent:
    'Vapour: keep the ventilation running and sources of ignition away. See the safety data sheet.',
  carriage:
    'The carriage moves without warning and pinches. Wait until it has stopped; keep hands out.',
  hot: 'Heads and platen are hot. Let them cool before you touch them.',
  needle: 'The needle under the head is sharp and wet with ink. Hold the cloth under it.',
  uv: 'UV lamps harm eyes and skin. Never look into them; keep shields closed.',
} as const;
export type CautionId = keyof typeof CAUTIONS;

export const PROCEDURE_IDS = [
  'daily',
  'has-stood',
  'put-white-in',
  'take-white-out',
  'park-heads',
  'fit-heads',
  'move-slot',
  'change-container',
  'empty-waste',
] as const;
export type ProcedureId = (typeof PROCEDURE_IDS)[number];

/** What the logbook gets when a step is ticked. */
export const STEP_EFFECTS = [
  'agitated',
  'pattern',
  'cleaned',
  'filled',
  'flushed',
  'parked',
  'heads-fitted',
  'slot',
  'waste-emptied',
] as const;
export type StepEffect = (typeof STEP_EFFECTS)[number];

/** What is written down at a step. */
export interface StepField {
  readonly id: string;
  readonly label: string;
  readonly kind: 'number' | 'text';
  readonly unit?: string;
}

export interface ProcedureStep {
  readonly do: string;
  readonly why?: string;
  /** Hands are needed for so long. */
  readonly minutes: number;
  /** Then it goes on by itself for so long, with a timer; nobody need stand by. */
  readonly waitMinutes?: number;
  readonly cautions?: readonly CautionId[];
  readonly write?: readonly StepField[];
  readonly effect?: StepEffect;
}

export interface Procedure {
  readonly title: string;
  /** When it is done. */
  readonly when: string;
  readonly have: readonly string[];
  readonly steps: readonly ProcedureStep[];
  /** Drawn from the containers or lost in the lines, mL; the machine's own figure for a swap where it is absent. */
  readonly ml?: number;
}

const mixture: StepField = { id: 'ml', label: 'Drawn by the cleaning', kind: 'number', unit: 'mL' };
const note: StepField = { id: 'note', label: 'What was seen', kind: 'text' };

const look: ProcedureStep = {
  do: 'Print the nozzle pattern on clear or coloured stock. Tilt it to the light and look at every row, both of white. Tap the missing ones.',
  why: 'White on white can’t be seen, and a missing row shows only on the finished print.',
  minutes: 2,
  effect: 'pattern',
};
const agitate: ProcedureStep = {
  do: 'Move the white container gently from side to side, about 25 strokes.',
  why: 'Titanium dioxide is heavy and settles. Shaking makes bubbles, and bubbles stop nozzles.',
  minutes: 1,
  effect: 'agitated',
};
const empty: ProcedureStep = {
  do: 'Empty the waste container, and put it back.',
  why: 'A swap or a cleaning fills it, and it runs over unseen.',
  minutes: 2,
  cautions: ['waste', 'gloves'],
  effect: 'waste-emptied',
};

export const PROCEDURES: Readonly<Record<ProcedureId, Procedure>> = {
  daily: {
    title: 'Daily care',
    when: 'Every working day before the first print.',
    have: ['A strip of clear or coloured stock'],
    steps: [
      { ...agitate, cautions: ['carriage'] },
      look,
      {
        do: 'Look at the waste container.',
        why: 'More goes into it than one thinks: spit, cleanings, swaps.',
        minutes: 0.5,
        write: [note],
      },
    ],
    ml: 1,
  },
  'has-stood': {
    title: 'When it has stood',
    when: 'White has not moved for a week or more, or nozzles are missing.',
    have: ['Gloves', 'A strip of clear or coloured stock', 'Lint-free cloth'],
    steps: [
      {
        ...agitate,
        why: 'Pigment lies on the bottom of the container; draw nothing before it is in the ink again.',
      },
      look,
      {
        do: 'Are nozzles missing? Run one ordinary cleaning. If none is missing, go on.',
        why: 'One cleaning draws settled ink out of the lines. A second at once draws air in.',
        minutes: 1,
        waitMinutes: 3,
        cautions: ['carriage', 'waste'],
        write: [mixture],
        effect: 'cleaned',
      },
      {
        ...look,
        do: 'Print the pattern again. If rows are still missing, let it rest for an hour, then look once more; replace the container or ask the service after that.',
      },
    ],
  },
  'put-white-in': {
    title: 'Put white in',
    when: 'Cleaning fluid stands in its place and white is wanted.',
    have: [
      'A full or almost full container of white',
      'An empty cleaning container',
      'Gloves',
      'A strip of clear or coloured stock',
    ],
    steps: [
      {
        do: 'Choose the ink set with white at the machine’s panel. It checks that every container has enough for the exchange.',
        why: 'It stops half-way if one runs dry, with both inks in the lines.',
        minutes: 1,
      },
      empty,
      {
        do: 'Agitate the new container before it is fitted: 60 tilts of a box, or 100 shakes of a bottle, by its kind.',
        why: 'It has stood on the shelf for weeks.',
        minutes: 2,
        effect: 'agitated',
      },
      {
        do: 'Take the cleaning container out and put the empty one in, when the panel says so.',
        minutes: 0.5,
        cautions: ['gloves', 'carriage'],
      },
      {
        do: 'Let the lines drain.',
        why: 'All fluid in the lines goes into the waste.',
        minutes: 0,
        waitMinutes: 5,
        cautions: ['waste', 'solvent'],
      },
      {
        do: 'Put the white in. Don’t strain the joint between bag and port.',
        minutes: 0.5,
        cautions: ['gloves'],
      },
      {
        do: 'Let the white charge.',
        minutes: 0,
        waitMinutes: 15,
        cautions: ['carriage'],
        effect: 'filled',
      },
      look,
    ],
  },
  'take-white-out': {
    title: 'Take white out',
    when: 'No white is planned for weeks.',
    have: ['A full cleaning container', 'An empty container', 'Gloves'],
    steps: [
      {
        do: 'Choose the ink set without white at the machine’s panel.',
        why: 'What is in the lines is lost each time: be sure that no white job is near.',
        minutes: 1,
      },
      empty,
      {
        do: 'Take the white out and put the empty container in. Seal the white and write the day on it.',
        minutes: 1,
        cautions: ['gloves', 'carriage'],
      },
      {
        do: 'Let the lines drain.',
        minutes: 0,
        waitMinutes: 5,
        cautions: ['waste', 'solvent'],
      },
      { do: 'Put the cleaning container in.', minutes: 0.5, cautions: ['gloves'] },
      {
        do: 'Let the fluid charge.',
        minutes: 0,
        waitMinutes: 15,
        cautions: ['carriage'],
        effect: 'flushed',
      },
    ],
  },
  'park-heads': {
    title: 'Park the heads',
    when: 'No white for days, on a machine with a holder that turns the ink.',
    have: ['Gloves', 'Lint-free cloth', 'Distilled water', 'The stand-ins'],
    steps: [
      {
        do: 'See that no job prints or waits. Choose “park” at the panel.',
        minutes: 0.5,
      },
      {
        do: 'Let the machine finish its own routine and the heads cool down.',
        why: 'Hot heads drip and burn.',
        minutes: 0,
        waitMinutes: 10,
        cautions: ['hot'],
      },
      {
        do: 'Wait until the carriage has stopped. Unlatch, and lift the head out by its handle, a cloth below.',
        minutes: 1,
        cautions: ['carriage', 'hot', 'needle'],
      },
      {
        do: 'Wipe the underside of the head and the tower it sat in, with a lint-free cloth and distilled water.',
        why: 'Dried white on the underside turns the drops aside.',
        minutes: 1,
        cautions: ['gloves', 'needle'],
      },
      {
        do: 'Set each head into its own numbered place in the holder.',
        why: 'In another place it must be aligned again.',
        minutes: 0.5,
      },
      {
        do: 'Put the stand-ins into the carriage.',
        why: 'Never print with an empty place.',
        minutes: 0.5,
        cautions: ['carriage'],
        effect: 'parked',
      },
    ],
    ml: 1,
  },
  'fit-heads': {
    title: 'Fit the heads',
    when: 'Before white work, when the heads are parked.',
    have: ['Gloves', 'Lint-free cloth', 'A strip of clear or coloured stock'],
    steps: [
      {
        do: 'Wait until the carriage has stopped. Take the stand-ins out.',
        minutes: 0.2,
        cautions: ['carriage'],
      },
      {
        do: 'Lift each head out of the holder and set it into the place with its number. Latch it.',
        why: 'Another place means aligning again.',
        minutes: 0.9,
        cautions: ['needle', 'gloves'],
        effect: 'heads-fitted',
      },
      {
        do: 'Let the machine check its electronics and its drops.',
        why: 'The longer the heads stood, the longer it takes.',
        minutes: 0,
        waitMinutes: 2,
        cautions: ['carriage'],
      },
      look,
    ],
    ml: 2,
  },
  'move-slot': {
    title: 'Move the white slot',
    when: 'The next job wants white in the other slot: under colour, or for all else.',
    have: ['Gloves', 'Lint-free cloth', 'A strip of clear or coloured stock'],
    steps: [
      { do: 'Hold the queue: nothing prints while the slot is moved.', minutes: 0.5 },
      {
        do: 'Move the white to its other slot as the machine’s maker says, and tell the panel.',
        minutes: 5,
        cautions: ['carriage', 'gloves'],
        effect: 'slot',
      },
      {
        do: 'Let the machine charge the moved line.',
        minutes: 0,
        waitMinutes: 2,
        cautions: ['carriage'],
      },
      look,
      { do: 'Release the queue.', minutes: 0.2 },
    ],
    ml: 3,
  },
  'change-container': {
    title: 'Change a container',
    when: 'A container is empty, or past its day.',
    have: ['The new container: the oldest good one', 'Gloves'],
    steps: [
      {
        do: 'Read the lot and the day of the new container.',
        why: 'The oldest good one goes first.',
        minutes: 0.5,
        write: [{ id: 'lot', label: 'Lot of the new container', kind: 'text' }],
      },
      {
        do: 'Agitate white and metallic before they are fitted: 60 tilts of a box, or 100 shakes of a bottle, by its kind.',
        minutes: 2,
        effect: 'agitated',
      },
      {
        do: 'Take the old one out and put the new one in. Don’t swap the container with the mixing vessel: they look alike.',
        minutes: 1,
        cautions: ['gloves', 'carriage'],
      },
      {
        do: 'Tell the stock which container is fitted, and what becomes of the old one.',
        minutes: 0.5,
      },
    ],
    ml: 0,
  },
  'empty-waste': {
    title: 'Empty the waste',
    when: 'The waste container is nearly full, and before every swap.',
    have: ['Gloves', 'Eye protection', 'The labelled drum for waste ink'],
    steps: [
      {
        do: 'See that no job prints and no cleaning runs.',
        minutes: 0.5,
        cautions: ['carriage'],
      },
      empty,
      {
        do: 'Write down how much it was.',
        why: 'It shows whether the machine spits more than it says.',
        minutes: 0.5,
        write: [{ id: 'ml', label: 'Poured off', kind: 'number', unit: 'mL' }],
      },
    ],
    ml: 0,
  },
};

export interface ProcedureTotals {
  /** At the machine. */
  readonly hands: number;
  /** It goes on by itself. */
  readonly waiting: number;
  readonly minutes: number;
}

export function procedureTotals({ steps }: Pick<Procedure, 'steps'>): ProcedureTotals {
  const sum = (of: (step: ProcedureStep) => number) =>
    steps.reduce((all, step) => all + of(step), 0);
  const [hands, waiting] = [sum((step) => step.minutes), sum((step) => step.waitMinutes ?? 0)];
  return { hands, waiting, minutes: hands + waiting };
}

/** What it draws from the containers, mL: its own figure, or the machine's for filling and flushing lines. */
export const procedureMl = ({ ml, steps }: Procedure, machine: Pick<Machine, 'fitting'>): number =>
  ml ??
  (steps.some(({ effect }) => effect === 'filled' || effect === 'flushed')
    ? (machine.fitting?.lossMl ?? 0)
    : 0);

/** Ids of the procedures that a machine can have done to it, the built-in ones first. */
export function proceduresFor(
  { inks, whiteSlot, care, fitting }: Machine,
  procedures: Readonly<Record<string, Procedure>>,
): readonly string[] {
  const white = inks.some(({ role }) => role === 'white');
  const asks: Readonly<Partial<Record<string, boolean>>> = {
    daily: white,
    'has-stood': white,
    'put-white-in': white && fitting !== undefined,
    'take-white-out': white && fitting !== undefined,
    'park-heads': white && care?.school === 'parking',
    'fit-heads': white && care?.school === 'parking',
    'move-slot': whiteSlot !== undefined,
  };
  return Object.keys(procedures).filter((id) => asks[id] ?? true);
}
