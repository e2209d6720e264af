/** Changes to the rules of a stack. */
import {
  mapSources,
  plateKey,
  type Part,
  type PlateRule,
  type Special,
  type Stack,
  type StackLayer,
} from '@kyanos/core';

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

/** Whether two stacks have the same layers, whatever their densities and rules. */
export const sameLayers = (a: Stack, b: Stack): boolean => shape(a) === shape(b);
const shape = ({ front, back }: Stack) =>
  JSON.stringify(
    [front, back].map((side) =>
      side.map(({ parts, picture, mirror }) => [parts.map(({ lay }) => lay), picture, mirror]),
    ),
  );
