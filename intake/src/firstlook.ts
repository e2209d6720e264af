/** A rough picture of a file, long before its plates are there. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { sniff } from './sniff.ts';
import { MAX_PIXELS } from './refusal.ts';
import { run } from './run.ts';

const SECONDS = 20;

/**
 * The path of a PNG of the first page, or undefined where none can be had quickly: it is no reason to refuse a file.
 * @param longest side, pixels
 * @throws the signal's reason if it is aborted
 */
export async function firstLook(
  path: string,
  tmp: string,
  longest: number,
  signal?: AbortSignal,
): Promise<string | undefined> {
  const out = join(tmp, 'first-look');
  try {
    switch (sniff(path)) {
      case 'pdf': {
        const args = [
          '-png',
          '-singlefile',
          '-f',
          '1',
          '-cropbox',
          '-scale-to',
          `${longest}`,
          path,
          out,
        ];
        await run('pdftoppm', args, { tmp, signal, limits: { seconds: SECONDS, fileMb: 64 } });
        return existsSync(`${out}.png`) ? `${out}.png` : undefined;
      }
      case 'png':
      case 'jpeg':
      case 'webp':
        await (
          await import('sharp')
        )
          .default(path, { limitInputPixels: MAX_PIXELS })
          .rotate()
          .resize({ width: longest, height: longest, fit: 'inside', withoutEnlargement: true })
          .toColourspace('srgb')
          .png()
          .toFile(`${out}.png`);
        return `${out}.png`;
      default:
        return undefined;
    }
  } catch {
    signal?.throwIfAborted();
    return undefined;
  }
}
