/** Parts of a raster, and rasters small enough to hold. */
import { memoryRaster, type PixelBox, type Raster } from './band.ts';
import { Shrinker } from './shrink.ts';

/** A part of a raster, in memory. */
export async function croppedRaster(raster: Raster, box: PixelBox): Promise<Raster> {
  const [width, height] = [box.right - box.left, box.bottom - box.top];
  const planes = raster.channels.map(() => new Uint8Array(width * height));
  for await (const { top, rows, planes: band } of raster.bands())
    for (let y = Math.max(top, box.top); y < Math.min(top + rows, box.bottom); y++)
      planes.forEach((plane, i) => {
        const from = (y - top) * raster.width;
        plane.set(band[i].subarray(from + box.left, from + box.right), (y - box.top) * width);
      });
  return memoryRaster(
    { width, height, dpi: raster.dpi },
    new Map(raster.channels.map((name, i) => [name, planes[i]])),
  );
}

/** A raster with at most so many pixels on its longer side, in memory; each pixel the mean of those it stands for. */
export async function shrunkRaster(raster: Raster, longest: number): Promise<Raster> {
  const shrinkers = raster.channels.map(() => new Shrinker(raster.width, raster.height, longest));
  for await (const { top, rows, planes } of raster.bands())
    shrinkers.forEach((shrinker, i) =>
      shrinker.push(planes[i].subarray(0, rows * raster.width), top),
    );
  const [{ width, height }] = shrinkers;
  return memoryRaster(
    { width, height, dpi: (raster.dpi * width) / raster.width },
    new Map(raster.channels.map((name, i) => [name, shrinkers[i].plane])),
  );
}
