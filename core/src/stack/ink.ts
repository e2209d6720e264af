/**
 * What inks a machine holds. An ink set is data: any number of inks, each with a role, and a key that is its own on the machine.
 * The key of a special begins with the letter of its role, so that a stack can be read without its machine: `Sg` is a
 * metallic.
 */
import type { Machine } from './machine.ts';
import type { InkRole, Part, Special } from './stack.ts';

/** What an ink does in a print: process inks, their light ones, further ones such as orange; then the specials. */
export const CHANNEL_ROLES = [
  'process',
  'light',
  'extra',
  'white',
  'metallic',
  'clear',
  'primer',
  'blockout',
] as const;
export type ChannelRole = (typeof CHANNEL_ROLES)[number];

/** What a stack calls the role. Inks that share colour's work have no letter of their own: they are laid where colour is. */
export const ROLE_LETTERS: Readonly<Record<ChannelRole, InkRole>> = {
  process: 'CMYK',
  light: 'CMYK',
  extra: 'CMYK',
  white: 'W',
  metallic: 'S',
  clear: 'V',
  primer: 'P',
  blockout: 'B',
};

/** Key of an ink, its own on a machine: C, M, Y, K, Lc, Or, W, Wb, Sg … */
export type Channel = string;
export const CHANNEL_PATTERN = /^[A-Z][A-Za-z0-9]{0,3}$/;
/**
 * Key of a special: the letter of its role alone means the first ink of that role that a machine has. Figures, and the x that
 * counts hits, would be read as the density in the notation of stacks.
 */
export type SpecialKey = Special | `${Special}${string}`;
export const SPECIAL_KEY = '[WSVPB][a-wyz]{0,2}';

export const PROCESS_CHANNELS = ['C', 'M', 'Y', 'K'] as const;
export type ProcessChannel = (typeof PROCESS_CHANNELS)[number];

/**
 * What an ink lays where the artwork has C, M, Y or K: a light ink or the strong one beside it by the coverage of one of them,
 * an extra ink by what two of them have in common.
 */
export interface Split {
  readonly of: readonly ProcessChannel[];
  /** Coverage and the ink laid, both 0 to 1, rising in coverage from 0, 0. */
  readonly curve: readonly (readonly [coverage: number, ink: number])[];
  /** Share of what it lays that each of those process inks lays less, 0 to 1. None if absent. */
  readonly saves?: number;
}

/** What an ink's settling is estimated from. */
export interface SettlingFigures {
  /** Median diameter of the pigment by mass, nm. */
  readonly diameterNm: number;
  /** Geometric standard deviation of the diameters, 1 for all alike. */
  readonly spread: number;
  /** g/cm³. */
  readonly pigmentDensity: number;
  readonly fluidDensity: number;
  /** At rest, mPa·s. */
  readonly viscosity: number;
  /** Of the ink that stands: how far down is the bottom, mm. */
  readonly heightMm: number;
}

export interface Ink {
  readonly channel: Channel;
  readonly role: ChannelRole;
  /** Id of the shop's ink that is fitted, where its figures come from there. */
  readonly product?: string;
  readonly name: string;
  /** Ink laid by one hit at 100 %, mL/m². */
  readonly laydown: number;
  /** Minor units per litre. */
  readonly pricePerLitre: number;
  /** Lost at the start of each trip in spitting and purge, mL. */
  readonly lossPerTrip: number;
  /** Name the machine wants a spot to have for this ink, letter by letter; null for process inks. */
  readonly spotName: string | null;
  /** White only: contrast ratio of one hit at 100 % over black and white, 0.05 to 0.995. */
  readonly contrastRatio?: number;
  /** Metallic only: colour of a solid, measured away from the gloss, CIELAB D50. Silver if absent. */
  readonly lab?: readonly [number, number, number];
  /** Clear only: what its surface is like. Gloss if absent. */
  readonly finish?: 'gloss' | 'matt';
  /** Process, light and extra inks: the split from C, M, Y and K. A process ink without one lays its own separation. */
  readonly split?: Split;
  /** Rows of nozzles of this ink; with more than one, a trip of this ink alone is as many times as fast. One if absent. */
  readonly rows?: number;
  /** Specials only: drops that lie on one another in a solid of one hit, on the average; assumed where it is absent. */
  readonly drops?: number;
  /** Share of the solid's ink that a tint lays, where it is not the tint itself: coverage and ink, both 0 to 1, rising from 0, 0. */
  readonly tone?: readonly (readonly [coverage: number, ink: number])[];
  /** Spat into the waste while the machine prints, used or not, mL an hour. */
  readonly spitPerHour?: number;
  /** White only: figures from which is estimated how fast its pigment settles; assumed where they are absent. */
  readonly settling?: SettlingFigures;
  /** What one container holds, mL. */
  readonly container?: { readonly ml: number };
  /** Where the laydown comes from; nothing where it was typed in. */
  readonly laydownFrom?: LaydownSource;
}

/** Drops on a grid, or a job that was measured: cover is the mean of the plate, 0 to 1, area what was printed. */
export type LaydownSource =
  | {
      readonly kind: 'drops';
      readonly picolitres: number;
      readonly dpiAcross: number;
      readonly dpiAlong: number;
    }
  | { readonly kind: 'job'; readonly ml: number; readonly areaMm2: number; readonly cover: number }
  /** Assumed: what white of machines that cure so usually lays. */
  | { readonly kind: 'usual'; readonly cure: Machine['cure'] };

type Inks = Pick<Machine, 'inks'>;

export const isSpecialInk = ({ role }: Pick<Ink, 'role'>): boolean => ROLE_LETTERS[role] !== 'CMYK';

export const inkOf = (machine: Inks, channel: Channel): Ink | undefined =>
  machine.inks.find((ink) => ink.channel === channel);

/** Which ink a part of a layer lays: its own key, or the letter of its role. */
export const keyOf = ({ inkRole, ink }: Pick<Part, 'inkRole' | 'ink'>): string => ink ?? inkRole;

/** The letter that a special's key begins with. */
export const letterOf = (key: SpecialKey): Special => key[0] as Special;

const SPECIAL_PATTERN = new RegExp(`^${SPECIAL_KEY}$`);
export const isSpecialKey = (key: string): key is SpecialKey => SPECIAL_PATTERN.test(key);

/**
 * The ink that a key means on a machine: that very ink, or the first of a role by the role's letter. Black lays block-out where
 * a machine has no ink for it. Returns undefined if the machine has no such ink, and for colour.
 */
export function inkFor(machine: Inks, key: string): Ink | undefined {
  const specials = machine.inks.filter(isSpecialInk);
  return (
    specials.find(({ channel }) => channel === key) ??
    specials.find(({ role }) => ROLE_LETTERS[role] === key) ??
    (key === 'B' ? inkOf(machine, 'K') : undefined)
  );
}

/** Keys of the specials that a machine can lay: the first ink of a role by its letter, the others by their own key. */
export function specialKeys(machine: Inks): SpecialKey[] {
  const keys = machine.inks.filter(isSpecialInk).map((ink) => {
    const letter = ROLE_LETTERS[ink.role] as Special;
    return inkFor(machine, letter) === ink ? letter : (ink.channel as SpecialKey);
  });
  return keys.includes('B') || !inkFor(machine, 'B') ? keys : [...keys, 'B'];
}

/** Whether two keys mean one ink on a machine. */
export const sameInk = (machine: Inks, a: string, b: string): boolean =>
  a === b || (inkFor(machine, a) !== undefined && inkFor(machine, a) === inkFor(machine, b));
