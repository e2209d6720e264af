/** Changes to the rules of a stack. */
import { mapSources, type PlateRule } from '../rule/index.ts';
import type { Part, Stack, StackLayer } from '../stack/index.ts';
import { plateKey } from './spec.ts';

/** One plate of the stack, wherever it is laid, gets another rule. */
export const setRule = (stack: Stack, key: string, rule: PlateRule): Stack =>
  mapRules(stack, (layer, part, old) => (plateKey(part, layer.picture, old) === key ? rule : old));

/** Every rule that goes by any ink takes a tint up to this for blank. */
export const raiseHaze = (stack: Stack, haze: number): Stack =>
  mapRules(stack, (_layer, _part, old) =>
    mapSources(old, (from) =>
      from.kind === 'image' && from.haze < haze ? { ...from, haze } : from,
    ),
  );

/** Specials that follow the image are pulled in by so much, and by nothing else. @param mm 0 for not at all */
export const chokeImages = (stack: Stack, mm: number): Stack =>
  mapRules(stack, (_layer, _part, old) => {
    if (old.from.kind !== 'image') return old;
    const steps = old.steps.filter((step) => step.do !== 'choke');
    const choke = { do: 'choke', by: { value: mm, unit: 'mm' }, least: 0 } as const;
    return { ...old, steps: mm > 0 ? [choke, ...steps] : steps };
  });

function mapRules(
  stack: Stack,
  change: (layer: StackLayer, part: Part, old: PlateRule) => PlateRule,
): Stack {
  const edit = (layer: StackLayer): StackLayer => ({
    ...layer,
    parts: layer.parts.map((part) =>
      part.rule ? { ...part, rule: change(layer, part, part.rule) } : part,
    ),
  });
  return { ...stack, front: stack.front.map(edit), back: stack.back.map(edit) };
}
