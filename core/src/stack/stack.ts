/**
 * A stack: layers in order from the substrate outward, on the front and on the back.
 * Order and extent are two things: order is the place in the list, extent is a plate rule.
 */

import type { PlateRule } from '../rule/index.ts';

/** CMYK is the four process inks together; W white, S metallic, V clear, B black as block-out. */
export const INK_ROLES = ['CMYK', 'W', 'S', 'V', 'B'] as const;
export type InkRole = (typeof INK_ROLES)[number];
export type Special = Exclude<InkRole, 'CMYK'>;

export const INK_ROLE_NAMES: Record<InkRole, string> = {
  CMYK: 'Colour',
  W: 'White',
  S: 'Silver',
  V: 'Clear',
  B: 'Block-out black',
};

export interface Part {
  readonly inkRole: InkRole;
  /** 0 to 100 %. */
  readonly density: number;
  /** Absent on CMYK, which prints its own separations. */
  readonly rule?: PlateRule;
}

/** Which picture of the artwork a layer belongs to: the one for the front or for the rear. */
export type ArtworkSide = 'front' | 'rear';

export interface StackLayer {
  /** Laid at one position in the stack; two specials beside one another, or special beside colour. */
  readonly parts: readonly Part[];
  readonly hits: number;
  /** Printed laterally reversed, to be read through the substrate. */
  readonly mirror: boolean;
  readonly picture: ArtworkSide;
}

export interface Stack {
  /** From the substrate outward. */
  readonly front: readonly StackLayer[];
  readonly back: readonly StackLayer[];
}

/** Every layer in the order in which it is laid on its side, front side first. */
export const allLayers = (stack: Stack): readonly StackLayer[] => [...stack.front, ...stack.back];

/** The same, from the side that is farthest from the viewer to the nearest, wherever the material lies between them. */
export const towardsViewer = (
  { front, back }: Stack,
  side: 'front' | 'back',
): readonly StackLayer[] =>
  side === 'front' ? [...back.toReversed(), ...front] : [...front.toReversed(), ...back];

export const usesInkRole = (stack: Stack, inkRole: InkRole): boolean =>
  allLayers(stack).some(({ parts }) => parts.some((part) => part.inkRole === inkRole));

/** `W + CMYK` as an operator says it: "White beside colour". */
export function layerName({ parts, picture }: StackLayer): string {
  const names = parts.map(({ inkRole }) => INK_ROLE_NAMES[inkRole]).join(' beside ');
  return picture === 'rear' ? `${names} (rear picture)` : names;
}

/** Whether two stacks have the same layers, whatever their densities and rules. */
export const sameLayers = (a: Stack, b: Stack): boolean => shape(a) === shape(b);
const shape = ({ front, back }: Stack) =>
  JSON.stringify(
    [front, back].map((side) =>
      side.map(({ parts, picture, mirror }) => [
        parts.map(({ inkRole }) => inkRole),
        picture,
        mirror,
      ]),
    ),
  );
