/** Lengths as they are typed: kept in mm, typed in the preferred unit. */
import { MM_PER, type LengthUnit } from './format.ts';

/** Thousandths: finer than any machine prints. */
const thousandths = (value: number) => Math.round(value * 1000) / 1000;

export const shownLength = (mm: number, unit: LengthUnit): number =>
  unit === 'mm' ? mm : thousandths(mm / MM_PER[unit]);

/** A number that is typed back as it was shown changes nothing. @returns mm */
export function typedLength(typed: number, was: number, unit: LengthUnit): number {
  if (typed === shownLength(was, unit)) return was;
  return unit === 'mm' ? typed : thousandths(typed * MM_PER[unit]);
}
