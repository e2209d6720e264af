import { DomainError, type ErrorCode } from '@kyanos/core';
import { inGb, readingMemory } from './limits.ts';
import { t } from './texts/texts.ts';

/** A file that can't be taken in: what is wrong, where the limit is, and the way out, in one sentence or two. */
export class ArtworkRefused extends DomainError {}

export const refuse = (code: ErrorCode, message: string): never => {
  throw new ArtworkRefused(code, message, 'artwork');
};

/** Neither the file's fault nor ours: most often the machine ran out of memory, and its system chose this program. */
export const endedFromOutside = (): ArtworkRefused =>
  new ArtworkRefused('READER_KILLED', t('reader.endedFromOutside'), 'artwork');

export const outOfMemory = (): ArtworkRefused =>
  new ArtworkRefused(
    'READING_TOO_LARGE',
    t('reader.readingFileTakesMore', { memory: inGb(readingMemory()) }),
    'artwork',
  );

/** Largest picture taken in, pixels on a side and in all; 500 Mpx is 600 × 900 mm at 770 dpi. */
export const MAX_SIDE_PX = 30_000;
export const MAX_PIXELS = 500_000_000;
export const MAX_PAGES = 200;
/** Most plates: Ghostscript turns more spots into process ink without saying so. */
export const MAX_SPOTS = 56;

export function checkSize(width: number, height: number): void {
  if (!(width >= 1 && height >= 1))
    refuse('ARTWORK_EMPTY', t('reading.picturePixelsThereNothing', { width, height }));
  if (width > MAX_SIDE_PX || height > MAX_SIDE_PX || width * height > MAX_PIXELS)
    refuse(
      'ARTWORK_TOO_LARGE',
      t('reading.pictureWouldPixelsMost', {
        width,
        height,
        side: MAX_SIDE_PX,
        most: MAX_PIXELS / 1e6,
      }),
    );
}
