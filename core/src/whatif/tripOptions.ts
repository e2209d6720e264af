/** The ways in which one stack can be printed, side by side on the same plates. */
import type { ArtworkInfo } from '../artwork/index.ts';
import { calculate, type PlanResult, type PrintPlan } from '../plan/index.ts';
import type { Measures } from '../plates/index.ts';
import { allLayers, withHits, type MachineState } from '../stack/index.ts';
import { t } from '../texts/index.ts';

export interface TripOption {
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

export function tripOptionsOf(
  plan: PrintPlan,
  info: ArtworkInfo,
  measures: Measures,
  state?: MachineState,
): readonly TripOption[] {
  const option = (name: string, change: Partial<PrintPlan>): TripOption => {
    const next = { ...plan, ...change };
    const result = calculate(next, info, measures, state);
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
  const options = [
    option(t('whatif.fewTripsMachineCan'), { trips: trips('together') }),
    option(t('whatif.oneTripEachLayer'), { trips: trips('apart') }),
  ];
  const white = allLayers(plan.stack).find(({ parts }) =>
    parts.some(({ inkRole }) => inkRole === 'W'),
  );
  if (white && white.hits < MORE_HITS && plan.machine.maxHits >= MORE_HITS)
    options.push(
      option(t('whatif.oneTripEachLayerWhiteTwo'), {
        trips: trips('apart'),
        stack: withHits(plan.stack, 'W', MORE_HITS),
      }),
    );
  return options;
}
