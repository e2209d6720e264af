/** Material whose day will be past when it is printed on. */
import { addMinutes } from 'date-fns';
import { dayText, type Day } from '../stock/index.ts';
import type { Bar } from './schedule.ts';

/** A lot that a job has reserved, as the shop calls it, and the last day on which it is good. */
export interface ReservedLot {
  readonly lot: string;
  readonly until: Day;
}

/** Returns the bars that end after the last day of their lot, which may be used knowingly. */
export const agedBars = (
  bars: readonly Bar[],
  begins: Date,
  lotOf: (taskId: string) => ReservedLot | null | undefined,
): readonly { readonly bar: Bar; readonly lot: ReservedLot }[] =>
  bars.flatMap((bar) => {
    const lot = lotOf(bar.taskId);
    return lot && dayText(addMinutes(begins, bar.to)) > lot.until ? [{ bar, lot }] : [];
  });
