/** Everything of a file's first page, held at once. */
import type { Band } from '@kyanos/core';
import { openArtwork, type IntakeOptions } from '../src/index.ts';

export async function readWhole(path: string, options: IntakeOptions = {}) {
  const artwork = await openArtwork(path, options);
  const whole = wholeOf(artwork);
  await artwork.close();
  return whole;
}

/** The same of one that is open, and stays so. */
export function wholeOf(artwork: Awaited<ReturnType<typeof openArtwork>>) {
  const { info } = artwork;
  const [page] = info.pages;
  const raster = artwork.raster(page.number);
  const { width, height } = raster;
  const planes = new Map(raster.channels.map((name) => [name, new Uint8Array(width * height)]));
  for (const { top, planes: rows } of raster.bands() as Iterable<Band>)
    raster.channels.forEach((name, i) => planes.get(name)!.set(rows[i], top * width));
  /** The byte of a channel at a pixel. */
  const at = (name: string, x: number, y: number) => planes.get(name)![y * width + x];
  return { info, page, raster, planes, at };
}
