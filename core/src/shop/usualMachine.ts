/**
 * A machine that was never seen before: from the least that is asked, with what is usual for all else, marked as assumed. The
 * usual figures are common practice or, where nothing is practised, our own judgement in the usual range.
 */
import { USUAL_WHITE } from '../ink/index.ts';
import type { Ink, Machine, Mode, ProcessChannel } from '../stack/index.ts';
import { MACHINE_FIELDS, machineValue } from './machineFields.ts';

export const INK_CHOICES = [
  { id: 'colour', name: 'Cyan, magenta, yellow, black' },
  { id: 'light', name: 'Light cyan and light magenta' },
  { id: 'orange', name: 'Orange' },
  { id: 'green', name: 'Green' },
  { id: 'violet', name: 'Violet' },
  { id: 'white', name: 'White' },
  { id: 'silver', name: 'Silver' },
  { id: 'clear', name: 'Clear' },
  { id: 'primer', name: 'Primer' },
] as const;
export type InkChoice = (typeof INK_CHOICES)[number]['id'];

/** The least that a machine is set up from. */
export interface MachineAnswers {
  readonly id: string;
  readonly name: string;
  readonly kind: Machine['kind'];
  readonly cure: Machine['cure'];
  /** mm; the length of the bed, or the longest print of a roll. */
  readonly maxWidth: number;
  readonly maxLength: number;
  readonly inks: readonly InkChoice[];
  /** Passes and carriage speed, mm/s, of the mode that is used most. */
  readonly passes: number;
  readonly speed: number;
  /** Minor units. */
  readonly hourRate: number;
}

const LAYDOWN: Readonly<Record<Machine['cure'], number>> = { uv: 9, solvent: 10, water: 11 };
/** Minor units a litre. */
const PRICE = 16_000;
const SPECIAL_PRICE = 18_500;

interface UsualInk {
  readonly channel: string;
  readonly role: Ink['role'];
  readonly name: string;
  readonly more?: Partial<Ink>;
}

const extra = (channel: string, name: string, of: readonly ProcessChannel[]): UsualInk => ({
  channel,
  role: 'extra',
  name,
  more: {
    split: {
      of,
      curve: [
        [0.3, 0],
        [1, 0.8],
      ],
      saves: 0.5,
    },
  },
});

const light = (channel: string, name: string, of: ProcessChannel): UsualInk => ({
  channel,
  role: 'light',
  name,
  more: {
    split: {
      of: [of],
      curve: [
        [0.4, 1],
        [1, 0.15],
      ],
    },
  },
});

function usualInks(choices: readonly InkChoice[], cure: Machine['cure']): readonly UsualInk[] {
  const has = (choice: InkChoice) => choices.includes(choice);
  // Beside a light ink the strong one begins where the light one is nearly full.
  const strong = (channel: ProcessChannel): Partial<Ink> =>
    has('light')
      ? {
          split: {
            of: [channel],
            curve: [
              [0.3, 0],
              [1, 0.95],
            ],
          },
        }
      : {};
  const process = (channel: ProcessChannel, name: string, more: Partial<Ink> = {}): UsualInk => ({
    channel,
    role: 'process',
    name,
    more,
  });
  return [
    ...(has('colour')
      ? [
          process('C', 'Cyan', strong('C')),
          process('M', 'Magenta', strong('M')),
          process('Y', 'Yellow'),
          process('K', 'Black'),
        ]
      : []),
    ...(has('light') ? [light('Lc', 'Light cyan', 'C'), light('Lm', 'Light magenta', 'M')] : []),
    ...(has('orange') ? [extra('Or', 'Orange', ['M', 'Y'])] : []),
    ...(has('green') ? [extra('Gr', 'Green', ['C', 'Y'])] : []),
    ...(has('violet') ? [extra('Vi', 'Violet', ['C', 'M'])] : []),
    ...(has('white')
      ? [
          {
            channel: 'W',
            role: 'white',
            name: 'White',
            more: {
              laydown: USUAL_WHITE[cure],
              laydownFrom: { kind: 'usual', cure },
              contrastRatio: cure === 'uv' ? 0.76 : 0.7,
              spotName: 'White',
              spitPerHour: 0.8,
            },
          } as const,
        ]
      : []),
    ...(has('silver')
      ? [
          {
            channel: 'S',
            role: 'metallic',
            name: 'Silver',
            more: { laydown: 8, spotName: 'Silver' },
          } as const,
        ]
      : []),
    ...(has('clear')
      ? [
          {
            channel: 'V',
            role: 'clear',
            name: 'Clear',
            more: { laydown: 14, spotName: 'Clear' },
          } as const,
        ]
      : []),
    ...(has('primer')
      ? [
          {
            channel: 'P',
            role: 'primer',
            name: 'Primer',
            more: { laydown: 6, spotName: 'Primer' },
          } as const,
        ]
      : []),
  ];
}

/** An ink of a role with what is usual. */
export function usualInk({ channel, role, name, more = {} }: UsualInk, cure: Machine['cure']): Ink {
  const special = !['process', 'light', 'extra'].includes(role);
  return {
    channel,
    role,
    name,
    laydown: LAYDOWN[cure],
    pricePerLitre: special ? SPECIAL_PRICE : PRICE,
    lossPerTrip: special ? 0.8 : 0.4,
    spotName: null,
    spitPerHour: 0.4,
    ...more,
  };
}

/** The one mode that a new machine begins with. */
export function usualMode(answers: Pick<MachineAnswers, 'passes' | 'speed' | 'inks'>): Mode {
  const specials = answers.inks.some((ink) => ['white', 'silver', 'clear', 'primer'].includes(ink));
  return {
    id: 'usual',
    name: `Usual, ${answers.passes} passes`,
    passes: answers.passes,
    speed: answers.speed,
    specialSpeed: answers.speed,
    bidirectional: true,
    layersPerTrip: specials ? 2 : 1,
    materials: ['white', 'clear', 'dark', 'metallic', 'natural'],
    specials,
  };
}

/** A machine that can be planned with at once. What nobody has told of it is named in `assumed`. */
export function newMachine(answers: MachineAnswers): Machine {
  const { inks, passes: _passes, speed: _speed, ...told } = answers;
  const machine: Machine = {
    ...told,
    minWidth: told.kind === 'flatbed' ? 20 : Math.min(180, told.maxWidth),
    maxTwoTripLength: Math.min(1000, told.maxLength),
    maxHits: 4,
    maxLayers: 3,
    returnsToOrigin: true,
    headHeight: 25.4,
    turnSeconds: 0.5,
    returnSpeed: told.kind === 'flatbed' ? 120 : 60,
    silverUnderLimit: 40,
    inkLimit: 400,
    inks: usualInks(inks, told.cure).map((ink) => usualInk(ink, told.cure)),
    modes: [usualMode(answers)],
    setupMinutes: 10,
  };
  const asked = Object.keys(told);
  return {
    ...machine,
    assumed: [
      ...MACHINE_FIELDS.map(({ path }) => path).filter(
        (path) => !asked.includes(path) && machineValue(machine, path) !== undefined,
      ),
      ...machine.inks.flatMap(({ channel, spotName, split, contrastRatio }) =>
        [
          'laydown',
          'pricePerLitre',
          'lossPerTrip',
          'spitPerHour',
          ...(spotName === null ? [] : ['spotName']),
          ...(split ? ['split'] : []),
          ...(contrastRatio === undefined ? [] : ['contrastRatio']),
        ].map((field) => `inks.${channel}.${field}`),
      ),
      ...['specialSpeed', 'bidirectional', 'layersPerTrip'].map((field) => `modes.usual.${field}`),
    ],
  };
}
