/** Artwork at the size of a picture. */
import { shrunkRaster, type Raster } from '../raster/index.ts';
import { pagesOf } from './versions.ts';
import type { Artwork, PrintPlan } from './plan.ts';

/** The pages that are looked at, small enough to be held. */
export async function shrunkArtwork(
  plan: PrintPlan,
  artwork: Artwork,
  longest: number,
): Promise<Artwork> {
  const rasters = new Map<number, Raster>();
  for (const number of new Set([plan.artwork.page, ...pagesOf(plan)]))
    rasters.set(number, await shrunkRaster(artwork.raster(number), longest));
  return { ...artwork, raster: (number) => rasters.get(number)! };
}
