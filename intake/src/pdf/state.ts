/** The graphics state that content is followed with. Source: ISO 32000-2, 8.4 and 9.3. */
import type { Corners } from './boxes.ts';
import { BLACK, NO_PAINT, paintOf, type ColourSpace, type Paint } from './colours.ts';
import type { Font } from './fonts.ts';
import type { Matrix } from './geometry.ts';

export interface State {
  ctm: Matrix;
  clip: Corners;
  fillSpace: ColourSpace;
  strokeSpace: ColourSpace;
  fill: Paint;
  stroke: Paint;
  /** Patterns that paint instead of a colour. */
  fillPattern: string | undefined;
  strokePattern: string | undefined;
  fillOver: boolean;
  strokeOver: boolean;
  mode: number;
  lineWidth: number;
  /** Inside a transparency group or under a soft mask, where a knockout follows other rules. */
  blended: boolean;
  font: Font | undefined;
  size: number;
  charSpace: number;
  wordSpace: number;
  scale: number;
  leading: number;
  rise: number;
  render: number;
}

export const GRAY: ColourSpace = { kind: 'gray' };
export const INITIAL = {
  fillSpace: GRAY,
  strokeSpace: GRAY,
  fill: BLACK,
  stroke: BLACK,
  fillPattern: undefined,
  strokePattern: undefined,
  fillOver: false,
  strokeOver: false,
  mode: 0,
  lineWidth: 1,
  blended: false,
  font: undefined,
  size: 1,
  charSpace: 0,
  wordSpace: 0,
  scale: 1,
  leading: 0,
  rise: 0,
  render: 0,
} satisfies Omit<State, 'ctm' | 'clip'>;

/** Colour right after a space was chosen (8.6.5.1, 8.6.6.4): black, or full tint. */
export function initialPaint(space: ColourSpace): Paint {
  switch (space.kind) {
    case 'inks':
      return paintOf(
        space,
        space.names.map(() => 1),
      );
    case 'pattern':
      return NO_PAINT;
    case 'cmyk':
      return paintOf(space, [0, 0, 0, 1]);
    default:
      return paintOf(space, [0, 0, 0]);
  }
}
