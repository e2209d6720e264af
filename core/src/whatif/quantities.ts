/** What other quantities of the same job would cost. */
import type { ArtworkInfo } from '../artwork/index.ts';
import { calculate, withCopies, type PrintPlan } from '../plan/index.ts';
import type { Measures } from '../plates/index.ts';
import type { MachineState } from '../stack/index.ts';
import type { Money } from '../units/index.ts';

export interface Offer {
  readonly copies: number;
  readonly cost: Money;
  readonly price: Money;
  readonly perPiece: Money;
  readonly minutes: number;
}

/** Quantities around the plan's own, and those of its quantity breaks. */
export function quantitiesOf({
  layout: { copies },
  prices: { breaks = [] },
}: PrintPlan): readonly number[] {
  const around = [0.2, 0.5, 1, 2, 5, 10].map((factor) => Math.max(1, Math.round(copies * factor)));
  return [...new Set([...around, ...breaks.map((step) => step.copies)])].sort((a, b) => a - b);
}

export const offersOf = (
  plan: PrintPlan,
  info: ArtworkInfo,
  measures: Measures,
  quantities: readonly number[],
  state?: MachineState,
): readonly Offer[] =>
  quantities.flatMap((copies) => {
    const { work } = calculate(withCopies(plan, copies), info, measures, state);
    if (!work) return [];
    const { total: cost, price, perPiece } = work.cost;
    return [{ copies, cost, price, perPiece, minutes: work.minutes }];
  });
