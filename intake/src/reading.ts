/** Any artwork file to plates, within one process: readArtwork of intake.ts gives it one of its own. */
import { kindOf, pxToMm, type ArtworkInfo, type SeparationKind } from '@kyanos/core';
import { coverageOf } from './planar.ts';
import { lcmsEngine, printingProfile } from './profile.ts';
import { refuse } from './refusal.ts';
import { sniff } from './sniff.ts';
import type { PageFile, ReadingOptions, Source, SourceFile } from './source.ts';
import { t } from './texts/texts.ts';

type Format = ArtworkInfo['format'];

/** Each format's reader, loaded when a file of it comes. */
const READERS: Record<Format, () => Promise<(source: Source) => Promise<SourceFile>>> = {
  pdf: async () => (await import('./pdf/read.ts')).readPdf,
  tiff: async () => (await import('./tiff/read.ts')).readTiff,
  png: async () => (await import('./picture.ts')).readPicture,
  jpeg: async () => (await import('./picture.ts')).readPicture,
  webp: async () => (await import('./picture.ts')).readPicture,
  svg: async () => (await import('./svg.ts')).readSvg,
};

export type ReadFile = (
  path: string,
  options: ReadingOptions,
  each: (page: PageFile) => Promise<void>,
) => Promise<Omit<ArtworkInfo, 'pages'>>;

/**
 * Everything that reads this file, loaded: the returned function opens nothing but the file and its own folder.
 * @throws ArtworkRefused if the file is of no known format
 */
export async function loadReader(path: string): Promise<ReadFile> {
  const format = sniff(path);
  const read = await READERS[format]();
  await lcmsEngine();
  printingProfile();
  return async (file, options, each) => {
    const { colour, anchor, document, count, pages } = await read({ path: file, ...options });
    if (count === 0)
      refuse(
        'PAGE_UNKNOWN',
        t('reading.fileHasNoPage', { pages: options.pages?.join(', ') ?? '' }),
      );
    for await (const page of pages) await each(page);
    return { format, colour, anchor, ...(document && { document }) };
  };
}

/** How much of a page every separation covers, everything printed, and nothing else of it. */
export interface CoveredPage {
  readonly number: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly separations: readonly {
    readonly name: string;
    readonly kind: SeparationKind;
    /** Mean, 0 to 1. */
    readonly coverage: number;
  }[];
}

export async function coveredPage({ file, number = 1 }: PageFile): Promise<CoveredPage> {
  const coverage = await coverageOf(file);
  return {
    number,
    widthMm: pxToMm(file.width, file.dpi),
    heightMm: pxToMm(file.height, file.dpi),
    separations: file.channels.map((name, i) => ({
      name,
      kind: kindOf(name),
      coverage: coverage[i],
    })),
  };
}
