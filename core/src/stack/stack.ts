/**
 * A stack: layers in order from the substrate outward, on the front and on the back.
 * Order and extent are two things: order is the place in the list, extent is a plate rule.
 */

import type { PlateRule } from '../rule/index.ts';
import { inkFor, keyOf, sameInk, type SpecialKey } from './ink.ts';
import type { Machine } from './machine.ts';
import { t } from '../texts/index.ts';

/** CMYK is the process inks together; W white, S metallic, V clear, B black as block-out, P primer. */
export const INK_ROLES = ['CMYK', 'W', 'S', 'V', 'B', 'P'] as const;
export type InkRole = (typeof INK_ROLES)[number];
export type Special = Exclude<InkRole, 'CMYK'>;
export const SPECIALS = INK_ROLES.filter((role): role is Special => role !== 'CMYK');

export const INK_ROLE_NAMES: Record<InkRole, string> = {
  get CMYK() {
    return t('stack.colour');
  },
  get W() {
    return t('stack.white');
  },
  get S() {
    return t('stack.silver');
  },
  get V() {
    return t('stack.clear');
  },
  get B() {
    return t('stack.blockOutBlack');
  },
  get P() {
    return t('stack.primer');
  },
};

export interface Part {
  readonly inkRole: InkRole;
  /** Key of one ink of that role; the first that the machine has if absent. */
  readonly ink?: SpecialKey;
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

/**
 * An ink as an operator says it: by its role, or by its own name where a stack asks for one ink of several.
 * Without a machine that knows it, the key stands beside the role.
 */
export function inkName(
  { inkRole, ink }: Pick<Part, 'inkRole' | 'ink'>,
  machine?: Pick<Machine, 'inks'>,
): string {
  if (!ink) return INK_ROLE_NAMES[inkRole];
  return (machine && inkFor(machine, ink)?.name) ?? `${INK_ROLE_NAMES[inkRole]} ${ink}`;
}

/** `W + CMYK` as an operator says it: "White beside colour". */
export function layerName({ parts, picture }: StackLayer, machine?: Pick<Machine, 'inks'>): string {
  const names = parts.map((part) => inkName(part, machine)).join(` ${t('stack.besideWord')} `);
  return picture === 'rear' ? t('stack.rearPicture', { names }) : names;
}

/** Whether a stack lays the ink that a key means on a machine. */
export const laysInk = (stack: Stack, machine: Pick<Machine, 'inks'>, key: string): boolean =>
  allLayers(stack).some(({ parts }) => parts.some((part) => sameInk(machine, keyOf(part), key)));

/** Whether two stacks have the same layers, whatever their densities and rules. */
export const sameLayers = (a: Stack, b: Stack): boolean => shape(a) === shape(b);
const shape = ({ front, back }: Stack) =>
  JSON.stringify(
    [front, back].map((side) =>
      side.map(({ parts, picture, mirror }) => [parts.map(keyOf), picture, mirror]),
    ),
  );
