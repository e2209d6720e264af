/** Days and times in words of the language. */
import { format, formatDistanceToNow, type Locale } from 'date-fns';
import { de } from 'date-fns/locale/de';
import { enUS } from 'date-fns/locale/en-US';
import { language, type Language } from './language.ts';

const NAMES: Readonly<Record<Language, Locale>> = { en: enUS, de };

/** A day or time by a pattern of Unicode TR35, such as `d MMM yyyy`. */
export const dated = (day: Date, pattern: string): string =>
  format(day, pattern, { locale: NAMES[language()] });

/** `5 minutes ago` */
export const ago = (time: Date): string =>
  formatDistanceToNow(time, { addSuffix: true, locale: NAMES[language()] });
