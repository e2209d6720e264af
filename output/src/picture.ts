/** Pictures for looking at, on disk. */
import { mkdir, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import { DomainError, type Screened } from '@kyanos/core';
import sharp from 'sharp';

type Pixels = Pick<Screened, 'width' | 'height' | 'pixels'>;

/** The picture as a PNG. */
export const pngOf = ({ width, height, pixels }: Pixels): Promise<Buffer> =>
  sharp(pixels, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .png()
    .toBuffer();

/** Writes a PNG; its folder is made if there is none. Fails as the file system does. */
export async function writePicture(path: string, picture: Pixels): Promise<void> {
  const png = await pngOf(picture);
  await mkdir(dirname(path), { recursive: true });
  await writeFile(path, png);
}

/** Pixels of a picture that is taken in for looking at; more would take long and much memory. */
const MOST_PIXELS = 60_000_000;

/**
 * A picture as a browser shows it, upright, without what its camera wrote beside it.
 * @param longest its longer side at most, pixels
 * @throws DomainError `REQUEST_INVALID` if it is no picture that can be read
 */
export async function webpOf(bytes: Uint8Array, longest: number): Promise<Buffer> {
  try {
    return await sharp(bytes, { limitInputPixels: MOST_PIXELS })
      .rotate()
      .resize(longest, longest, { fit: 'inside', withoutEnlargement: true })
      .webp({ quality: 82 })
      .toBuffer();
  } catch {
    throw new DomainError(
      'REQUEST_INVALID',
      `This is no picture that can be shown, or it has more than ${MOST_PIXELS / 1e6} megapixels. Choose a JPEG, PNG or WebP.`,
    );
  }
}
