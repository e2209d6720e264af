/** What is laid at one point of a picture, layer by layer, read off its separations. */
import { allLayers, type Lay, type Picture, type Special, type Stack } from '../stack/index.ts';

export interface LaidPart {
  readonly lay: Lay;
  /** Ink of one hit, 0 to 1; of colour the sum of its four inks, 0 to 4. */
  readonly amount: number;
}

export interface LaidLayer {
  readonly parts: readonly LaidPart[];
  readonly hits: number;
  readonly side: 'front' | 'back';
}

/** Bytes of ink at the point. */
export interface PointInk {
  readonly process: readonly number[];
  /** Of the separation that the artist drew for a special. */
  art(lay: Special): number;
}

/**
 * The layers of one picture that lay anything there, as they are laid on each side, from the substrate outward. A choke
 * may still take a special away near its edge: that needs the neighbours, which one point does not have.
 */
export function laidAt(stack: Stack, picture: Picture, ink: PointInk): LaidLayer[] {
  return allLayers(stack).flatMap((layer, i) => {
    if (layer.picture !== picture) return [];
    const parts = layer.parts.flatMap(({ lay, density, rule }): LaidPart[] => {
      const amount = (density / 100) * coverAt(lay, rule?.extent, rule?.hazePercent ?? 0, ink);
      return amount > 0 ? [{ lay, amount }] : [];
    });
    const side = i < stack.front.length ? ('front' as const) : ('back' as const);
    return parts.length ? [{ parts, hits: layer.hits, side }] : [];
  });
}

function coverAt(
  lay: Lay,
  extent: string | undefined,
  hazePercent: number,
  { process, art }: PointInk,
): number {
  if (lay === 'CMYK') return process.reduce((sum, byte) => sum + byte, 0) / 255;
  const drawn = art(lay) / 255;
  if (extent === 'sheet') return 1;
  if (extent === 'art') return drawn;
  const haze = Math.floor((hazePercent / 100) * 255);
  return process.some((byte) => byte > haze) ? 1 : drawn;
}
