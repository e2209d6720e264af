/** What is laid at one point of a picture, layer by layer, read off its separations. */
import { usesSource, type PlateRule, type Recipe, type Source } from '../rule/index.ts';
import {
  allLayers,
  type InkRole,
  type ArtworkSide,
  type SpecialKey,
  type Stack,
} from '../stack/index.ts';

export interface LaidPart {
  readonly inkRole: InkRole;
  readonly ink?: SpecialKey;
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
  art(key: string): number;
}

/**
 * The layers of one picture that lay anything there, as they are laid on each side, from the substrate outward. A choke
 * may still take a special away near its edge: that needs the neighbours, which one point does not have.
 */
export function laidAt(stack: Stack, picture: ArtworkSide, ink: PointInk): LaidLayer[] {
  return allLayers(stack).flatMap((layer, i) => {
    if (layer.picture !== picture) return [];
    const parts = layer.parts.flatMap(({ inkRole, ink: key, density, rule }): LaidPart[] => {
      const cover =
        inkRole === 'CMYK'
          ? ink.process.reduce((sum, byte) => sum + byte, 0) / 255
          : coverAt(rule!, key ?? inkRole, ink);
      const amount = (density / 100) * cover;
      return amount > 0 ? [{ inkRole, ...(key && { ink: key }), amount }] : [];
    });
    const side = i < stack.front.length ? ('front' as const) : ('back' as const);
    return parts.length ? [{ parts, hits: layer.hits, side }] : [];
  });
}

/** What a rule lays at a point that has no neighbours: whatever looks at an edge, a whole place or a drawing is left out. */
function coverAt({ from, steps, alone }: PlateRule, key: string, ink: PointInk): number {
  const drawn = ink.art(key) / 255;
  const own = alone || usesSource({ from, steps }, 'art') ? 0 : drawn;
  return Math.max(own, recipeAt({ from, steps }, drawn, ink) ?? 0);
}

/** Undefined where a point alone does not decide. */
function recipeAt({ from, steps }: Recipe, drawn: number, ink: PointInk): number | undefined {
  let cover = sourceAt(from, drawn, ink);
  for (const step of steps) {
    if (!('with' in step)) {
      if (step.do === 'density' && cover !== undefined) cover *= step.percent / 100;
      else if (step.do === 'skipUnderBlack' && ink.process[3] > (step.above / 100) * 255) cover = 0;
      continue;
    }
    const other = recipeAt(step.with, drawn, ink);
    if (other === undefined) continue;
    if (cover === undefined) cover = step.do === 'add' ? other : undefined;
    else if (step.do === 'add') cover = Math.max(cover, other);
    else if (step.do === 'within') cover = Math.min(cover, other);
    else cover = Math.min(cover, 1 - other);
  }
  return cover;
}

function sourceAt(from: Source, drawn: number, { process }: PointInk): number | undefined {
  const above = (percent: number) =>
    process.some((byte) => byte > Math.floor((percent / 100) * 255)) ? 1 : 0;
  switch (from.kind) {
    case 'art':
      return drawn;
    case 'sheet':
      return 1;
    case 'image':
    case 'cleaned':
      return above(from.haze);
    case 'outside':
      return 1 - above(from.haze);
    case 'ink':
      return process['CMYK'.indexOf(from.ink)] > (from.above / 100) * 255 ? 1 : 0;
    case 'light':
    case 'vivid':
    case 'solveForLightness':
    case 'separation':
    case 'paper':
    case 'codes':
    case 'shape':
    case 'plate':
      return undefined;
  }
}
