/** Pages of artwork at screen resolution, as threads get them. */
import { gunzipSync } from 'node:zlib';
import { previewFrom } from '@kyanos/contract';
import { memoryRaster, shrunkRaster, type ArtworkInfo, type Raster } from '@kyanos/core';

/** Pages at screen resolution, packed as they are stored. */
export type Previews = readonly { readonly page: number; readonly bytes: Uint8Array }[];

/** Pages of a job as they are stored, at another size. */
export async function rastersOf(
  { info, previews }: { readonly info: ArtworkInfo; readonly previews: Previews },
  longest: number,
): Promise<(page: number) => Raster> {
  const rasters = new Map<number, Raster>();
  for (const { page: number, bytes } of previews) {
    const page = info.pages.find((one) => one.number === number)!;
    const preview = previewFrom(page, gunzipSync(bytes));
    rasters.set(number, await shrunkRaster(memoryRaster(preview, preview.planes), longest));
  }
  return (page) => rasters.get(page)!;
}
