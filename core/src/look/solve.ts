/** Densities that are solved for: the hidden colour of day and night, and the least white that does what is wanted. */
import { contrastRatio, turned } from '../optics/index.ts';
import { allLayers, towardsViewer, type Stack, type StackLayer } from '../stack/index.ts';
import { dayNightDifference, grainShown } from './numbers.ts';
import { partLayer, type Scene } from './scene.ts';
import type { LookTable, Means } from './table.ts';
import type { View } from './view.ts';

const hasColour = ({ parts }: StackLayer) => parts.some(({ lay }) => lay === 'CMYK');

/**
 * The layer whose colour only the lamp behind brings out: colour of the same picture that lies under another colour, white
 * between the two. Its index among all layers, nothing where the stack has none.
 */
export function hiddenLayer(stack: Stack, side: View['side']): number | undefined {
  const layers = allLayers(stack);
  const order = towardsViewer(stack, side);
  const coloured = order.filter(hasColour);
  if (coloured.length < 2) return undefined;
  const [far, near] = [coloured[0], coloured[coloured.length - 1]];
  const between = order.slice(order.indexOf(far) + 1, order.indexOf(near));
  const parted = between.some(({ parts }) => parts.some(({ lay }) => lay === 'W'));
  return parted && far.picture === near.picture ? layers.indexOf(far) : undefined;
}

export interface RearStrength {
  /** Percent. */
  readonly density: number;
  /** Median ΔE2000 between the night and the day picture at that density. */
  readonly deltaE: number;
  /** The same at full density. */
  readonly atFull: number;
}

const COARSE = 10;

/**
 * The strength of the hidden colour that makes the night picture nearest to the day picture: median ΔE2000 over the pixels
 * with ink, each beside its own white. First in steps of ten percent, then of one round the best.
 * @param sceneAt the scene with that density of the hidden colour
 */
export function solveRearStrength(
  table: LookTable,
  sceneAt: (density: number) => Scene,
  day: View,
  night: View,
  means: Means,
): RearStrength | undefined {
  const known = new Map<number, number>();
  const apart = (density: number): number => {
    let found = known.get(density);
    if (found === undefined) {
      const spread = dayNightDifference(table, sceneAt(density), { day, night }, means);
      known.set(density, (found = spread?.median ?? NaN));
    }
    return found;
  };
  if (Number.isNaN(apart(100))) return undefined;
  const best = (densities: readonly number[]) =>
    densities.reduce((least, density) => (apart(density) < apart(least) ? density : least));
  const range = (from: number, to: number, step: number) =>
    Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step);
  const coarse = best(range(COARSE, 100, COARSE));
  const density = best(
    range(Math.max(1, coarse - COARSE + 1), Math.min(100, coarse + COARSE - 1), 1),
  );
  return { density, deltaE: apart(density), atFull: apart(100) };
}

export interface LeastWhite {
  readonly density: number;
  readonly hits: number;
}

/** Contrast ratio of a white at full cover, over black and white (ASTM D2805): 0 clear to 1 opaque. */
export const whiteOpacity = (scene: Scene, density: number, hits: number): number =>
  contrastRatio(turned(partLayer(scene, { lay: 'W', density }, hits, 1)));

/**
 * The least white, counted in ink, whose contrast ratio reaches what is wanted; nothing where all its hits don't.
 * @param wanted 0 to 1
 */
export const whiteForOpacity = (
  scene: Scene,
  wanted: number,
  maxHits: number,
): LeastWhite | undefined =>
  leastWhite(maxHits, (density, hits) => whiteOpacity(scene, density, hits) >= wanted);

/**
 * The least white that lets no more of the material's grain be seen than is wanted.
 * @param sceneAt the scene with that white @param wanted ΔE2000 between light and dark grain
 */
export const whiteForGrain = (
  sceneAt: (white: LeastWhite) => Scene,
  side: View['side'],
  wanted: number,
  maxHits: number,
): LeastWhite | undefined =>
  leastWhite(
    maxHits,
    (density, hits) => (grainShown(sceneAt({ density, hits }), side)?.printed ?? 0) <= wanted,
  );

/** @param enough holds from some density on, for each number of hits */
function leastWhite(
  maxHits: number,
  enough: (density: number, hits: number) => boolean,
): LeastWhite | undefined {
  let least: LeastWhite | undefined;
  for (let hits = 1; hits <= maxHits; hits++) {
    if (!enough(100, hits)) continue;
    let [low, high] = [0, 100];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (middle > 0 && enough(middle, hits)) high = middle;
      else low = middle;
    }
    if (!least || high * hits < least.density * least.hits) least = { density: high, hits };
  }
  return least;
}
