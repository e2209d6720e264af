/** How much ink meets at one place in one trip, percent: 100 is one solid laid once. */
import { plateKey, type PictureMeasure } from '../plates/index.ts';
import { INK_STEP } from '../raster/index.ts';
import type { ArtworkSide, StackLayer } from '../stack/index.ts';

export interface InkTotal {
  /** The heaviest place. */
  readonly most: number;
  /** Share of the print above the limit, 0 to 1. */
  readonly shareAbove: number;
  /** What is laid at the heaviest place besides process ink, percent. */
  readonly special: number;
}

interface Weights {
  process: number;
  readonly plates: Map<string, number>;
}

/**
 * @param layers those laid in one trip. Where they belong to two pictures, the heaviest places of both are taken to meet.
 * @param limit percent
 */
export function inkTotal(
  layers: readonly StackLayer[],
  pictures: readonly PictureMeasure[],
  limit: number,
): InkTotal {
  const weights = new Map<ArtworkSide, Weights>();
  for (const { parts, picture, hits } of layers) {
    const of = weights.get(picture) ?? { process: 0, plates: new Map<string, number>() };
    for (const part of parts) {
      const solid = (part.density / 100) * hits;
      if (part.inkRole === 'CMYK') of.process += solid;
      else if (part.rule) {
        const key = plateKey(part, picture, part.rule);
        of.plates.set(key, (of.plates.get(key) ?? 0) + solid);
      }
    }
    weights.set(picture, of);
  }
  const alone = pictures.flatMap((measure) => {
    const of = weights.get(measure.picture);
    return of ? [ofPicture(measure, of)] : [];
  });
  const most = alone.reduce((sum, total) => sum + total.most, 0);
  const shares = alone.map((total) => total.shareAbove(limit - (most - total.most)));
  return {
    most,
    special: alone.reduce((sum, total) => sum + total.special, 0),
    shareAbove: Math.max(0, ...shares),
  };
}

function ofPicture({ ink }: PictureMeasure, { process, plates }: Weights) {
  const patterns = ink.map((pattern) => ({
    special: 100 * pattern.plates.reduce((sum, key) => sum + (plates.get(key) ?? 0), 0),
    counts: pattern.process,
  }));
  let [most, special] = [0, 0];
  for (const pattern of patterns) {
    const bin = pattern.counts.findLastIndex((count) => count > 0);
    const total = pattern.special + bin * INK_STEP * process;
    if (total > most) [most, special] = [total, pattern.special];
  }
  return {
    most,
    special,
    shareAbove(limit: number): number {
      let [above, all] = [0, 0];
      for (const pattern of patterns)
        pattern.counts.forEach((count, bin) => {
          all += count;
          if (pattern.special + bin * INK_STEP * process > limit) above += count;
        });
      return all === 0 ? 0 : above / all;
    },
  };
}
