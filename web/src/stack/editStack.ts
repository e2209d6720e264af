/** Changes to one layer of a stack, counted as the core sample counts: front first. */
import {
  mapSources,
  modesFor,
  plateKey,
  type Part,
  type PlateRule,
  type PrintPlan,
  type Special,
  type Stack,
  type StackLayer,
} from '@kyanos/core';

export function changeLayer(
  stack: Stack,
  index: number,
  change: (layer: StackLayer) => StackLayer,
): Stack {
  const at = index - stack.front.length;
  const edit = (layers: readonly StackLayer[], i: number) =>
    layers.map((layer, k) => (k === i ? change(layer) : layer));
  return at < 0
    ? { ...stack, front: edit(stack.front, index) }
    : { ...stack, back: edit(stack.back, at) };
}

export const changePart = (
  stack: Stack,
  index: number,
  partIndex: number,
  change: Partial<Part>,
): Stack =>
  changeLayer(stack, index, (layer) => ({
    ...layer,
    parts: layer.parts.map((part, i) => (i === partIndex ? { ...part, ...change } : part)),
  }));

/** One plate of the stack, wherever it is laid, gets another rule. */
export const setRule = (stack: Stack, key: string, rule: PlateRule): Stack =>
  mapRules(stack, (layer, part, old) =>
    plateKey(part.lay as Special, layer.picture, old) === key ? rule : old,
  );

/** Every rule that goes by any ink takes a tint up to this for blank. */
export const raiseHaze = (stack: Stack, haze: number): Stack =>
  mapRules(stack, (_layer, _part, old) =>
    mapSources(old, (from) =>
      from.kind === 'image' && from.haze < haze ? { ...from, haze } : from,
    ),
  );

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

/** A plan with another stack, in a mode that can lay it. */
export function withStack(
  { machine, material, modeId }: PrintPlan,
  stack: Stack,
): Pick<PrintPlan, 'stack' | 'modeId'> {
  const modes = modesFor(machine, material, stack);
  const mode = modes.find(({ id }) => id === modeId) ?? modes[0] ?? machine.modes[0];
  return { stack, modeId: mode.id };
}
