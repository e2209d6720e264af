/** Separation names: what they probably mean, and what this machine will make of them. */
import { inkOf, type Channel, type Machine, type Special } from '../stack/index.ts';

export const KINDS = ['process', 'white', 'metallic', 'clear', 'spot'] as const;
export type Kind = (typeof KINDS)[number];

export const PROCESS_NAMES = ['Cyan', 'Magenta', 'Yellow', 'Black'] as const;
const PROCESS: readonly string[] = PROCESS_NAMES;

/** Words for the specials in the languages artwork arrives in. Common practice. */
const WORDS: readonly [Kind, readonly string[]][] = [
  [
    'white',
    [
      'white',
      'weiss',
      'weiß',
      'blanc',
      'bianco',
      'blanco',
      'branco',
      'vit',
      'wit',
      'bily',
      'bialy',
      '白',
    ],
  ],
  [
    'metallic',
    [
      'silver',
      'gold',
      'metallic',
      'silber',
      'argent',
      'argento',
      'plata',
      'prata',
      'zilver',
      'or',
      'oro',
    ],
  ],
  [
    'clear',
    ['clear', 'varnish', 'gloss', 'lack', 'vernis', 'vernice', 'barniz', 'transparent', 'coat'],
  ],
];

const plain = (name: string) =>
  name
    .toLowerCase()
    .normalize('NFC')
    .replace(/[\s_\-./]+/g, ' ')
    .trim();

/** The kind a name suggests. Only a suggestion: what prints is decided by {@link roleOf}. */
export function kindOf(name: string): Kind {
  if (PROCESS.includes(name)) return 'process';
  const words = plain(name).split(' ');
  return WORDS.find(([, known]) => words.some((word) => known.includes(word)))?.[0] ?? 'spot';
}

/**
 * What a separation of the artwork is used for. `process` prints it in process ink, by the stand-in that the file gives;
 * `ignore` prints nothing, on purpose.
 */
export type Role = Exclude<Special, 'B'> | 'process' | 'ignore';
export type SpecialRole = Exclude<Role, 'process' | 'ignore'>;

const KIND_ROLE: Partial<Record<Kind, SpecialRole>> = {
  white: 'W',
  metallic: 'S',
  clear: 'V',
};

/**
 * What a spot prints as: what the operator said, else an exact match with the name that the machine wants, letter by
 * letter. Anything else prints nothing, and that is what the machine would do too.
 */
export function roleOf(
  name: string,
  said: Readonly<Record<string, Role>>,
  machine: Machine,
): Role | undefined {
  if (Object.hasOwn(said, name)) return said[name];
  return machine.inks.find((ink) => ink.spotName === name)?.channel as Role | undefined;
}

/** The special that a name nearly names on this machine, if it has that ink. */
export function nearMiss(name: string, machine: Machine): SpecialRole | undefined {
  const role = KIND_ROLE[kindOf(name)];
  return role && inkOf(machine, role as Channel) ? role : undefined;
}

/** How a name misses the one that is wanted, to end a sentence with. */
export function missReason(name: string, wanted: string): string {
  if (name.trim() === wanted) return 'it has a blank at its beginning or end';
  if (name.toLowerCase() === wanted.toLowerCase()) return 'its capitals differ';
  if (plain(name) === plain(wanted)) return 'its blanks, hyphens or underscores differ';
  return 'it is another word';
}

/** A name with blanks at its ends made visible. */
export const visibleName = (name: string): string =>
  name.replace(/^ +| +$/g, (blanks) => '␣'.repeat(blanks.length));
