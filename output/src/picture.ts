/** Pictures for looking at, on disk. */
import { mkdir, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import type { Screened } from '@kyanos/core';
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
