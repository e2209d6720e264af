/** Changes to a plan that keep it whole. */
import type { PlanChange } from '../findings/index.ts';
import { modesFor, parseStack, type Stack } from '../stack/index.ts';
import type { PrintPlan } from './plan.ts';

/** A plan with another stack, in a mode that can lay it. */
export function withStack<P extends Pick<PrintPlan, 'machine' | 'material' | 'modeId'>>(
  plan: P,
  stack: Stack,
): P & Pick<PrintPlan, 'stack' | 'modeId'> {
  const { machine, material, modeId } = plan;
  const modes = modesFor(machine, material, stack);
  const mode = modes.find(({ id }) => id === modeId) ?? modes[0] ?? machine.modes[0];
  return { ...plan, stack, modeId: mode.id };
}

/** A plan with a repair, or the practice of a school, carried out. */
export function changed(plan: PrintPlan, change: PlanChange): PrintPlan {
  const { stack, modeId, rearPage, laminated, lot, split, waitMinutes, loadLength, layAnew } =
    change;
  const { places, ...layout } = plan.layout;
  const next: PrintPlan = {
    ...plan,
    ...(modeId !== undefined && { modeId }),
    ...(laminated !== undefined && { laminated }),
    ...(lot !== undefined && { lot }),
    artwork: { ...plan.artwork, ...(rearPage !== undefined && { rearPage }) },
    layout: {
      ...layout,
      ...(places && !layAnew && { places }),
      ...(loadLength !== undefined && { loadLength }),
    },
    trips: {
      ...plan.trips,
      ...(split !== undefined && { split }),
      ...(waitMinutes !== undefined && { waitMinutes }),
    },
  };
  return stack === undefined ? next : withStack(next, parseStack(stack));
}
