/** Ways out, carried out on the plan. */
import type { PlanRepair, StateRepair } from '../findings/index.ts';
import { raiseHaze, setRule } from '../plates/index.ts';
import { parseRule } from '../rule/index.ts';
import type { MachineState } from '../stack/index.ts';
import { changed } from './change.ts';
import type { PrintPlan } from './plan.ts';

/** Returns the plan with the repair carried out: the finding that offered it is gone then. */
export function repaired(plan: PrintPlan, repair: PlanRepair): PrintPlan {
  const { artwork, stack } = plan;
  switch (repair.kind) {
    case 'map-name': {
      const names = { ...artwork.names, [repair.separation]: repair.role };
      return { ...plan, artwork: { ...artwork, names } };
    }
    case 'overprint':
      return keepOverprint(plan, repair.separation, repair.keep);
    case 'haze':
      return { ...plan, stack: raiseHaze(stack, repair.percent) };
    case 'rule':
      return { ...plan, stack: setRule(stack, repair.key, parseRule(repair.rule)) };
    case 'plan':
      return changed(plan, repair.change);
  }
}

/** Returns the machine's state with the repair carried out. */
export const repairedState = (state: MachineState, { change }: StateRepair): MachineState => ({
  ...state,
  ...change,
});

/** Whether a special and colour both print where the file lets one erase the other. */
export function keepOverprint(plan: PrintPlan, separation: string, keep: boolean): PrintPlan {
  const others = plan.artwork.overprint.filter((name) => name !== separation);
  return {
    ...plan,
    artwork: { ...plan.artwork, overprint: keep ? [...others, separation] : others },
  };
}
