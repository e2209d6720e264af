/** What the classic mistakes with white would make of a stack. */
import type { Step } from '../rule/index.ts';
import { withoutInkRole } from './edit.ts';
import { formatStack } from './notation.ts';
import { usesInkRole, type Stack, type StackLayer } from './stack.ts';
import { t } from '../texts/index.ts';

export interface Mistake {
  readonly id: 'none' | 'in-front' | 'knocked-out';
  readonly name: string;
  readonly stack: Stack;
}

const hasWhite = ({ parts }: StackLayer) => parts.some(({ inkRole }) => inkRole === 'W');

/** Empty for a stack that lays no white under or over colour. */
export function mistakesOf(stack: Stack): readonly Mistake[] {
  const bare = usesInkRole(stack, 'CMYK') ? withoutInkRole(stack, 'W') : undefined;
  if (!usesInkRole(stack, 'W') || !bare) return [];
  const hiding = { front: whiteInFront(stack.front), back: whiteInFront(stack.back) };
  return [
    { id: 'none', name: t('stack.noWhite'), stack: bare },
    ...(formatStack(hiding) === formatStack(stack)
      ? []
      : [{ id: 'in-front' as const, name: t('stack.whiteFrontArt'), stack: hiding }]),
    { id: 'knocked-out', name: t('stack.whiteKnockedOut'), stack: knockedOut(stack) },
  ];
}

/**
 * White between the eye and the art of its picture: laid last on a surface that is looked at, first where one reads through the
 * material.
 */
function whiteInFront(layers: readonly StackLayer[]): StackLayer[] {
  const made = [...layers];
  for (const picture of ['front', 'rear'] as const) {
    const places = layers.flatMap((layer, i) => (layer.picture === picture ? [i] : []));
    const own = places.map((i) => layers[i]);
    const white = own.filter(hasWhite);
    const rest = own.filter((layer) => !hasWhite(layer));
    const through = own.some(({ mirror }) => mirror);
    const order = through ? [...white, ...rest] : [...rest, ...white];
    places.forEach((at, i) => (made[at] = order[i]));
  }
  return made;
}

/** Colour erases the white that it falls on. */
function knockedOut({ front, back }: Stack): Stack {
  const erase: Step = { do: 'subtract', with: { from: { kind: 'image', haze: 0 }, steps: [] } };
  const change = (layers: readonly StackLayer[]) =>
    layers.map((layer) => ({
      ...layer,
      parts: layer.parts.map((part) =>
        part.inkRole === 'W' && part.rule
          ? { ...part, rule: { ...part.rule, steps: [...part.rule.steps, erase] } }
          : part,
      ),
    }));
  return { front: change(front), back: change(back) };
}
