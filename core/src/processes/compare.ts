/** What processes cost by quantity, and where they cross. */
import { money, total, type Currency, type Money } from '../units/index.ts';
import type { ProcessNeeds } from './needs.ts';
import type { Process } from './processes.ts';
import { t } from '../texts/index.ts';

export interface ProcessCost {
  readonly total: Money;
  readonly lines: readonly { readonly label: string; readonly amount: Money }[];
}

const MINUTES = 60;

/** @param labourRate minor units an hour of handwork */
export function processCost(
  process: Process,
  { pieceM2, separations, material, islands, cut }: ProcessNeeds,
  copies: number,
  labourRate: number,
  currency: Currency,
): ProcessCost {
  const good = copies * pieceM2;
  // Of n made a share is spoilt: for every good one 1 ÷ (1 − share) are made.
  const m2 = good / (1 - process.spoilagePercent / 100);
  const drawn = m2 / (1 - process.trimPercent / 100);
  const times = process.throughs === 'once' ? 1 : separations;
  const setupHours = (process.setupMinutes * separations) / MINUTES;
  const runHours = (m2 * times) / process.m2PerHour;
  const bought = process.id === 'outside';
  const hands = (copies * (process.minutesPerPiece + process.minutesPerIsland * islands)) / MINUTES;
  const amounts: readonly (readonly [string, number])[] = bought
    ? [
        ['goods', Math.max(process.leastOrder, good * process.filmPerM2)],
        ['carriage', process.carriage],
        [t('processes.orderingChecking'), (process.handlingMinutes / MINUTES) * labourRate],
      ]
    : [
        [t('processes.platesFramesCylinders'), process.plateEach * separations],
        [t('processes.makingReady'), setupHours * process.hourRate],
        ['running', runHours * process.hourRate],
        ['proof', process.proof],
        ['die', cut ? process.die : 0],
        ['handwork', hands * labourRate],
        [t('processes.orderingChecking'), (process.handlingMinutes / MINUTES) * labourRate],
        ['material', (drawn + process.setupM2 * separations) * material.pricePerM2],
        ['ink', m2 * separations * process.inkPerM2],
        [t('processes.filmMask'), m2 * separations * process.filmPerM2],
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

/** Quantities in even ratio, from one piece to `most`. */
export const quantityGrid = (most: number, count = 48): readonly number[] => [
  ...new Set(Array.from({ length: count }, (_, i) => Math.round(most ** (i / (count - 1))))),
];

/** Loads up to which every one is worked out by itself. */
const MOST_STEPS = 60;

/**
 * Quantities between which a job's own cost rises evenly: the last piece of each load (on a roll, of each row) and the first of
 * the next, as long as such a step matters, and an even ratio beyond.
 * @param step pieces of a load or a row
 */
export function quantitiesOfSteps(step: number, most: number): readonly number[] {
  const steps = Array.from({ length: MOST_STEPS }, (_, k) => (k + 1) * step);
  return [...new Set([1, 2, ...quantityGrid(most), ...steps, ...steps.map((n) => n + 1)])]
    .filter((copies) => copies <= most)
    .sort((a, b) => a - b);
}

export interface CheapestRange {
  readonly name: string;
  /** First and last quantity. */
  readonly from: number;
  readonly to: number;
}

/**
 * The quantities at which each process is the cheapest, piece by piece: as stepped costs rise, one may be so several times over.
 * @param quantities between which every curve is even, so that of two curves one is the cheaper at most once over
 */
export function cheapestRanges(
  quantities: readonly number[],
  curves: ReadonlyMap<string, CostCurve>,
): readonly CheapestRange[] {
  const ranges: { name: string; from: number; to: number }[] = [];
  const best = (copies: number): string => {
    let [name, least] = ['', Infinity];
    for (const [one, curve] of curves) {
      const cost = curve(copies);
      if (cost < least) [name, least] = [one, cost];
    }
    return name;
  };
  const put = (name: string, from: number, to: number) => {
    const last = ranges.at(-1);
    if (last?.name === name) last.to = to;
    else ranges.push({ name, from, to });
  };
  // The cheapest of straight lines is the cheapest in between where it is so at both ends.
  const between = (from: number, first: string, to: number, last: string): void => {
    if (first === last || to - from <= 1) {
      put(first, from, first === last ? to : from);
      if (first !== last) put(last, to, to);
      return;
    }
    const middle = Math.floor((from + to) / 2);
    const name = best(middle);
    between(from, first, middle, name);
    between(middle, name, to, last);
  };
  quantities.forEach((copies, i) => {
    const name = best(copies);
    if (i === 0) put(name, copies, copies);
    else between(quantities[i - 1], best(quantities[i - 1]), copies, name);
  });
  return ranges;
}
