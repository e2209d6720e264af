/** What a key does to a layer of the core sample. */
import {
  SIDE_NAMES,
  allLayers,
  changeLayer,
  changePart,
  layerName,
  removeLayer,
  slotOf,
  stepLayer,
  type Moved,
  type PrintPlan,
  type Stack,
  type Slab,
} from '@kyanos/core';
import type { KeyOf } from '../shared/keys.ts';
import { t } from '../texts/texts.ts';

/** A stack that is another now, said in words, and the layer that is chosen then. */
export interface Changed {
  readonly stack: Stack;
  readonly words: string;
  readonly at: number;
}
/** What comes of a key: a change, another layer that is chosen, or nothing but words. */
export type KeyEffect = Changed | { readonly select: number } | { readonly words: string };

const DENSITY_STEP = 5;

/** A layer at its new place; undefined if it did not move. */
export function movedTo({ layer }: Slab, moved: Moved | undefined, plan: PrintPlan) {
  if (!moved) return undefined;
  const { side } = slotOf(moved.stack, moved.index);
  const words = t('look.now', { layer: layerName(layer, plan.machine), side: SIDE_NAMES[side] });
  return { stack: moved.stack, words, at: moved.index };
}

function withDensityBy({ layer, index }: Slab, { stack }: PrintPlan, by: number): Changed {
  let next = stack;
  layer.parts.forEach((part, i) => {
    const density = Math.min(100, Math.max(1, part.density + by));
    next = changePart(next, index, i, { density });
  });
  const words = t('look.density', { density: allLayers(next)[index].parts[0].density });
  return { stack: next, words, at: index };
}

function withHitsBy({ layer, index }: Slab, { stack, machine }: PrintPlan, by: number): Changed {
  const hits = Math.min(machine.maxHits, Math.max(1, layer.hits + by));
  const words = t('look.hit', { n: hits });
  return { stack: changeLayer(stack, index, (old) => ({ ...old, hits })), words, at: index };
}

function withMirror({ layer, index }: Slab, { stack }: PrintPlan): Changed {
  const words = layer.mirror ? t('look.reads') : t('look.mirroredSentence');
  const next = changeLayer(stack, index, (old) => ({ ...old, mirror: !old.mirror }));
  return { stack: next, words, at: index };
}

function without({ layer, index }: Slab, { stack, machine }: PrintPlan): KeyEffect {
  const next = removeLayer(stack, index);
  if (next === stack) return { words: t('look.stackNeedsLeastOne') };
  const words = t('look.removed', { layer: layerName(layer, machine) });
  return { stack: next, words, at: Math.max(0, index - 1) };
}

type Act = (
  slab: Slab,
  plan: PrintPlan,
  slabs: readonly Slab[],
  shift: boolean,
) => KeyEffect | undefined;

const choose: Act = ({ index }) => ({ select: index });
const towards =
  (side: 'front' | 'back', by: number): Act =>
  (slab, plan, slabs, shift) => {
    if (shift) return movedTo(slab, stepLayer(plan.stack, slab.index, side), plan);
    const next = slabs[slabs.indexOf(slab) + by];
    return next && { select: next.index };
  };

const ACTS: Readonly<Record<KeyOf<'layer'>, Act>> = {
  Enter: choose,
  ' ': choose,
  ArrowUp: towards('front', -1),
  ArrowDown: towards('back', 1),
  '+': (slab, plan) => withDensityBy(slab, plan, DENSITY_STEP),
  '-': (slab, plan) => withDensityBy(slab, plan, -DENSITY_STEP),
  h: (slab, plan) => withHitsBy(slab, plan, 1),
  H: (slab, plan) => withHitsBy(slab, plan, -1),
  i: withMirror,
  Delete: without,
};

/** @returns undefined if the key means nothing here, an empty list if it has nothing to do */
export function coreKey(
  { key, shiftKey, ctrlKey, metaKey, altKey }: KeyboardEvent,
  slab: Slab,
  plan: PrintPlan,
  slabs: readonly Slab[],
): readonly KeyEffect[] | undefined {
  const act =
    ctrlKey || metaKey || altKey
      ? undefined
      : (ACTS as Readonly<Record<string, Act | undefined>>)[key];
  if (!act) return undefined;
  const effect = act(slab, plan, slabs, shiftKey);
  return effect ? [effect] : [];
}
