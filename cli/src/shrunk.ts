/** Artwork at the size of a picture. */
import { pagesOf, shrunkRaster, type Artwork, type PrintPlan, type Raster } from '@kyanos/core';

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
