/** Everything of a file's first page, held at once. */
import type { Band } from '@kyanos/core';
import { openArtwork, type IntakeOptions } from '../src/index.ts';

export async function readWhole(path: string, options: IntakeOptions = {}) {
  const artwork = await openArtwork(path, options);
  const [page] = artwork.info.pages;
  const raster = artwork.raster(page.number);
  const { width, height } = raster;
  const planes = new Map(raster.channels.map((name) => [name, new Uint8Array(width * height)]));
  for (const { top, planes: rows } of raster.bands() as Iterable<Band>)
    raster.channels.forEach((name, i) => planes.get(name)!.set(rows[i], top * width));
  await artwork.close();
  /** The byte of a channel at a pixel. */
  const at = (name: string, x: number, y: number) => planes.get(name)![y * width + x];
  return { info: artwork.info, page, raster, planes, at };
}
