/** Lengths as they are typed: kept in mm, typed in the preferred unit. */
import { MM_PER_INCH } from '@kyanos/core';

/** Thousandths: finer than any machine prints. */
const thousandths = (value: number) => Math.round(value * 1000) / 1000;

export const shownLength = (mm: number, metric: boolean): number =>
  metric ? mm : thousandths(mm / MM_PER_INCH);

/** A number that is typed back as it was shown changes nothing. @returns mm */
export function typedLength(typed: number, was: number, metric: boolean): number {
  if (typed === shownLength(was, metric)) return was;
  return metric ? typed : thousandths(typed * MM_PER_INCH);
}
