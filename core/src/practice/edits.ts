/** Changes of a sound plan, and of how its machine stands, that faults are made of. */
import type { PlateRule, Step } from '../rule/index.ts';
import {
  allLayers,
  mistakesOf,
  usesInkRole,
  type Part,
  type Stack,
  type StackLayer,
} from '../stack/index.ts';
import type { Situation } from './job.ts';

type Plan = Situation['plan'];
export const replan = (sound: Situation, change: Partial<Plan>): Situation => ({
  ...sound,
  plan: { ...sound.plan, ...change },
});
export const restack = (sound: Situation, stack: Stack | undefined): Situation | undefined =>
  stack && replan(sound, { stack });
export const restate = (sound: Situation, change: Partial<Situation['state']>): Situation => ({
  ...sound,
  state: { ...sound.state, ...change },
});

export const mapLayers = (
  { front, back }: Stack,
  change: (layer: StackLayer) => StackLayer,
): Stack => ({
  front: front.map(change),
  back: back.map(change),
});
const mapParts = (stack: Stack, change: (part: Part) => Part): Stack =>
  mapLayers(stack, (layer) => ({ ...layer, parts: layer.parts.map(change) }));
export const parts = (stack: Stack): readonly Part[] =>
  allLayers(stack).flatMap((layer) => layer.parts);

/** Another rule for all parts that lay an ink by one; undefined where none has one that changes. */
export function rerule(
  stack: Stack,
  inkRole: Part['inkRole'],
  change: (rule: PlateRule) => PlateRule | undefined,
): Stack | undefined {
  let changed = false;
  const next = mapParts(stack, (part) => {
    const rule = part.inkRole === inkRole && part.rule ? change(part.rule) : undefined;
    if (!rule) return part;
    changed = true;
    return { ...part, rule };
  });
  return changed ? next : undefined;
}
export const without = (rule: PlateRule, gone: Step['do']): PlateRule | undefined =>
  rule.steps.some((step) => step.do === gone)
    ? { ...rule, steps: rule.steps.filter((step) => step.do !== gone) }
    : undefined;
export const withStep = (rule: PlateRule, step: Step): PlateRule => ({
  ...rule,
  steps: [...rule.steps, step],
});
export const choke = (mm: number): Step => ({
  do: 'choke',
  by: { value: mm, unit: 'mm' },
  least: 0,
});

export const laysWhite = ({ plan }: Situation) => usesInkRole(plan.stack, 'W');
export const mistake = (sound: Situation, id: 'in-front' | 'knocked-out' | 'none') =>
  restack(sound, mistakesOf(sound.plan.stack).find((one) => one.id === id)?.stack);
