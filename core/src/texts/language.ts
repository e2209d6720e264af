/**
 * The language that texts are in. It is asked for at every text and belongs to whoever is answered: a page of the browser has one, a
 * server has one a request. So it is a question put to the surroundings, and no argument of every function (decision 0037).
 */

export const LANGUAGES = ['en', 'de'] as const;
export type Language = (typeof LANGUAGES)[number];

/** Cookie of a browser whose screens are in another language than the browser itself. */
export const LANGUAGE_COOKIE = 'kyanos-language';

/** How numbers, days and money are written in a language. */
export const LOCALES: Readonly<Record<Language, string>> = { en: 'en-US', de: 'de-DE' };

/** What a language calls itself. */
export const LANGUAGE_NAMES: Readonly<Record<Language, string>> = { en: 'English', de: 'Deutsch' };

let surroundings: () => Language = () => 'en';

/** Sets who says what language texts are in: a constant in a browser, the request that is being answered in a server. */
export const languageFrom = (source: () => Language): void => {
  surroundings = source;
};

export const language = (): Language => surroundings();

/**
 * The first language of a list in order of preference that Kyanos speaks, by the part before the hyphen (BCP 47); English if it
 * speaks none of them.
 */
export const spokenOf = (wanted: readonly string[]): Language =>
  wanted
    .map((tag) => tag.toLowerCase().split('-')[0])
    .find((tag): tag is Language => (LANGUAGES as readonly string[]).includes(tag!)) ?? 'en';

const FORMATS = new Map<Language, Map<number, Intl.NumberFormat>>();

/** Looked up for every number that is written: making a format costs a thousand times as much as using it. */
function formatOf(digits: number | undefined, grouped: boolean): Intl.NumberFormat {
  const own = FORMATS.get(language()) ?? new Map<number, Intl.NumberFormat>();
  const key = (digits ?? -1) * 2 + (grouped ? 1 : 0);
  const known = own.get(key);
  if (known) return known;
  const format = new Intl.NumberFormat(LOCALES[language()], {
    useGrouping: grouped,
    minimumFractionDigits: digits ?? 0,
    maximumFractionDigits: digits ?? 20,
  });
  FORMATS.set(language(), own.set(key, format));
  return format;
}

/** A number with so many digits after the point, or as many as it has; without marks between thousands. */
export function decimal(value: number, digits?: number): string {
  // JavaScript itself writes numbers as English does.
  if (language() === 'en' && Math.abs(value) < 1e21) {
    if (digits !== undefined) return value.toFixed(digits);
    if (Number.isInteger(value)) return String(value);
  }
  return formatOf(digits, false).format(value);
}

/** A number with so many digits after the point, and marks between thousands. */
export const grouped = (value: number, digits: number): string =>
  formatOf(digits, true).format(value);

const joined = (type: 'conjunction' | 'disjunction', words: readonly string[]): string =>
  new Intl.ListFormat(language() === 'en' ? 'en-GB' : LOCALES[language()], { type }).format(words);

/** `first, second and third` */
export const listed = (words: readonly string[]): string => joined('conjunction', words);
/** `first, second or third` */
export const eitherOf = (words: readonly string[]): string => joined('disjunction', words);

/** A name inside a sentence: English writes it small, German keeps the capital of a noun. */
export const inSentence = (name: string): string =>
  language() === 'en' ? name.toLowerCase() : name;

/** A table with words in it, made once in each language when it is first asked for. */
export function inEachLanguage<T>(make: () => T): () => T {
  const made = new Map<Language, { readonly table: T }>();
  return () => {
    const known = made.get(language()) ?? { table: make() };
    made.set(language(), known);
    return known.table;
  };
}
