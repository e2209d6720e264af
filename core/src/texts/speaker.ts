/** Texts apart from the code: a catalogue a language, spoken by key with the values put in their places. */
import {
  compile,
  createMessageContext,
  type MessageFunction,
  type MessageProcessor,
} from '@intlify/core-base';
import { decimal, language, type Language } from './language.ts';

/** Texts by part of the application and key. `{name}` holds the place of a value; `one | many` is chosen by the value `n`. */
export type Catalogue = Readonly<Record<string, Readonly<Record<string, string>>>>;

/** The same keys as another catalogue, in another language. */
export type Translated<C extends Catalogue> = {
  readonly [Part in keyof C]: { readonly [Key in keyof C[Part]]: string };
};

type KeyOf<C extends Catalogue> = {
  [Part in keyof C & string]: `${Part}.${keyof C[Part] & string}`;
}[keyof C & string];

type TextOf<C extends Catalogue, Key extends string> = Key extends `${infer Part}.${infer Name}`
  ? C[Part][Name]
  : never;

/** Names of the values that a text has places for. `{'|'}` is a character that would mean something else by itself. */
type PlaceOf<Text extends string> = Text extends `${string}{${infer Place}}${infer Rest}`
  ? (Place extends `'${string}` ? never : Place) | PlaceOf<Rest>
  : never;

type Values<Text extends string> = [PlaceOf<Text>] extends [never]
  ? Text extends `${string} | ${string}`
    ? [{ readonly n: number }]
    : []
  : [
      Readonly<Record<PlaceOf<Text>, string | number>> &
        (Text extends `${string} | ${string}` ? { readonly n: number } : unknown),
    ];

export type Speak<C extends Catalogue> = <Key extends KeyOf<C>>(
  key: Key,
  ...values: Values<TextOf<C, Key>>
) => string;

export interface Speaker<C extends Catalogue> {
  /** A text in the language of whoever is answered, in English where that language was not added. Numbers are written as it writes them. */
  readonly t: Speak<C>;
  /** Adds a language, or parts of it to those that are there: a screen's texts can come with the screen. */
  readonly add: (language: Language, texts: Partial<Translated<C>>) => void;
}

/** Numbers that stand in a text are written as its language writes them. */
const processor: MessageProcessor = {
  interpolate: (value) => (typeof value === 'number' ? decimal(value) : String(value ?? '')),
};

/** Says texts of one language by key. A text is read once: a slider that is dragged asks for hundreds of them a second. */
function sayingOf(locale: Language, texts: Catalogue) {
  const read = new Map<string, MessageFunction<string>>();
  const readingOf = (key: string): MessageFunction<string> => {
    const [part, name] = key.split('.');
    const made = compile(texts[part][name], { locale, key, warnHtmlMessage: false });
    read.set(key, made);
    return made;
  };
  const fixed = new Map<string, string>();
  const said = (key: string, named: Record<string, unknown>): string =>
    (read.get(key) ?? readingOf(key))(
      createMessageContext<string>({
        locale,
        named,
        processor,
        ...(typeof named.n === 'number' ? { pluralIndex: named.n } : {}),
      }),
    );
  return (key: string, named: Record<string, unknown> | undefined): string => {
    if (named) return said(key, named);
    const known = fixed.get(key);
    if (known !== undefined) return known;
    const text = said(key, {});
    fixed.set(key, text);
    return text;
  };
}

/** A speaker of a whole English catalogue, or of those parts of it that are there at first: a key of another part throws until it was added. */
export function speakerOf<const C extends Catalogue>(english: Partial<C>): Speaker<C> {
  const parts: Partial<Record<Language, Catalogue>> = {};
  const saying: Partial<Record<Language, ReturnType<typeof sayingOf>>> = {};
  const add = (of: Language, texts: Partial<Catalogue>) => {
    parts[of] = { ...parts[of], ...(texts as Catalogue) };
    saying[of] = sayingOf(of, parts[of]);
  };
  add('en', english);
  const t = (key: string, values?: Readonly<Record<string, string | number>>): string =>
    (saying[language()] ?? saying.en!)(key, values);
  return { t: t as Speak<C>, add };
}
