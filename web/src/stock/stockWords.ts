/** What happened to the stock, as one says it. */
import type { ToldStock } from '@kyanos/contract';
import { amountText, type AgeOf, type StockUnit } from '@kyanos/core';
import { format, parseISO } from 'date-fns';

export const timeWords = (time: string): string => format(parseISO(time), 'EEE d MMM, HH:mm');

export const AGE_WORDS: Readonly<Record<AgeOf['age'], string>> = {
  over: 'Over-age',
  soon: 'Use first',
  good: 'Good',
  unknown: 'No date',
};

const SOURCE: Readonly<Record<string, string>> = {
  report: 'by the machine’s report',
  estimate: 'by the estimate',
  care: 'for care',
  hand: 'by hand',
};

/** `12.5 m drawn by hand` */
export function actWords(what: ToldStock['what'], unit: StockUnit): string {
  switch (what.act) {
    case 'received':
      return `${amountText(what.size, what.unit)} received`;
    case 'opened':
      return 'Opened';
    case 'sealed':
      return 'Sealed again';
    case 'moved':
      return `Moved to ${what.place || 'no place'}`;
    case 'fitted':
      return `Fitted as ${what.channel}`;
    case 'taken-out':
      return 'Taken out of the machine';
    case 'reserved':
      return what.amount > 0
        ? `${amountText(what.amount, unit)} reserved for a job`
        : 'Reservation given back';
    case 'drawn':
      return `${amountText(what.amount, unit)} drawn ${SOURCE[what.source]}`;
    case 'counted':
      return `Counted: ${amountText(what.left, unit)}${what.reason ? ` (${what.reason})` : ''}`;
    case 'discarded':
      return `Thrown away: ${what.reason}`;
    case 'undone':
      return 'An entry undone';
  }
}
