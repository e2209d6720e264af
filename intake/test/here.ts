/** A file read in this very process: as the reader's own process does it, without the time that starting one takes. */
import type { ArtworkPage } from '@kyanos/core';
import { measure, pageRaster, type StoredPage } from '../src/measure.ts';
import { loadReader } from '../src/reading.ts';
import { makeTemp } from '../src/temp.ts';
import type { OpenArtwork } from '../src/index.ts';

export async function readHere(path: string, dpi = 300, scale = 1): Promise<OpenArtwork> {
  const tmp = await makeTemp();
  const stop = new AbortController();
  const pages: { page: ArtworkPage; stored: StoredPage }[] = [];
  try {
    const read = await loadReader(path);
    const options = {
      dpi,
      scale,
      pages: undefined,
      tmp: tmp.path,
      coverageOnly: false,
      signal: stop.signal,
      progress: () => undefined,
    };
    const info = await read(path, options, async (page) => {
      pages.push(await measure(page, () => undefined, stop.signal));
    });
    return {
      info: { ...info, pages: pages.map(({ page }) => page) },
      raster: (number) => pageRaster(pages.find(({ page }) => page.number === number)!.stored),
      close: tmp.remove,
    };
  } catch (error) {
    // Programs that were called must not go on writing.
    stop.abort(error);
    await tmp.remove();
    throw error;
  }
}
