/** PNG, JPEG and WebP: decoded by libvips to a file of raw pixels, converted band by band. */
import { closeSync, openSync, readSync } from 'node:fs';
import { join } from 'node:path';
import { BAND_ROWS, decimal, finding, type Finding, PROCESS_NAMES, pxToMm } from '@kyanos/core';
import sharp from 'sharp';
import { CmykBands } from './cmykbands.ts';
import type { Source, SourceFile } from './source.ts';
import { sniff } from './sniff.ts';
import { isTurned, type Orientation, type PlanarFile } from './planar.ts';
import { anchorOf } from './profile.ts';
import { OUT_OF_MEMORY } from './limits.ts';
import { checkSize, MAX_PIXELS, outOfMemory, refuse } from './refusal.ts';
import { statedDpi } from './resolution.ts';
import { breath } from './run.ts';
import { t } from './texts/texts.ts';

/** Resolution of a picture that states none. Common practice for artwork at final size. */
const ASSUMED_DPI = 300;
export const assumedResolution = {
  dpi: ASSUMED_DPI,
  note: ({ width, height, dpi }: PlanarFile): Finding =>
    finding(
      'RESOLUTION_ASSUMED',
      t('reading.pictureStatesNoResolution', {
        assumed: ASSUMED_DPI,
        width: decimal(pxToMm(width, dpi), 1),
        height: decimal(pxToMm(height, dpi), 1),
      }),
    ),
};

/** Where the plates of a picture go. Its size is as stored, the file's as seen. */
export function pictureFile(
  { tmp }: Source,
  width: number,
  height: number,
  dpi: number,
  orientation: Orientation,
  channels: readonly string[],
): PlanarFile {
  const turned = isTurned(orientation);
  return {
    path: join(tmp, 'plates'),
    width: turned ? height : width,
    height: turned ? width : height,
    dpi,
    channels,
    offset: 0,
    inverted: false,
  };
}

/** Bytes before the pixels in a libvips image file. */
const VIPS_HEADER = 64;

export async function readPicture(source: Source): Promise<SourceFile> {
  const open = () =>
    sharp(source.path, { limitInputPixels: MAX_PIXELS, failOn: 'error', unlimited: false });
  const meta = await open()
    .metadata()
    .catch((error: Error) => unreadable(error));
  checkSize(meta.width, meta.height);
  const cmyk = meta.space === 'cmyk';
  const grey = meta.space === 'b-w' || meta.space === 'grey16';
  const alpha = meta.hasAlpha;
  const colours = cmyk ? 4 : grey ? 1 : 3;

  const decoded = join(source.tmp, 'pixels.v');
  let image = open().rotate();
  // Without this libvips would turn ink into light and back, through a profile of its own.
  if (cmyk) image = image.pipelineColourspace('cmyk').toColourspace('cmyk');
  else image = image.toColourspace(grey ? 'b-w' : 'srgb');
  const { width, height } = await image
    .keepMetadata()
    .toFile(decoded)
    .catch((error: Error) => unreadable(error));
  source.signal?.throwIfAborted();
  source.progress(0.4);

  const stated = statedDpi(source.path, sniff(source.path) as 'png' | 'jpeg' | 'webp');
  const dpi = (stated ?? ASSUMED_DPI) / source.scale;
  const file = pictureFile(source, width, height, dpi, 1, PROCESS_NAMES);
  const icc = meta.icc && new Uint8Array(meta.icc);
  const bands = await CmykBands.open(file, colours, alpha, icc);
  const samples = colours + (alpha ? 1 : 0);
  const handle = openSync(decoded, 'r');
  try {
    const buffer = new Uint8Array(BAND_ROWS * width * samples);
    for (let top = 0; top < height; top += BAND_ROWS) {
      await breath(source.signal);
      const rows = Math.min(BAND_ROWS, height - top);
      const pixels = buffer.subarray(0, rows * width * samples);
      readSync(handle, pixels, 0, pixels.length, VIPS_HEADER + top * width * samples);
      bands.write(top, rows, pixels);
      source.progress(0.4 + (0.4 * (top + rows)) / height);
    }
  } finally {
    closeSync(handle);
    bands.close();
  }
  return {
    colour: bands.colour,
    anchor: await anchorOf(cmyk ? icc : undefined),
    count: 1,
    pages: [
      {
        file,
        box: { left: 0, top: 0, width: pxToMm(width, dpi), height: pxToMm(height, dpi) },
        bleedDeclared: false,
        alternates: new Map(),
        notes: [
          ...(cmyk ? [] : [bands.conversionNote()]),
          ...(stated === undefined ? [assumedResolution.note(file)] : []),
        ],
      },
    ],
  };
}

function unreadable(error: Error): never {
  if (/pixel limit/i.test(error.message))
    return refuse('ARTWORK_TOO_LARGE', t('reading.pictureHasMoreThan', { most: MAX_PIXELS / 1e6 }));
  if (OUT_OF_MEMORY.test(error.message)) throw outOfMemory();
  return refuse('ARTWORK_DAMAGED', t('reading.pictureEndsTooEarly'));
}
