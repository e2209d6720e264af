/** Inks as most machines have them, with figures in the usual range (common practice): to begin with until they are stated. */
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
import { inSentence, t } from '../texts/index.ts';

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
/** Names that machines usually want for spots: letter by letter, in no language of the reader. */
const SPOT_NAMES = {
  white: 'White',
  metallic: 'Silver',
  clear: 'Clear',
  primer: 'Primer',
  blockout: 'Block-out',
} as const;
const special = (
  channel: string,
  role: keyof typeof SPOT_NAMES,
  name: string,
  laydown: number,
): Usual => ({
  channel,
  role,
  name,
  figures: () => ({ laydown, spotName: SPOT_NAMES[role] }),
});

const usual = (): readonly Usual[] => [
  process('C', t('shop.cyan')),
  process('M', t('shop.magenta')),
  process('Y', t('shop.yellow')),
  process('K', t('shop.black')),
  light('Lc', t('shop.lightCyan'), 'C'),
  light('Lm', t('shop.lightMagenta'), 'M'),
  light('Lk', t('shop.lightBlack'), 'K'),
  extra('Or', t('shop.orange'), ['M', 'Y']),
  extra('Gr', t('shop.green'), ['C', 'Y']),
  extra('Vi', t('shop.violet'), ['C', 'M']),
  {
    channel: 'W',
    role: 'white',
    name: t('shop.white'),
    figures: (cure) => ({
      laydown: USUAL_WHITE[cure],
      laydownFrom: { kind: 'usual', cure },
      contrastRatio: cure === 'uv' ? 0.76 : 0.7,
      spotName: SPOT_NAMES.white,
      spitPerHour: 0.8,
    }),
  },
  special('S', 'metallic', t('shop.silver'), 8),
  special('V', 'clear', t('shop.clear'), 14),
  special('P', 'primer', t('shop.primer'), 6),
  special('B', 'blockout', t('shop.blockOut'), 10),
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
  const found = usual().find((ink) => ink.channel === channel);
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
  const ofRole = usual().filter((ink) => ink.role === role);
  const free = ofRole.find(({ channel }) => !taken.includes(channel));
  if (free) return inkFrom(free, cure);
  const [first] = ofRole;
  const letter = ROLE_LETTERS[role] === 'CMYK' ? first.channel[0] : ROLE_LETTERS[role];
  const ends = Array.from('abcdefghijklmnopqrstuvwyz');
  const end = ends.find((one) => !taken.includes(`${letter}${one}`)) ?? 'z';
  const ink = inkFrom(first, cure);
  return {
    ...ink,
    channel: `${letter}${end}`,
    name: t('shop.another', { first: inSentence(first.name) }),
    // Two inks of one name would both print.
    spotName: ink.spotName === null ? null : '',
  };
}

/** An ink as it is bought, by its role. */
export function newProduct(role: ChannelRole): Omit<InkProduct, 'id'> {
  const { name, pricePerLitre, contrastRatio } = inkFrom(
    usual().find((ink) => ink.role === role)!,
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
