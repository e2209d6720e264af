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

/** How numbers of pieces are asked for: these and ten, a hundred … times as many. Common practice. */
const ASKED = [1, 2, 2.5, 3, 5, 7.5] as const;
/** Offered beside the plan's own, in multiples of it. */
const MULTIPLES = [0.25, 0.5, 2, 4, 10] as const;
/** Two quantities that are nearer than this say the same. */
const APART = 1.2;

/** The number nearest in proportion to a quantity of those that customers ask for. */
function askedNear(copies: number): number {
  const power = 10 ** Math.floor(Math.log10(copies));
  const near = [...ASKED.map((step) => step * power), 10 * power].filter(Number.isInteger);
  const away = (value: number) => Math.abs(Math.log(value / copies));
  return near.reduce((best, value) => (away(value) < away(best) ? value : best), near.at(-1)!);
}

/**
 * The plan's own quantity, those of its quantity breaks, and round numbers about it, none of them close beside another.
 * @returns from few to many
 */
export function quantitiesOf({
  layout: { copies },
  prices: { breaks = [] },
}: PrintPlan): readonly number[] {
  const found = [...new Set([copies, ...breaks.map((step) => step.copies)])];
  for (const factor of MULTIPLES) {
    const asked = askedNear(Math.max(1, copies * factor));
    const beside = (other: number) => Math.max(asked, other) / Math.min(asked, other) < APART;
    if (!found.some(beside)) found.push(asked);
  }
  return found.sort((a, b) => a - b);
}

/** Larger quantities that cost less in all than the one ordered, which a customer should not find out first. */
export function cheaperWithMore(offers: readonly Offer[], copies: number): readonly Offer[] {
  const own = offers.find((offer) => offer.copies === copies);
  if (!own) return [];
  return offers.filter((offer) => offer.copies > copies && offer.price.minor < own.price.minor);
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
