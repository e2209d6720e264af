/** What a plate comes to. */
import {
  decimal,
  grouped,
  inkFor,
  inkName,
  keyOf,
  type Machine,
  type Part,
  type PlateMeasure,
} from '@kyanos/core';
import { area, length, ml, percent } from '../shared/format.ts';
import { t } from '../texts/texts.ts';

/** A copy often takes less than a tenth of a millilitre. */
const drops = (value: number) => (value < 1 ? `${decimal(value, 2)} mL` : ml(value));
const fine = (mm: number) => (mm < 2 ? `${decimal(mm, 2)} mm` : length(mm));

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
    [t('plates.cover'), percent(coverage)],
    [t('plates.area'), area(areaMm2)],
    [
      t('plates.eachCopy', { part: inkName(part, machine) }),
      laid === undefined ? undefined : drops(laid),
    ],
    [t('plates.islands'), grouped(islands, 0)],
    [t('plates.thinnestStrokes'), strokeMm === null ? t('plates.over2Mm') : fine(strokeMm)],
    [t('plates.addedArtistsOwn'), own.addedMm2 > 1 ? area(own.addedMm2) : undefined],
    [t('plates.takenFromArtistsOwn'), own.lostMm2 > 1 ? area(own.lostMm2) : undefined],
  ];
  return figures.flatMap(([name, text]) => (text === undefined ? [] : [{ name, text }]));
}
