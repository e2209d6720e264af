/**
 * A machine that was never seen before: from the least that is asked, with what is usual for all else, marked as assumed. The
 * usual figures are common practice or, where nothing is practised, our own judgement in the usual range.
 */
import { isSpecialInk, type Ink, type Machine, type ProcessChannel } from '../stack/index.ts';
import { machineFields, machineValue } from './machineFields.ts';
import { assumedFigures, STRONG_SPLIT, usualInk } from './usualInks.ts';
import { t } from '../texts/index.ts';

/** Inks that are asked for together, by their keys. */
export const INK_CHOICES = [
  {
    id: 'colour',
    get name() {
      return t('shop.cyanMagentaYellowBlack');
    },
    inks: ['C', 'M', 'Y', 'K'],
  },
  {
    id: 'light',
    get name() {
      return t('shop.lightCyanLightMagenta');
    },
    inks: ['Lc', 'Lm'],
  },
  {
    id: 'orange',
    get name() {
      return t('shop.orange');
    },
    inks: ['Or'],
  },
  {
    id: 'green',
    get name() {
      return t('shop.green');
    },
    inks: ['Gr'],
  },
  {
    id: 'violet',
    get name() {
      return t('shop.violet');
    },
    inks: ['Vi'],
  },
  {
    id: 'white',
    get name() {
      return t('shop.white');
    },
    inks: ['W'],
  },
  {
    id: 'silver',
    get name() {
      return t('shop.silver');
    },
    inks: ['S'],
  },
  {
    id: 'clear',
    get name() {
      return t('shop.clear');
    },
    inks: ['V'],
  },
  {
    id: 'primer',
    get name() {
      return t('shop.primer');
    },
    inks: ['P'],
  },
] as const;
export type InkChoice = (typeof INK_CHOICES)[number]['id'];

/** What is usual of each kind, until it is stated. Lengths mm, speed mm/s. */
export const USUAL_KINDS = {
  roll: {
    get title() {
      return t('shop.rollPrinter');
    },
    cure: 'solvent',
    maxWidth: 1600,
    maxLength: 20_000,
  },
  flatbed: {
    get title() {
      return t('shop.flatbed');
    },
    cure: 'uv',
    maxWidth: 1200,
    maxLength: 600,
  },
  label: {
    get title() {
      return t('shop.labelPrinter');
    },
    cure: 'water',
    maxWidth: 700,
    maxLength: 5000,
  },
} as const satisfies Readonly<Record<Machine['kind'], Partial<Machine> & { title: string }>>;
export const USUAL_MODE = { passes: 8, speed: 800 } as const;

/** The least that a machine is set up from; what is absent is assumed. */
export interface MachineAnswers {
  readonly id: string;
  readonly name: string;
  readonly kind: Machine['kind'];
  readonly cure?: Machine['cure'];
  /** mm; the length of the bed, or the longest print of a roll. */
  readonly maxWidth: number;
  readonly maxLength?: number;
  readonly inks: readonly InkChoice[];
  /** Passes and carriage speed, mm/s, of the mode that is used most. */
  readonly passes?: number;
  readonly speed?: number;
  /** Minor units. */
  readonly hourRate: number;
}

function inksOf(choices: readonly InkChoice[], cure: Machine['cure']): readonly Ink[] {
  const beside = choices.includes('light');
  return INK_CHOICES.filter(({ id }) => choices.includes(id)).flatMap(({ inks }) =>
    inks.map((channel): Ink => {
      const ink = usualInk(channel, cure);
      return beside && (channel === 'C' || channel === 'M')
        ? { ...ink, split: { of: [channel satisfies ProcessChannel], ...STRONG_SPLIT } }
        : ink;
    }),
  );
}

/** A machine that can be planned with at once. What nobody has stated of it is named in `assumed`. */
export function newMachine(answers: MachineAnswers): Machine {
  const { inks: choices, passes, speed, ...asked } = answers;
  const { title: _, ...usual } = USUAL_KINDS[answers.kind];
  const figures = { ...usual, ...asked };
  const inks = inksOf(choices, figures.cure);
  const specials = inks.some(isSpecialInk);
  const mode = { ...USUAL_MODE, ...(passes && { passes }), ...(speed && { speed }) };
  const machine: Machine = {
    ...figures,
    minWidth: figures.kind === 'flatbed' ? 20 : Math.min(180, figures.maxWidth),
    maxTwoTripLength: Math.min(1000, figures.maxLength),
    maxHits: 4,
    maxLayers: 3,
    returnsToOrigin: true,
    headHeight: 25.4,
    turnSeconds: 0.5,
    returnSpeed: figures.kind === 'flatbed' ? 120 : 60,
    silverUnderLimit: 40,
    inkLimit: 400,
    inks,
    modes: [
      {
        id: 'usual',
        name: t('shop.usualPasses', { passes: mode.passes }),
        ...mode,
        specialSpeed: mode.speed,
        bidirectional: true,
        layersPerTrip: specials ? 2 : 1,
        materials: ['white', 'clear', 'dark', 'metallic', 'natural'],
        specials,
      },
    ],
    setupMinutes: 10,
  };
  return {
    ...machine,
    assumed: [
      ...machineFields()
        .map(({ path }) => path)
        .filter((path) => !(path in asked) && machineValue(machine, path) !== undefined),
      ...inks.flatMap((ink) => assumedFigures(ink, ink)),
      ...[
        ...(passes ? [] : ['passes']),
        ...(speed ? [] : ['speed']),
        'specialSpeed',
        'bidirectional',
        'layersPerTrip',
      ].map((field) => `modes.usual.${field}`),
    ],
  };
}
