/** What a layer has of the job's figures. */
import { inkPrice } from '../cost/index.ts';
import { money, type Money } from '../units/index.ts';
import { plateKey, type Measures } from '../plates/index.ts';
import {
  allLayers,
  inkFor,
  inkOf,
  isSpecialInk,
  keyOf,
  type Ink,
  type Part,
  type StackLayer,
} from '../stack/index.ts';
import type { Work } from './calculate.ts';
import type { PrintPlan } from './plan.ts';

/**
 * Money of the ink by layer, in the order of {@link allLayers}, and by its parts: what an ink costs, waste included, is shared
 * among the parts that lay it by density × hits × cover.
 * @param measures of the plan's plates; a plate that is not measured yet counts as full
 */
export function inkMoneyByPart(
  { stack, machine, prices: { currency } }: PrintPlan,
  work: Pick<Work, 'inks'>,
  measures: Measures | undefined,
): Money[][] {
  const layers = allLayers(stack);
  const totals = layers.map(({ parts }) => parts.map(() => 0));
  const cover = ({ rule, ...part }: Part, { picture }: StackLayer) => {
    const key = rule && plateKey(part, picture, rule);
    return measures?.plates.find((plate) => plate.key === key)?.coverage ?? 1;
  };
  const lays = (part: Part, ink: Ink) =>
    part.inkRole === 'CMYK' ? !isSpecialInk(ink) : inkFor(machine, keyOf(part)) === ink;
  for (const { channel, ml } of work.inks) {
    const ink = inkOf(machine, channel)!;
    const weights = layers.map((layer) =>
      layer.parts.map((part) =>
        lays(part, ink) ? part.density * layer.hits * cover(part, layer) : 0,
      ),
    );
    const all = weights.flat().reduce((sum, weight) => sum + weight, 0);
    const { minor } = inkPrice(ml, ink.pricePerLitre, currency);
    if (all > 0)
      weights.forEach((parts, i) =>
        parts.forEach((weight, k) => (totals[i][k] += (minor * weight) / all)),
      );
  }
  return totals.map((parts) => parts.map((minor) => money(minor, currency)));
}
