/** Changes to one layer of a stack, counted as the core sample counts: front first. */
import { DEFAULT_RULE, type Part, type PlateRule, type Stack, type StackLayer } from '@kyanos/core';

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

export const changeRule = (
  stack: Stack,
  index: number,
  partIndex: number,
  change: Partial<PlateRule>,
): Stack =>
  changeLayer(stack, index, (layer) => ({
    ...layer,
    parts: layer.parts.map((part, i) =>
      i === partIndex ? { ...part, rule: { ...DEFAULT_RULE, ...part.rule, ...change } } : part,
    ),
  }));

/** Every plate that lies under the image takes a tint up to this for blank. */
export const raiseHaze = (stack: Stack, hazePercent: number): Stack => {
  const raise = (layer: StackLayer): StackLayer => ({
    ...layer,
    parts: layer.parts.map((part) =>
      part.rule?.extent === 'image' && part.rule.hazePercent < hazePercent
        ? { ...part, rule: { ...part.rule, hazePercent } }
        : part,
    ),
  });
  return { ...stack, front: stack.front.map(raise), back: stack.back.map(raise) };
};
