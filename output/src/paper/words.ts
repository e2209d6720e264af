/** A job in the words of somebody who does not print. */
import { allLayers, inkName, type PrintPlan } from '@kyanos/core';
import { fill, type Wording } from './texts/index.ts';

const MM_PER_INCH = 25.4;

/** `90 × 120 mm (3.54 × 4.72 in)` */
export const sizeInWords = (width: number, height: number, { t, number }: Wording): string =>
  fill(t.sizeBoth, {
    width: number(width, 1),
    height: number(height, 1),
    widthInch: number(width / MM_PER_INCH, 2),
    heightInch: number(height / MM_PER_INCH, 2),
  });

/** What lies on the material, in a sentence. */
export function printInWords(
  { stack, machine, viewing, laminated }: PrintPlan,
  { t, list }: Wording,
): string {
  const names = new Set(
    allLayers(stack).flatMap(({ parts }) =>
      parts.map((part) => {
        const name = inkName(part, machine).toLowerCase();
        return t.inks[name] ?? name;
      }),
    ),
  );
  const side = stack.back.length === 0 ? 'front' : stack.front.length === 0 ? 'back' : 'both';
  return fill(t.printed[side], {
    inks: list([...names]),
    seen: t.seen[viewing.light],
    finish: laminated ? t.laminated : '',
  });
}
