/** Where the layers of a core sample lie on its drawing, and where one that is dragged would go. */
import { indexOf, type Side, type Slot, type Stack, type StackLayer } from '../stack/index.ts';

export interface Slab {
  /** Index among all layers, front first, as they are laid. */
  readonly index: number;
  readonly layer: StackLayer;
  readonly side: Side;
  readonly y: number;
  readonly height: number;
}

export interface Gap extends Slot {
  readonly y: number;
}

export interface Drawing {
  /** From the front down. */
  readonly slabs: readonly Slab[];
  readonly film: number;
  /** Places a layer can be put in, from the front down. */
  readonly gaps: readonly Gap[];
  readonly bottom: number;
}

const TOP = 46;
const BETWEEN = 3;
export const FILM = 46;
export const ADHESIVE = 9;

/** Thickness on the drawing, px: grows with hits, but a layer stays a layer. */
const thickness = ({ hits }: StackLayer) => 26 + 8 * Math.min(3, hits - 1);

export function drawingOf(stack: Stack, adhesive: boolean): Drawing {
  const slabs: Slab[] = [];
  const gaps: Gap[] = [];
  let y = TOP;
  const put = (side: Side, at: number) => {
    const layer = stack[side][at];
    const height = thickness(layer);
    slabs.push({ index: indexOf(stack, { side, at }), layer, side, y, height });
    y += height + BETWEEN;
  };
  for (let at = stack.front.length - 1; at >= 0; at--) {
    gaps.push({ side: 'front', at: at + 1, y: y - BETWEEN / 2 });
    put('front', at);
  }
  gaps.push({ side: 'front', at: 0, y: y - BETWEEN / 2 });
  const film = y;
  y += FILM + BETWEEN;
  for (let at = 0; at < stack.back.length; at++) {
    gaps.push({ side: 'back', at, y: y - BETWEEN / 2 });
    put('back', at);
  }
  gaps.push({ side: 'back', at: stack.back.length, y: y - BETWEEN / 2 });
  if (adhesive) y += ADHESIVE + BETWEEN;
  return { slabs, film, gaps, bottom: y };
}

/** The place nearest to a height on the drawing, without those on either side of the layer itself. */
export function gapAt({ gaps, slabs }: Drawing, y: number, dragged: number): Gap | undefined {
  const own = slabs.find(({ index }) => index === dragged);
  const beside = (gap: Gap) =>
    own !== undefined &&
    gap.side === own.side &&
    (Math.abs(gap.y - own.y) < BETWEEN || Math.abs(gap.y - own.y - own.height) < BETWEEN);
  const nearest = gaps.reduce((best, gap) =>
    Math.abs(gap.y - y) < Math.abs(best.y - y) ? gap : best,
  );
  return beside(nearest) ? undefined : nearest;
}
