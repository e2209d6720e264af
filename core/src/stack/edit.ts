/** Changes to a stack, each a new stack. Layers are counted as they are laid, front side first. */
import type { PlateRule } from '../rule/index.ts';
import { DEFAULT_RULE } from '../rule/index.ts';
import { allLayers, type InkRole, type Part, type Stack, type StackLayer } from './stack.ts';

export type Side = 'front' | 'back';

/** A place between the layers of a side, counted from the material outward. */
export interface Slot {
  readonly side: Side;
  readonly at: number;
}

export function slotOf({ front }: Stack, index: number): Slot {
  return index < front.length
    ? { side: 'front', at: index }
    : { side: 'back', at: index - front.length };
}

export const indexOf = ({ front }: Stack, { side, at }: Slot): number =>
  side === 'front' ? at : front.length + at;

export function changeLayer(
  stack: Stack,
  index: number,
  change: (layer: StackLayer) => StackLayer,
): Stack {
  const { side, at } = slotOf(stack, index);
  return { ...stack, [side]: stack[side].map((layer, i) => (i === at ? change(layer) : layer)) };
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

/** One ink of one layer at another density. */
export const withDensity = (
  stack: Stack,
  index: number,
  inkRole: InkRole,
  density: number,
): Stack =>
  changeLayer(stack, index, (layer) => ({
    ...layer,
    parts: layer.parts.map((part) => (part.inkRole === inkRole ? { ...part, density } : part)),
  }));

/** The last layer stays: a stack without one is none. */
export function removeLayer(stack: Stack, index: number): Stack {
  if (allLayers(stack).length === 1) return stack;
  const { side, at } = slotOf(stack, index);
  return { ...stack, [side]: stack[side].toSpliced(at, 1) };
}

export const insertLayer = (stack: Stack, { side, at }: Slot, layer: StackLayer): Stack => ({
  ...stack,
  [side]: stack[side].toSpliced(at, 0, layer),
});

/** A layer for a place, in the picture and the reading of its neighbours. */
export function newLayer(
  stack: Stack,
  { side, at }: Slot,
  lays: Pick<Part, 'inkRole' | 'ink'>,
): StackLayer {
  const neighbour = stack[side][at - 1] ?? stack[side][at];
  const part: Part =
    lays.inkRole === 'CMYK'
      ? { ...lays, density: 100 }
      : { ...lays, density: lays.inkRole === 'S' ? 35 : 100, rule: DEFAULT_RULE };
  return {
    parts: [part],
    hits: 1,
    mirror: neighbour?.mirror ?? (side === 'back' && stack.front.every(({ mirror }) => !mirror)),
    picture: neighbour?.picture ?? 'front',
  };
}

/** A stack in which a layer was moved, and the index it has now. */
export interface Moved {
  readonly stack: Stack;
  readonly index: number;
}

/**
 * A layer at another place; one that goes to the other side of the material is mirrored, so that it reads as it did.
 * @param to counted as the layers are before
 */
export function moveLayer(stack: Stack, index: number, to: Slot): Moved {
  const from = slotOf(stack, index);
  const layer = stack[from.side][from.at];
  const crossed = from.side !== to.side;
  const without = { ...stack, [from.side]: stack[from.side].toSpliced(from.at, 1) };
  const at = !crossed && to.at > from.at ? to.at - 1 : to.at;
  const slot = { side: to.side, at };
  const moved = insertLayer(without, slot, crossed ? { ...layer, mirror: !layer.mirror } : layer);
  return { stack: moved, index: indexOf(moved, slot) };
}

/** One step towards the front or the back of the whole print, over the material if need be; nothing at the end of the way. */
export function stepLayer(stack: Stack, index: number, towards: Side): Moved | undefined {
  const { side, at } = slotOf(stack, index);
  if (side !== towards)
    return moveLayer(stack, index, at === 0 ? { side: towards, at: 0 } : { side, at: at - 1 });
  return at === stack[side].length - 1 ? undefined : moveLayer(stack, index, { side, at: at + 2 });
}

/**
 * The same print on the other side of the material: every layer crosses it and is mirrored, the order from the viewer stays.
 * What was seen from the front is then read through.
 */
export function turnedOver({ front, back }: Stack): Stack {
  const cross = (layers: readonly StackLayer[]) =>
    layers.toReversed().map((layer) => ({ ...layer, mirror: !layer.mirror }));
  return { front: cross(back), back: cross(front) };
}

/** All layers of a picture mirrored, or no longer. */
export function mirrored(stack: Stack, picture: StackLayer['picture']): Stack {
  const turn = (layer: StackLayer) =>
    layer.picture === picture ? { ...layer, mirror: !layer.mirror } : layer;
  return { front: stack.front.map(turn), back: stack.back.map(turn) };
}

/** A stack without an ink; layers that laid nothing else are gone. */
export function withoutInkRole({ front, back }: Stack, inkRole: InkRole): Stack | undefined {
  const keep = (layers: readonly StackLayer[]) =>
    layers.flatMap((layer) => {
      const parts = layer.parts.filter((part) => part.inkRole !== inkRole);
      return parts.length ? [{ ...layer, parts }] : [];
    });
  const stack = { front: keep(front), back: keep(back) };
  return allLayers(stack).length ? stack : undefined;
}

const withLayers = ({ front, back }: Stack, change: (layer: StackLayer) => StackLayer): Stack => ({
  front: front.map(change),
  back: back.map(change),
});

/** Every layer that lays an ink by itself, in so many hits. */
export const withHits = (stack: Stack, inkRole: InkRole, hits: number): Stack =>
  withLayers(stack, (layer) =>
    layer.parts.length === 1 && layer.parts[0].inkRole === inkRole ? { ...layer, hits } : layer,
  );

/** An ink at one density, percent, wherever it is laid. */
export const withInkRoleDensity = (stack: Stack, inkRole: InkRole, density: number): Stack =>
  withLayers(stack, (layer) => ({
    ...layer,
    parts: layer.parts.map((part) => (part.inkRole === inkRole ? { ...part, density } : part)),
  }));

/** Another plate rule for every part that lays an ink by one. */
export const withInkRoleRule = (stack: Stack, inkRole: InkRole, rule: PlateRule): Stack =>
  withLayers(stack, (layer) => ({
    ...layer,
    parts: layer.parts.map((part) =>
      part.inkRole === inkRole && part.rule ? { ...part, rule } : part,
    ),
  }));
