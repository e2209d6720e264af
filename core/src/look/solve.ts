/** Densities that are solved for: the hidden colour of day and night, and the least white that does what is wanted. */
import { contrastRatio } from '../optics/index.ts';
import { allLayers, towardsViewer, type Stack, type StackLayer } from '../stack/index.ts';
import { dayNightDifference, grainShown } from './numbers.ts';
import { partLayer, type Scene } from './scene.ts';
import type { LookTable, Means } from './table.ts';
import type { View } from './view.ts';

const hasColour = ({ parts }: StackLayer) => parts.some(({ inkRole }) => inkRole === 'CMYK');

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
  const parted = between.some(({ parts }) => parts.some(({ inkRole }) => inkRole === 'W'));
  return parted && far.picture === near.picture ? layers.indexOf(far) : undefined;
}

export interface RearStrength {
  /** Percent: the best, and the range round it that no eye could distinguish from it. */
  readonly density: number;
  readonly asGood: { readonly from: number; readonly to: number };
  /** Median and 95th percentile of ΔE2000 between the night and the day picture at the best density. */
  readonly deltaE: number;
  readonly p95: number;
  /** The median at full density. */
  readonly atFull: number;
}

/** Medians that differ by less are as good as one another: a quarter of what is just noticed side by side (common practice: 1). */
const AS_GOOD = 0.25;

/**
 * The strength of the hidden colour that makes the night picture nearest to the day picture: median ΔE2000 over the pixels
 * with ink, each beside its own white. All of one to a hundred percent are tried, as there may be several valleys.
 * @param sceneAt the scene with that density of the hidden colour
 * @param sample of the picture's pixels on which all are tried; the figures returned are those of the whole
 */
export function solveRearStrength(
  { whole, sample }: { readonly whole: LookTable; readonly sample: LookTable },
  sceneAt: (density: number) => Scene,
  day: View,
  night: View,
  means: Means,
): RearStrength | undefined {
  const apart = (table: LookTable, density: number) =>
    dayNightDifference(table, sceneAt(density), { day, night }, means);
  const full = apart(whole, 100);
  if (!full) return undefined;
  const medians = Array.from({ length: 100 }, (_, i) => apart(sample, i + 1)?.median ?? Infinity);
  const least = Math.min(...medians);
  const best = medians.indexOf(least);
  let [from, to] = [best, best];
  while (from > 0 && medians[from - 1] <= least + AS_GOOD) from--;
  while (to < 99 && medians[to + 1] <= least + AS_GOOD) to++;
  const { median, p95 } = apart(whole, best + 1) ?? full;
  return {
    density: best + 1,
    asGood: { from: from + 1, to: to + 1 },
    deltaE: median,
    p95,
    atFull: full.median,
  };
}

export interface LeastWhite {
  readonly density: number;
  readonly hits: number;
}

/** Contrast ratio of a white at full cover, over black and white (ASTM D2805): 0 clear to 1 opaque. */
export const whiteOpacity = (scene: Scene, density: number, hits: number): number =>
  contrastRatio(partLayer(scene, { inkRole: 'W', density }, hits, 1));

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
