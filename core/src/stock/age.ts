/** How old a lot or a container is, and until when it is good. */
import { addMonths, addWeeks, formatISO, parseISO } from 'date-fns';
import { remembered } from '../remembered.ts';
import type { Day, StockItem } from './item.ts';
import { dated, t } from '../texts/index.ts';

/** What the shop knows of a product's keeping. */
export interface Keeping {
  /** From the day it was made; the maker's word. */
  readonly shelfLifeMonths?: number;
  /** Once it is open. */
  readonly openWeeks?: number;
}

export const AGES = ['over', 'soon', 'good', 'unknown'] as const;
/** `over`: past its day. `soon`: so near it that it is to be used first. `unknown`: nobody knows its day. */
export type Age = (typeof AGES)[number];

export interface AgeOf {
  readonly age: Age;
  readonly until: Day | null;
  /** Negative when it is past. */
  readonly daysLeft: number | null;
  /** What the day rests on. */
  readonly from: string;
}

/** Days before its day from which a lot is to be used first; our own choice: about two months of film, a month of ink. */
export const SOON_DAYS = { material: 60, ink: 30 } as const;

export const dayText = (date: Date): Day => formatISO(date, { representation: 'date' });
/** `4 Dec 2026`: as it is read. */
export const dayWords = (day: Day): string => dated(parseISO(day), t('stock.day'));
const DAY_MS = 24 * 3_600_000;
/** Days have no hours here: both are midnight, UTC. */
export const daysBetween = (from: Day, to: Day): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);

/** Days of a shop come again and again: a month more is looked up where it was worked out before. */
const lastDay = remembered(
  8192,
  (
    expiresOn: Day | null,
    madeOn: Day | null,
    openedOn: Day | null,
    shelfLifeMonths: number | null,
    openWeeks: number | null,
  ): { readonly until: Day; readonly by: 'printed' | 'made' | 'opened' } | null => {
    const days = [
      ...(expiresOn ? [{ until: expiresOn, by: 'printed' as const }] : []),
      ...(madeOn && shelfLifeMonths !== null
        ? [{ until: dayText(addMonths(parseISO(madeOn), shelfLifeMonths)), by: 'made' as const }]
        : []),
      ...(openedOn && openWeeks !== null
        ? [{ until: dayText(addWeeks(parseISO(openedOn), openWeeks)), by: 'opened' as const }]
        : []),
    ];
    return days.toSorted((a, b) => (a.until < b.until ? -1 : 1))[0] ?? null;
  },
);

/** The last day on which it is good. Returns null if nobody knows. */
export function goodUntil(
  { expiresOn, madeOn, openedOn }: Pick<StockItem, 'expiresOn' | 'madeOn' | 'openedOn'>,
  { shelfLifeMonths, openWeeks }: Keeping,
): { readonly until: Day; readonly from: string } | null {
  const found = lastDay(expiresOn, madeOn, openedOn, shelfLifeMonths ?? null, openWeeks ?? null);
  if (!found) return null;
  // Said anew each time: the next one who asks may speak another language.
  const from = {
    printed: () => t('stock.printed'),
    made: () =>
      t('stock.madeKeepsMonths', {
        madeOn: dayWords(madeOn!),
        shelfLifeMonths: shelfLifeMonths!,
      }),
    opened: () =>
      t('stock.openedKeepsWeeksOnce', { openedOn: dayWords(openedOn!), openWeeks: openWeeks! }),
  };
  return { until: found.until, from: from[found.by]() };
}

export function ageOf(
  item: Pick<StockItem, 'kind' | 'expiresOn' | 'madeOn' | 'openedOn'>,
  keeping: Keeping,
  today: Day,
): AgeOf {
  const found = goodUntil(item, keeping);
  if (!found) return { age: 'unknown', until: null, daysLeft: null, from: t('stock.noDateKnown') };
  const daysLeft = daysBetween(today, found.until);
  return {
    age: daysLeft < 0 ? 'over' : daysLeft <= SOON_DAYS[item.kind] ? 'soon' : 'good',
    daysLeft,
    ...found,
  };
}
