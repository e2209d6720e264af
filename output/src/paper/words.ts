/** A job in the words of somebody who does not print. */
import { allLayers, inkName, type PrintPlan } from '@kyanos/core';

const MM_PER_INCH = 25.4;

/** `90 × 120 mm (3.54 × 4.72 in)` */
export const bothUnits = (width: number, height: number): string =>
  `${width.toFixed(1)} × ${height.toFixed(1)} mm (${(width / MM_PER_INCH).toFixed(2)} × ${(height / MM_PER_INCH).toFixed(2)} in)`;

/** What lies on the material, in a sentence. */
export function printInWords({ stack, machine, viewing, laminated }: PrintPlan): string {
  const names = [
    ...new Set(
      allLayers(stack).flatMap(({ parts }) =>
        parts.map((part) => inkName(part, machine).toLowerCase()),
      ),
    ),
  ];
  const list =
    names.length > 1
      ? `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`
      : names.join('');
  const sides =
    stack.front.length > 0 && stack.back.length > 0
      ? 'on both sides'
      : stack.back.length > 0
        ? 'on the back, read through the material'
        : 'on the front';
  const seen =
    viewing.light === 'both'
      ? '; seen by day, and lit from behind by night'
      : viewing.light === 'behind'
        ? '; lit from behind'
        : '';
  return `Printed ${sides} in ${list}${seen}${laminated ? '; laminated' : ''}.`;
}
