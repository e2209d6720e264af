/** What happened to the stock, as one says it. */
import { type AgeOf, amountText, dated, type StockUnit } from '@kyanos/core';
import type { StockHistoryEntry } from '@kyanos/contract';
import { parseISO } from 'date-fns';
import { t } from '../texts/texts.ts';

export const timeWords = (time: string): string => dated(parseISO(time), t('shared.dayAndTime'));

export const AGE_WORDS: Readonly<Record<AgeOf['age'], string>> = {
  over: t('stock.overAgeTitle'),
  soon: t('stock.useFirstTitle'),
  good: t('stock.goodTitle'),
  unknown: t('stock.noDateTitle'),
};

/** The class of base.css in which an age is said. */
export const AGE_LOOK: Readonly<Record<AgeOf['age'], string>> = {
  over: 'bad',
  soon: 'warn',
  good: '',
  unknown: '',
};

const SOURCE: Readonly<Record<string, string>> = {
  report: t('stock.machinesReport'),
  estimate: t('stock.estimate'),
  care: t('stock.care'),
  hand: t('stock.hand'),
};

/** `12.5 m drawn by hand` */
export function actWords(what: StockHistoryEntry['what'], unit: StockUnit): string {
  switch (what.act) {
    case 'received':
      return t('stock.receivedSize', { size: amountText(what.size, what.unit) });
    case 'opened':
      return t('stock.opened');
    case 'sealed':
      return t('stock.sealedAgain');
    case 'moved':
      return t('stock.moved', { place: what.place || t('stock.noPlace') });
    case 'fitted':
      return t('stock.fittedAs', { channel: what.channel });
    case 'taken-out':
      return t('stock.takenOutMachine');
    case 'reserved':
      return what.amount > 0
        ? t('stock.reservedJob', { amount: amountText(what.amount, unit) })
        : t('stock.reservationGivenBack');
    case 'drawn':
      return t('stock.drawn', {
        amount: amountText(what.amount, unit),
        source: SOURCE[what.source],
      });
    case 'counted':
      return t('stock.countedLeft', {
        left: amountText(what.left, unit),
        rest: what.reason ? ` (${what.reason})` : '',
      });
    case 'discarded':
      return t('stock.thrownAway', { reason: what.reason });
    case 'undone':
      return t('stock.entryUndone');
  }
}

/** What amounts are counted in, as it is read. */
export const unitText = (unit: StockUnit): string =>
  unit === 'sheets' ? t('stock.unitSheets') : unit;
