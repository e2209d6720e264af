/** The ways in which one stack can be printed, side by side on the same plates. */
import type { ArtworkInfo } from '../artwork/index.ts';
import { reckon, type PlanResult, type PrintPlan } from '../plan/index.ts';
import type { Measures } from '../plates/index.ts';
import { allLayers, withHits } from '../stack/index.ts';

export interface Way {
  readonly name: string;
  readonly plan: PrintPlan;
  readonly result: PlanResult;
  /** Why it can't be. */
  readonly reason: string | undefined;
  /** The plan is this way already. */
  readonly chosen: boolean;
}

/** White in two hits, beyond the plan's own. */
const MORE_HITS = 2;

export function waysOf(plan: PrintPlan, info: ArtworkInfo, measures: Measures): readonly Way[] {
  const way = (name: string, change: Partial<PrintPlan>): Way => {
    const next = { ...plan, ...change };
    const result = reckon(next, info, measures);
    return {
      name,
      plan: next,
      result,
      reason: result.work
        ? undefined
        : result.findings.find(({ severity }) => severity === 'error')?.message,
      chosen: next.trips.split === plan.trips.split && next.stack === plan.stack,
    };
  };
  const trips = (split: PrintPlan['trips']['split']) => ({ ...plan.trips, split });
  const ways = [
    way('As few trips as the machine can', { trips: trips('together') }),
    way('One trip for each layer', { trips: trips('apart') }),
  ];
  const white = allLayers(plan.stack).find(({ parts }) => parts.some(({ lay }) => lay === 'W'));
  if (white && white.hits < MORE_HITS && plan.machine.maxHits >= MORE_HITS)
    ways.push(
      way('One trip for each layer, white in two hits', {
        trips: trips('apart'),
        stack: withHits(plan.stack, 'W', MORE_HITS),
      }),
    );
  return ways;
}
