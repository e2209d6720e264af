/** Texts of papers for a customer: a file a language. */
import { LOCALES, type Language, type Money } from '@kyanos/core';
import { de } from './de.ts';
import { en, type Texts } from './en.ts';

const LANGUAGES: Readonly<Record<Language, Texts>> = { en, de };

/** Puts values into their places. */
export const fill = (text: string, values: Readonly<Record<string, string | number>>): string =>
  text.replace(/\{(\w+)\}/g, (_, name: string) => String(values[name]));

export interface Wording {
  readonly t: Texts;
  number(value: number, digits?: number): string;
  day(date: Date): string;
  /** In the time of the computer that writes it. */
  dayAndTime(date: Date): string;
  money(amount: Money): string;
  /** `white, silver and colour` */
  list(words: readonly string[]): string;
}

export function wordingOf(language: Language): Wording {
  const locale = LOCALES[language];
  const list = new Intl.ListFormat(locale, { type: 'conjunction' });
  const dayAndTime = new Intl.DateTimeFormat(locale, { dateStyle: 'full', timeStyle: 'short' });
  const day = new Intl.DateTimeFormat(locale, { dateStyle: 'long', timeZone: 'UTC' });
  return {
    t: LANGUAGES[language],
    number: (value, digits = 0) =>
      value.toLocaleString(locale, {
        minimumFractionDigits: digits,
        maximumFractionDigits: digits,
      }),
    day: (date) => day.format(date),
    dayAndTime: (date) => dayAndTime.format(date),
    money: ({ minor, currency }) =>
      (minor / 100).toLocaleString(locale, { style: 'currency', currency }),
    list: (words) => list.format(words),
  };
}
