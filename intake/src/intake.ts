/** Artwork files for the rest of the program: each is read in a process of its own, within limits. */
import { readFile } from 'node:fs/promises';
import type { Artwork, ArtworkInfo, ArtworkPage, Raster } from '@kyanos/core';
import { pageRaster } from './measure.ts';
import { startReading, type Reading } from './reader/parent.ts';
import { sniff } from './sniff.ts';
import type { CoveredPage } from './reading.ts';
import { refuse } from './refusal.ts';
import type { TempFolder } from './temp.ts';
import { t } from './texts/texts.ts';

export const DEFAULT_DPI = 300;
export const MIN_SCALE = 0.01;
export const MAX_SCALE = 100;

export interface IntakeOptions {
  /** Resolution for PDF and SVG; pictures keep their own. 36 to 1200. */
  readonly dpi?: number;
  /** The artwork is drawn so many times smaller than it is printed; 0.01 to 100, 1 if absent. */
  readonly scale?: number;
  /** Only these pages, from 1; all if absent. */
  readonly pages?: readonly number[];
  readonly signal?: AbortSignal;
  /** @param share 0 to 1 */
  readonly progress?: (share: number) => void;
}

/** A page as long as its plates are on the disk. */
export interface OpenPage {
  readonly page: ArtworkPage;
  readonly raster: Raster;
}

export interface ArtworkOptions extends IntakeOptions {
  /** A rough picture (PNG) before the plates are there, where one can be had quickly; its longest side in pixels. */
  readonly firstLook?: { readonly longest: number; take(png: Buffer): Promise<void> };
}

export interface OpenArtwork extends Artwork {
  /** Removes what was written on the way. */
  close(): Promise<void>;
}

/** Reads and keeps the plates of every page, until it is closed. @throws as {@link readArtwork} */
export async function openArtwork(path: string, options: IntakeOptions = {}): Promise<OpenArtwork> {
  const rasters = new Map<number, Raster>();
  const { info, folder } = await reading(path, options, true, async ({ page, raster }) => {
    rasters.set(page.number, raster);
  });
  return {
    info,
    raster(number): Raster {
      const found = rasters.get(number);
      if (!found) throw new Error(`Page ${number} was not opened.`);
      return found;
    },
    close: folder.remove,
  };
}

/**
 * Reads every page, one after another; the plates of a page are removed once `each` has dealt with it.
 * @throws ArtworkRefused with a sentence, whatever is wrong with the file; the signal's reason if it is aborted.
 *   Nothing stays behind
 */
export async function readArtwork(
  path: string,
  options: ArtworkOptions = {},
  each: (page: OpenPage) => Promise<void> = async () => undefined,
): Promise<ArtworkInfo> {
  const { info, folder } = await reading(path, options, false, each);
  await folder.remove();
  return info;
}

async function reading(
  path: string,
  { firstLook, ...options }: ArtworkOptions,
  keep: boolean,
  each: (page: OpenPage) => Promise<void>,
): Promise<{ info: ArtworkInfo; folder: TempFolder }> {
  const pages: ArtworkPage[] = [];
  let info: Omit<ArtworkInfo, 'pages'> | undefined;
  const folder = await startReading({
    ...common(path, options),
    order: { ...orderOf(options), what: 'all', keep, firstLook: firstLook?.longest },
    async on(message) {
      if (message.kind === 'alive') options.progress?.(message.share);
      else if (message.kind === 'first-look') await firstLook?.take(await readFile(message.path));
      else if (message.kind === 'done') info = message.info;
      else if (message.kind === 'page') {
        pages.push(message.page);
        await each({ page: message.page, raster: pageRaster(message.stored) });
      }
    },
  });
  return { info: { ...info!, pages }, folder };
}

/**
 * The coverage alone, in a fraction of the time that {@link readArtwork} takes to look through a file.
 * @throws as that does
 */
export async function readCoverage(
  path: string,
  options: IntakeOptions = {},
): Promise<{ format: ArtworkInfo['format']; pages: readonly CoveredPage[] }> {
  const pages: CoveredPage[] = [];
  const folder = await startReading({
    ...common(path, options),
    order: { ...orderOf(options), what: 'coverage', keep: false, firstLook: undefined },
    async on(message) {
      if (message.kind === 'covered') pages.push(message.page);
      if (message.kind === 'alive') options.progress?.(message.share);
    },
  });
  await folder.remove();
  return { format: sniff(path), pages };
}

const common = (path: string, { signal }: IntakeOptions): Pick<Reading, 'path' | 'signal'> => ({
  path,
  signal,
});

function orderOf({ dpi = DEFAULT_DPI, scale = 1, pages }: IntakeOptions) {
  if (!(dpi >= 36 && dpi <= 1200))
    refuse('DPI_RANGE', t('reading.resolutionMustWithin36', { dpi }));
  if (!(scale >= MIN_SCALE && scale <= MAX_SCALE))
    refuse(
      'SCALE_RANGE',
      t('reading.scaleMustWithinGot', { least: MIN_SCALE, most: MAX_SCALE, scale }),
    );
  return { dpi, scale, pages };
}
