/** Pictures for looking at, on disk. */
import { mkdir, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import type { Screened } from '@kyanos/core';
import sharp from 'sharp';

/** Writes a PNG; its folder is made if there is none. Fails as the file system does. */
export async function writePicture(
  path: string,
  { width, height, pixels }: Pick<Screened, 'width' | 'height' | 'pixels'>,
): Promise<void> {
  const png = await sharp(pixels, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .png()
    .toBuffer();
  await mkdir(dirname(path), { recursive: true });
  await writeFile(path, png);
}
