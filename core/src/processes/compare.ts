/** What processes cost by quantity, and where they cross. */
import { money, total, type Currency, type Money } from '../units/index.ts';
import type { ProcessNeeds } from './needs.ts';
import type { Process } from './processes.ts';

export interface ProcessCost {
  readonly total: Money;
  readonly lines: readonly { readonly label: string; readonly amount: Money }[];
}

const MINUTES = 60;

/** @param labourRate minor units an hour of handwork */
export function processCost(
  process: Process,
  { pieceM2, separations, material, islands }: ProcessNeeds,
  copies: number,
  labourRate: number,
  currency: Currency,
): ProcessCost {
  const m2 = copies * pieceM2;
  const times = process.throughs === 'once' ? 1 : separations;
  const setupHours = (process.setupMinutes * separations) / MINUTES;
  const runHours = (m2 * times) / process.m2PerHour;
  const bought = process.id === 'outside';
  const hands = (copies * (process.minutesPerPiece + process.minutesPerIsland * islands)) / MINUTES;
  const amounts: readonly (readonly [string, number])[] = bought
    ? [
        ['goods', Math.max(process.leastOrder, m2 * process.filmPerM2)],
        ['carriage', process.carriage],
      ]
    : [
        ['plates, frames or cylinders', process.plateEach * separations],
        ['making ready', setupHours * process.hourRate],
        ['running', runHours * process.hourRate],
        ['handwork', hands * labourRate],
        ['material', (m2 + process.setupM2 * separations) * material.pricePerM2],
        ['ink', m2 * separations * process.inkPerM2],
        ['film and mask', m2 * separations * process.filmPerM2],
      ];
  const lines = amounts
    .filter(([, minor]) => minor > 0)
    .map(([label, minor]) => ({ label, amount: money(minor, currency) }));
  return {
    lines,
    total: total(
      currency,
      lines.map(({ amount }) => amount),
    ),
  };
}

/** A cost by quantity, minor units. */
export type CostCurve = (copies: number) => number;

/**
 * Smallest quantity from which on `late` costs no more than `early`; nothing up to `most`. Curves rise in steps, so it is looked
 * for on a grid in ratio first and exactly then.
 */
export function crossing(early: CostCurve, late: CostCurve, most: number): number | undefined {
  const cheaper = (copies: number) => late(copies) <= early(copies);
  if (cheaper(1)) return 1;
  let low = 1;
  for (let high = 2; low < most; high = Math.min(most, Math.ceil(high * 1.25))) {
    if (cheaper(high)) {
      while (high - low > 1) {
        const middle = Math.floor((low + high) / 2);
        if (cheaper(middle)) high = middle;
        else low = middle;
      }
      return high;
    }
    low = high;
  }
  return undefined;
}

/** Quantities in even ratio, from one piece to `most`. */
export const quantityGrid = (most: number, count = 48): readonly number[] => [
  ...new Set(Array.from({ length: count }, (_, i) => Math.round(most ** (i / (count - 1))))),
];

/** From which quantity on which process is the cheapest. @param curves by name, on the same quantities */
export function cheapestRanges(
  quantities: readonly number[],
  curves: ReadonlyMap<string, readonly number[]>,
): readonly { readonly name: string; readonly from: number; readonly to: number }[] {
  const ranges: { name: string; from: number; to: number }[] = [];
  quantities.forEach((copies, i) => {
    let best: { name: string; cost: number } | undefined;
    for (const [name, costs] of curves)
      if (!best || costs[i] < best.cost) best = { name, cost: costs[i] };
    if (!best) return;
    const last = ranges.at(-1);
    if (last?.name === best.name) last.to = copies;
    else ranges.push({ name: best.name, from: copies, to: copies });
  });
  return ranges;
}
