/** What a plate comes to. */
import { inkFor, inkName, keyOf, type Machine, type Part, type PlateMeasure } from '@kyanos/core';
import { area, length, ml, percent } from '../shared/format.ts';

/** A copy often takes less than a tenth of a millilitre. */
const drops = (value: number) => (value < 1 ? `${value.toFixed(2)} mL` : ml(value));
const fine = (mm: number) => (mm < 2 ? `${mm.toFixed(2)} mm` : length(mm));

export function plateFigures(
  { coverage, areaMm2, islands, strokeMm, own }: PlateMeasure,
  part: Part,
  hits: number,
  machine: Machine,
): readonly { readonly name: string; readonly text: string }[] {
  const ink = inkFor(machine, keyOf(part));
  // Laydown is mL for each m² at full cover.
  const laid = ink && (areaMm2 / 1e6) * ink.laydown * (part.density / 100) * hits;
  const figures: [name: string, text: string | undefined][] = [
    ['Cover', percent(coverage)],
    ['Area', area(areaMm2)],
    [`${inkName(part, machine)} in each copy`, laid === undefined ? undefined : drops(laid)],
    ['Islands', islands.toLocaleString('en')],
    ['Thinnest strokes', strokeMm === null ? 'over 2 mm' : fine(strokeMm)],
    ['Added by the artist’s own', own.addedMm2 > 1 ? area(own.addedMm2) : undefined],
    ['Taken from the artist’s own', own.lostMm2 > 1 ? area(own.lostMm2) : undefined],
  ];
  return figures.flatMap(([name, text]) => (text === undefined ? [] : [{ name, text }]));
}
