/**
 * Every figure of a machine that a shop states, inks and modes aside: what it is called, its unit and range, what it changes, and
 * where to look it up. Screens are drawn from it.
 */
import { USUAL_CARE, type Machine } from '../stack/index.ts';

export const MACHINE_GROUPS = [
  { id: 'what', title: 'What it is' },
  { id: 'bed', title: 'What goes through it' },
  { id: 'carriage', title: 'How it moves' },
  { id: 'layers', title: 'What it can lay' },
  { id: 'time', title: 'What it costs' },
  { id: 'care', title: 'How white is looked after' },
] as const;
export type MachineGroup = (typeof MACHINE_GROUPS)[number]['id'];

export interface MachineField {
  /** Name in the machine, with dots. */
  readonly path: string;
  readonly group: MachineGroup;
  readonly label: string;
  readonly kind: 'length' | 'number' | 'money' | 'choice' | 'switch';
  /** Of a number; for money what it is paid for. */
  readonly unit?: string;
  /** Lengths in mm. */
  readonly min?: number;
  readonly max?: number;
  readonly precision?: number;
  readonly choices?: readonly { readonly value: string; readonly title: string }[];
  /** May be left out: then this stands. */
  readonly absent?: number | string;
  /** What a wrong figure makes wrong. */
  readonly changes: string;
  readonly lookUp: string;
}

/** Blocks of figures that a machine has or has not. */
export interface MachineBlock {
  readonly path: 'held' | 'cutter' | 'fitting' | 'whiteSlot' | 'care';
  readonly group: MachineGroup;
  readonly label: string;
  /** What stands there when it is switched on; common practice. */
  readonly usual: Readonly<Record<string, number | string>>;
}

const DATA_SHEET = 'The machine’s data sheet.';
const BY_HAND = 'Measure it once with a ruler.';
const BY_WATCH = 'Time it once with a watch.';

export const MACHINE_FIELDS: readonly MachineField[] = [
  {
    path: 'kind',
    group: 'what',
    label: 'Kind',
    kind: 'choice',
    choices: [
      { value: 'roll', title: 'Roll printer' },
      { value: 'flatbed', title: 'Flatbed' },
      { value: 'label', title: 'Label printer' },
    ],
    changes: 'Which materials it takes, and how loads are counted.',
    lookUp: DATA_SHEET,
  },
  {
    path: 'cure',
    group: 'what',
    label: 'Ink',
    kind: 'choice',
    choices: [
      { value: 'uv', title: 'UV, cures under the lamp' },
      { value: 'solvent', title: 'Solvent, dries' },
      { value: 'water', title: 'Water-based, dries' },
    ],
    changes: 'Waits between trips, cautions, and how white is looked after.',
    lookUp: DATA_SHEET,
  },
  {
    path: 'maxWidth',
    group: 'bed',
    label: 'Print width',
    kind: 'length',
    min: 1,
    max: 200_000,
    changes: 'How many pieces lie beside each other.',
    lookUp: DATA_SHEET,
  },
  {
    path: 'minWidth',
    group: 'bed',
    label: 'Narrowest media',
    kind: 'length',
    max: 200_000,
    changes: 'Warns of strips that the rollers don’t hold.',
    lookUp: DATA_SHEET,
  },
  {
    path: 'maxLength',
    group: 'bed',
    label: 'Max print length',
    kind: 'length',
    min: 1,
    max: 200_000,
    changes: 'How many loads a job takes.',
    lookUp: 'The bed, or the longest job that the machine’s own program takes.',
  },
  {
    path: 'maxTwoTripLength',
    group: 'bed',
    label: 'Longest two-trip print in register',
    kind: 'length',
    min: 1,
    max: 200_000,
    changes: 'Warns where white and colour of two trips drift apart.',
    lookUp: 'Print a fine cross at both ends in two trips, and see where they still meet.',
  },
  {
    path: 'clearance',
    group: 'bed',
    label: 'Thickest media',
    kind: 'length',
    min: 0.1,
    max: 1000,
    absent: 3,
    changes: 'Warns of head strikes.',
    lookUp: DATA_SHEET,
  },
  {
    path: 'overhang',
    group: 'bed',
    label: 'Overhang allowed',
    kind: 'length',
    max: 10_000,
    absent: 0,
    changes: 'Whether a large board fits.',
    lookUp: BY_HAND,
  },
  {
    path: 'held.leading',
    group: 'bed',
    label: 'Gripped at the front',
    kind: 'length',
    max: 1000,
    changes: 'Material that can’t be printed.',
    lookUp: BY_HAND,
  },
  {
    path: 'held.trailing',
    group: 'bed',
    label: 'Gripped at the end',
    kind: 'length',
    max: 1000,
    changes: 'Material that can’t be printed.',
    lookUp: BY_HAND,
  },
  {
    path: 'held.sides',
    group: 'bed',
    label: 'Gripped at each side',
    kind: 'length',
    max: 1000,
    changes: 'Material that can’t be printed.',
    lookUp: BY_HAND,
  },
  {
    path: 'headHeight',
    group: 'carriage',
    label: 'Nozzle row',
    kind: 'length',
    min: 0.1,
    max: 1000,
    precision: 1,
    changes: 'Time: how many times the carriage goes over the print.',
    lookUp: `${DATA_SHEET} Or nozzles of one row × 25.4 mm ÷ nozzles an inch.`,
  },
  {
    path: 'headRows',
    group: 'carriage',
    label: 'Rows of heads',
    kind: 'number',
    min: 1,
    max: 12,
    absent: 1,
    changes: 'Time of layers that go down in one trip.',
    lookUp: 'Look at the carriage.',
  },
  {
    path: 'sweeps',
    group: 'carriage',
    label: 'Carriage sweeps',
    kind: 'choice',
    choices: [
      { value: 'print', title: 'the width of the print' },
      { value: 'bed', title: 'the whole bed' },
    ],
    absent: 'print',
    changes: 'Time of narrow prints.',
    lookUp: 'Watch it print something narrow.',
  },
  {
    path: 'turnSeconds',
    group: 'carriage',
    label: 'Turnaround',
    kind: 'number',
    unit: 's',
    max: 60,
    precision: 2,
    changes: 'Time, most of all of narrow prints.',
    lookUp: 'Time ten turns with a watch, and divide.',
  },
  {
    path: 'acceleration',
    group: 'carriage',
    label: 'Acceleration',
    kind: 'number',
    unit: 'mm/s²',
    min: 100,
    max: 100_000,
    absent: 4500,
    changes: 'Time of fast modes: braking and starting take longer.',
    lookUp: 'Seldom stated. Leave it out, and turning has it in it.',
  },
  {
    path: 'returnSpeed',
    group: 'carriage',
    label: 'Return to origin',
    kind: 'number',
    unit: 'mm/s',
    min: 0.1,
    max: 10_000,
    precision: 1,
    changes: 'Time of jobs of two trips.',
    lookUp: BY_WATCH,
  },
  {
    path: 'returnsToOrigin',
    group: 'carriage',
    label: 'Can return for a second trip',
    kind: 'switch',
    changes: 'Whether layers may be laid in several trips.',
    lookUp: DATA_SHEET,
  },
  {
    path: 'maxLayers',
    group: 'layers',
    label: 'Layers per side',
    kind: 'number',
    min: 1,
    max: 12,
    changes: 'Which stacks it can print.',
    lookUp: 'Its own program: what it offers at most.',
  },
  {
    path: 'maxHits',
    group: 'layers',
    label: 'Hits per layer',
    kind: 'number',
    min: 1,
    max: 20,
    changes: 'How opaque white can get.',
    lookUp: 'Its own program.',
  },
  {
    path: 'inkLimit',
    group: 'layers',
    label: 'Total ink limit',
    kind: 'number',
    unit: '%',
    min: 100,
    max: 2000,
    changes: 'Warns where ink runs. One solid laid once is 100 %.',
    lookUp: 'Print a wedge of total ink, and see where it runs.',
  },
  {
    path: 'silverUnderLimit',
    group: 'layers',
    label: 'Silver limit under colour',
    kind: 'number',
    unit: '%',
    max: 100,
    changes: 'Warns of silver that stays wet.',
    lookUp: 'Print silver from 10 to 100 % under colour, and touch it.',
  },
  {
    path: 'barReduction',
    group: 'layers',
    label: 'Bar width gain',
    kind: 'length',
    max: 0.5,
    precision: 3,
    absent: 0,
    changes: 'How bars of codes are plated.',
    lookUp: 'Print one symbol at several reductions, and scan them.',
  },
  {
    path: 'whiteSlot.minutes',
    group: 'layers',
    label: 'Moving the white slot',
    kind: 'number',
    unit: 'min',
    max: 240,
    changes: 'Time between jobs with white under colour and all others.',
    lookUp: BY_WATCH,
  },
  {
    path: 'hourRate',
    group: 'time',
    label: 'Machine rate',
    kind: 'money',
    unit: 'h',
    changes: 'Cost of every minute.',
    lookUp: 'Lease, service, power and wear of a year ÷ hours it prints.',
  },
  {
    path: 'setupMinutes',
    group: 'time',
    label: 'Setup per job',
    kind: 'number',
    unit: 'min',
    max: 10_000,
    precision: 1,
    changes: 'Time and cost of small jobs.',
    lookUp: BY_WATCH,
  },
  {
    path: 'nozzleCheckMinutes',
    group: 'time',
    label: 'Nozzle check',
    kind: 'number',
    unit: 'min',
    max: 10_000,
    precision: 1,
    absent: 2,
    changes: 'Time of every job.',
    lookUp: BY_WATCH,
  },
  {
    path: 'cutter.speed',
    group: 'time',
    label: 'Blade',
    kind: 'number',
    unit: 'mm/s',
    min: 0.1,
    max: 10_000,
    changes: 'Time of jobs that it cuts.',
    lookUp: 'The setting for the material.',
  },
  {
    path: 'cutter.swapMinutes',
    group: 'time',
    label: 'Tool change',
    kind: 'number',
    unit: 'min',
    max: 10_000,
    precision: 1,
    changes: 'Time of jobs that are cut and creased.',
    lookUp: BY_WATCH,
  },
  {
    path: 'fitting.minutes',
    group: 'time',
    label: 'Fitting and removing a special ink',
    kind: 'number',
    unit: 'min',
    max: 10_000,
    changes: 'Time and cost where white is put in for a job.',
    lookUp: BY_WATCH,
  },
  {
    path: 'fitting.lossMl',
    group: 'time',
    label: 'Lost in the lines',
    kind: 'number',
    unit: 'mL',
    max: 1_000_000,
    precision: 1,
    changes: 'Ink and cost where white is put in for a job.',
    lookUp: 'Weigh the waste before and after.',
  },
  {
    path: 'fitting.cleaning',
    group: 'time',
    label: 'Cleaning fluid',
    kind: 'money',
    changes: 'Cost where white is put in for a job.',
    lookUp: 'What is used up × its price.',
  },
  {
    path: 'care.school',
    group: 'care',
    label: 'School',
    kind: 'choice',
    choices: [
      { value: 'moving', title: 'Keep it moving' },
      { value: 'parking', title: 'Park the heads' },
    ],
    changes: 'Which care is due, and whether heads can be parked.',
    lookUp: 'Park the heads only where the machine has a holder that turns their ink.',
  },
  {
    path: 'care.movingMl',
    group: 'care',
    label: 'White to be printed in two weeks',
    kind: 'number',
    unit: 'mL',
    max: 10_000,
    changes: 'When it is told that white stands too much.',
    lookUp: 'The maker’s advice; about 30 mL is common practice.',
  },
  {
    path: 'care.wasteMl',
    group: 'care',
    label: 'Waste container holds',
    kind: 'number',
    unit: 'mL',
    min: 10,
    max: 100_000,
    changes: 'When the waste is to be emptied.',
    lookUp: DATA_SHEET,
  },
  {
    path: 'care.nozzles',
    group: 'care',
    label: 'Nozzles in a row',
    kind: 'number',
    min: 8,
    max: 4096,
    changes: 'How the nozzle pattern is drawn and judged.',
    lookUp: DATA_SHEET,
  },
];

export const MACHINE_BLOCKS: readonly MachineBlock[] = [
  {
    path: 'held',
    group: 'bed',
    label: 'Clamps or pinch rollers hold the edges',
    usual: { leading: 12, trailing: 12, sides: 5 },
  },
  {
    path: 'whiteSlot',
    group: 'layers',
    label: 'White is moved by hand between two slots',
    usual: { minutes: 10 },
  },
  {
    path: 'cutter',
    group: 'time',
    label: 'It cuts and creases',
    usual: { speed: 150, swapMinutes: 4 },
  },
  {
    path: 'fitting',
    group: 'time',
    label: 'Special inks are put in for a job and taken out again',
    usual: { minutes: 25, lossMl: 60, cleaning: 900 },
  },
  {
    path: 'care',
    group: 'care',
    label: 'Its own figures for care',
    usual: { ...USUAL_CARE },
  },
];

export type MachineValue = string | number | boolean | undefined;

/** The figure at a path; undefined where the machine does not state it. */
export function machineValue(machine: Machine, path: string): MachineValue {
  let at: unknown = machine;
  for (const name of path.split('.'))
    at = typeof at === 'object' && at !== null ? (at as Record<string, unknown>)[name] : undefined;
  return at as MachineValue;
}
