/** Inks as most machines have them, with figures in the usual range (common practice): to begin with until they are told. */
import { USUAL_WHITE } from '../ink/index.ts';
import {
  isSpecialInk,
  ROLE_LETTERS,
  type ChannelRole,
  type Ink,
  type Machine,
  type ProcessChannel,
  type Split,
} from '../stack/index.ts';
import type { InkProduct } from './shop.ts';

type Cure = Machine['cure'];

const LAYDOWN: Readonly<Record<Cure, number>> = { uv: 9, solvent: 10, water: 11 };
/** Minor units a litre. */
const PRICE = 16_000;
const SPECIAL_PRICE = 18_500;

interface Usual {
  readonly channel: string;
  readonly role: ChannelRole;
  readonly name: string;
  readonly figures?: (cure: Cure) => Partial<Ink>;
}

const process = (channel: ProcessChannel, name: string): Usual => ({
  channel,
  role: 'process',
  name,
});
const light = (channel: string, name: string, of: ProcessChannel): Usual => ({
  channel,
  role: 'light',
  name,
  figures: () => ({
    split: {
      of: [of],
      curve: [
        [0.4, 1],
        [1, 0.15],
      ],
    },
  }),
});
const extra = (channel: string, name: string, of: readonly ProcessChannel[]): Usual => ({
  channel,
  role: 'extra',
  name,
  figures: () => ({
    split: {
      of,
      curve: [
        [0.4, 0],
        [1, 0.8],
      ],
      saves: 0.5,
    },
  }),
});
const special = (channel: string, role: ChannelRole, name: string, laydown: number): Usual => ({
  channel,
  role,
  name,
  figures: () => ({ laydown, spotName: name }),
});

const USUAL: readonly Usual[] = [
  process('C', 'Cyan'),
  process('M', 'Magenta'),
  process('Y', 'Yellow'),
  process('K', 'Black'),
  light('Lc', 'Light cyan', 'C'),
  light('Lm', 'Light magenta', 'M'),
  light('Lk', 'Light black', 'K'),
  extra('Or', 'Orange', ['M', 'Y']),
  extra('Gr', 'Green', ['C', 'Y']),
  extra('Vi', 'Violet', ['C', 'M']),
  {
    channel: 'W',
    role: 'white',
    name: 'White',
    figures: (cure) => ({
      laydown: USUAL_WHITE[cure],
      laydownFrom: { kind: 'usual', cure },
      contrastRatio: cure === 'uv' ? 0.76 : 0.7,
      spotName: 'White',
      spitPerHour: 0.8,
    }),
  },
  special('S', 'metallic', 'Silver', 8),
  special('V', 'clear', 'Clear', 14),
  special('P', 'primer', 'Primer', 6),
  special('B', 'blockout', 'Block-out', 10),
];

/** Beside a light ink the strong one begins where the light one is nearly full. */
export const STRONG_SPLIT: Omit<Split, 'of'> = {
  curve: [
    [0.3, 0],
    [1, 0.95],
  ],
};

function inkFrom({ channel, role, name, figures }: Usual, cure: Cure): Ink {
  const own = isSpecialInk({ role });
  return {
    channel,
    role,
    name,
    laydown: LAYDOWN[cure],
    pricePerLitre: own ? SPECIAL_PRICE : PRICE,
    lossPerTrip: own ? 0.8 : 0.4,
    spotName: null,
    spitPerHour: 0.4,
    ...figures?.(cure),
  };
}

/** The usual ink of a key. @throws RangeError if there is none */
export function usualInk(channel: string, cure: Cure): Ink {
  const found = USUAL.find((ink) => ink.channel === channel);
  if (!found) throw new RangeError(`No usual ink has the key ${channel}.`);
  return inkFrom(found, cure);
}

/**
 * An ink to add to a machine: the first usual one of a role that it has not, else one more of the role under a key of its own.
 * @param without key of an ink whose place it takes
 */
export function newInk(
  role: ChannelRole,
  { inks, cure }: Pick<Machine, 'inks' | 'cure'>,
  without?: string,
): Ink {
  const taken = inks.map(({ channel }) => channel).filter((channel) => channel !== without);
  const usual = USUAL.filter((ink) => ink.role === role);
  const free = usual.find(({ channel }) => !taken.includes(channel));
  if (free) return inkFrom(free, cure);
  const [first] = usual;
  const letter = ROLE_LETTERS[role] === 'CMYK' ? first.channel[0] : ROLE_LETTERS[role];
  const ends = Array.from('abcdefghijklmnopqrstuvwyz');
  const end = ends.find((one) => !taken.includes(`${letter}${one}`)) ?? 'z';
  const ink = inkFrom(first, cure);
  return {
    ...ink,
    channel: `${letter}${end}`,
    name: `Another ${first.name.toLowerCase()}`,
    // Two inks of one name would both print.
    spotName: ink.spotName === null ? null : '',
  };
}

/** An ink as it is bought, by its role. */
export function newProduct(role: ChannelRole): Omit<InkProduct, 'id'> {
  const { name, pricePerLitre, contrastRatio } = inkFrom(
    USUAL.find((ink) => ink.role === role)!,
    'solvent',
  );
  return {
    name,
    role,
    pricePerLitre,
    container: { ml: 220 },
    ...(contrastRatio !== undefined && { contrastRatio }),
  };
}

const FIGURES = [
  'laydown',
  'pricePerLitre',
  'lossPerTrip',
  'spitPerHour',
  'spotName',
  'split',
  'contrastRatio',
] as const;

/** Figures of an ink that stand as they usually are, and are nobody's: names with dots in the machine. */
export function assumedFigures(ink: Ink, usual: Ink): string[] {
  return FIGURES.filter((field) => {
    const { [field]: value } = ink;
    return (
      value !== undefined &&
      value !== null &&
      JSON.stringify(value) === JSON.stringify(usual[field])
    );
  }).map((field) => `inks.${ink.channel}.${field}`);
}
