/** Separation names: what they probably mean, and what this machine will make of them. */
import {
  inkFor,
  isSpecialKey,
  specialKeys,
  type Machine,
  type SpecialKey,
} from '../stack/index.ts';
import {
  COLOUR_WORDS,
  KIND_WORDS,
  LINE_ROLES,
  PLAIN_WORDS,
  type LineRole,
  type NamedKind,
} from './nameWords.ts';
import { t } from '../texts/index.ts';

export const SEPARATION_KINDS = [
  'process',
  'white',
  'metallic',
  'clear',
  ...LINE_ROLES,
  'spot',
] as const;
export type SeparationKind = (typeof SEPARATION_KINDS)[number];

export const PROCESS_NAMES = ['Cyan', 'Magenta', 'Yellow', 'Black'] as const;
const PROCESS: readonly string[] = PROCESS_NAMES;

/** Without accents, lower case; ß is ss. */
const folded = (name: string) =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replaceAll('ß', 'ss')
    .replaceAll('ø', 'o')
    .replaceAll('ł', 'l')
    .replaceAll('ı', 'i');

/** Words of a name: parted by signs, digits, and where a capital follows a small letter. */
const wordsOf = (name: string): string[] =>
  folded(name.replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2').replace(/(\p{Lu}+)(\p{Lu}\p{Ll})/gu, '$1 $2'))
    .split(/[^\p{L}]+/u)
    .filter(Boolean);

/** Scripts that set no blanks between words. */
const UNSPACED = /[\u0e00-\u0e7f\u3040-\u30ff\u3400-\u9fff\uac00-\ud7af]/;

interface Known {
  /** Those that count only where nothing else is said. */
  readonly vague: ReadonlySet<string>;
  readonly whole: ReadonlyMap<string, NamedKind>;
  /** Endings of compounds, and words of scripts without blanks; the longest first. */
  readonly endings: readonly (readonly [ending: string, kind: NamedKind])[];
  readonly unspaced: readonly (readonly [word: string, kind: NamedKind])[];
}

const KNOWN = learnt();

function learnt(): Known {
  const whole = new Map<string, NamedKind>();
  const vague = new Set<string>();
  const endings: [string, NamedKind][] = [];
  const unspaced: [string, NamedKind][] = [];
  for (const [kind, languages] of Object.entries(KIND_WORDS) as [
    NamedKind,
    Record<string, string>,
  ][])
    for (const word of Object.values(languages).flatMap((words) => words.split(' '))) {
      const plainWord = folded(word.replace(/^[*?]/, ''));
      if (word.startsWith('?')) vague.add(plainWord);
      if (word.startsWith('*')) endings.push([plainWord, kind]);
      if (UNSPACED.test(plainWord)) unspaced.push([plainWord, kind]);
      // A word of two kinds is the first one's: silver is no varnish.
      if (!whole.has(plainWord)) whole.set(plainWord, kind);
    }
  const longest = (a: readonly [string, NamedKind], b: readonly [string, NamedKind]) =>
    b[0].length - a[0].length;
  return { vague, whole, endings: endings.toSorted(longest), unspaced: unspaced.toSorted(longest) };
}

function kindOfWord(word: string): NamedKind | undefined {
  const own = KNOWN.whole.get(word);
  if (own) return own;
  if (UNSPACED.test(word)) return KNOWN.unspaced.find(([part]) => word.includes(part))?.[1];
  if (COLOUR_WORDS.has(word)) return undefined;
  // A compound's beginning is a word of its own.
  return KNOWN.endings.find(
    ([ending]) => word.endsWith(ending) && word.length >= ending.length + 3,
  )?.[1];
}

export interface NameGuess {
  readonly kind: Exclude<SeparationKind, 'process'>;
  /** 1: no word speaks against it. Below {@link SURE} it is asked about; 0: nothing speaks for it. */
  readonly score: number;
}

/** From here on a name is taken for what it says. */
export const SURE = 0.75;
/** What each word that is neither known nor plain takes. */
const STRANGER = 0.55;

/** What a name probably means, and how sure that is: a colour's word makes a colour of it, whatever else stands there. */
export function guessKind(name: string): NameGuess {
  const words = wordsOf(name);
  // Written apart or together: kiss cut, do not print.
  const joined = words.join('');
  const compound = KNOWN.whole.get(joined);
  if (compound && words.length > 0) return { kind: compound, score: 1 };
  const meant = words.map(kindOfWord);
  const isPlain = (word: string) => PLAIN_WORDS.has(word) || word.length === 1;
  const saidMore = words.some((word, i) => !isPlain(word) && !KNOWN.vague.has(word) && !meant[i]);
  const kinds = words.map((word, i) => (saidMore && KNOWN.vague.has(word) ? undefined : meant[i]));
  const found = (['kiss-cut', ...LINE_ROLES, 'white', 'metallic', 'clear'] as const).filter(
    (kind) => kinds.includes(kind),
  );
  if (found.length === 0) return { kind: 'spot', score: 0 };
  const technical = found.find((kind) => (LINE_ROLES as readonly string[]).includes(kind));
  // A clear special is named by its gloss; a white one may be called opaque white coat.
  const kind = technical ?? found[0];
  if (!technical && words.some((word) => COLOUR_WORDS.has(word))) return { kind: 'spot', score: 0 };
  const strangers = words.filter(
    (word, i) => !kinds[i] && !isPlain(word) && !KNOWN.vague.has(word),
  );
  // White gold is one or the other.
  const others = technical ? 0 : found.length - 1;
  return { kind, score: STRANGER ** (strangers.length + others) };
}

/** The kind that a name says without doubt; a spot colour otherwise. What prints is decided by {@link roleOf}. */
export function kindOf(name: string): SeparationKind {
  if (PROCESS.includes(name)) return 'process';
  const { kind, score } = guessKind(name);
  return score >= SURE ? kind : 'spot';
}

export const isLineRole = (role: string | undefined): role is LineRole =>
  (LINE_ROLES as readonly (string | undefined)[]).includes(role);

/**
 * What a separation of the artwork is used for: a special by the key of its ink, or one of these. `process` prints it in process ink, by the stand-in that the file gives;
 * `ignore` prints nothing, on purpose; lines are for a blade, a fold or a jig, and print nothing either.
 */
export const OTHER_ROLES = ['process', 'ignore', ...LINE_ROLES] as const;
export type Role = SpecialKey | (typeof OTHER_ROLES)[number];

/** The key of a special's ink, if the role is one: what is printed in an ink of its own. */
export const specialRole = (role: Role | undefined): SpecialKey | undefined =>
  role !== undefined && isSpecialKey(role) ? role : undefined;

const KIND_ROLE: Partial<Record<SeparationKind, SpecialKey>> = {
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
  assigned: Readonly<Record<string, Role>>,
  machine: Machine,
): Role | undefined {
  if (Object.hasOwn(assigned, name)) return assigned[name];
  return specialKeys(machine).find((key) => key !== 'B' && inkFor(machine, key)?.spotName === name);
}

/** The special that a name nearly names on this machine, if it has that ink; returned even where it is not sure. */
export function nearMiss(name: string, machine: Machine): SpecialKey | undefined {
  const role = KIND_ROLE[guessKind(name).kind];
  return role && inkFor(machine, role) ? role : undefined;
}

/** How a name misses the one that is wanted, to end a sentence with. */
export function missReason(name: string, wanted: string): string {
  if (name.trim() === wanted) return t('artwork.hasBlankBeginningEnd');
  if (name.toLowerCase() === wanted.toLowerCase()) return t('artwork.capitalsDiffer');
  if (wordsOf(name).join() === wordsOf(wanted).join())
    return t('artwork.blanksHyphensUnderscoresDiffer');
  return t('artwork.anotherWord');
}

/** A name with blanks at its ends made visible. */
export const visibleName = (name: string): string =>
  name.replace(/^ +| +$/g, (blanks) => '␣'.repeat(blanks.length));
