/** TIFF: grey, RGB, CMYK, and CMYK with named extra inks, 8 or 16 bit. */
import { statSync } from 'node:fs';
import { join } from 'node:path';
import { PROCESS_NAMES } from '@kyanos/core';
import { fromFile, type GeoTIFFImage } from 'geotiff';
import { CmykBands } from './cmykbands.ts';
import type { PageFile, Source } from './intake.ts';
import { ASSUMED_DPI } from './picture.ts';
import { anchorOf } from './profile.ts';
import { checkSize, MAX_SPOTS, refuse } from './refusal.ts';

/** TIFF 6.0, section 8: PhotometricInterpretation. */
const WHITE_IS_ZERO = 0;
const BLACK_IS_ZERO = 1;
const RGB = 2;
const SEPARATED = 5;
const YCBCR = 6;
/** ExtraSamples: associated and unassociated alpha. */
const ALPHA = [1, 2];

/** Rows decoded at once. */
const STRIP_ROWS = 256;

export async function readTiff(source: Source): Promise<PageFile[]> {
  try {
    const tiff = await fromFile(source.path);
    try {
      return [await readImage(source, await tiff.getImage(0))];
    } finally {
      await tiff.close();
    }
  } catch (error) {
    if (error instanceof Error && 'code' in error) throw error;
    source.signal?.throwIfAborted();
    return refuse(
      'ARTWORK_DAMAGED',
      'The TIFF can’t be read: its directory or its picture data is damaged, or packed in a way that is not known here. Export it again with LZW or Deflate.',
    );
  }
}

async function readImage(source: Source, image: GeoTIFFImage): Promise<PageFile> {
  const [width, height] = [image.getWidth(), image.getHeight()];
  checkSize(width, height);
  const directory = image.fileDirectory;
  // A damaged file may lack any tag, so a missing one is undefined here.
  const tag = async (name: string) =>
    directory.hasTag(name as never)
      ? ((await directory.loadValue(name as never)) as unknown)
      : undefined;
  const list = async (name: string): Promise<number[]> => {
    const value = await tag(name);
    return value === undefined
      ? []
      : typeof value === 'number'
        ? [value]
        : Array.from(value as ArrayLike<number>, Number);
  };
  await checkData(source.path, list);

  const photometric = (await list('PhotometricInterpretation'))[0] ?? BLACK_IS_ZERO;
  const samples = image.getSamplesPerPixel();
  const bits = image.getBitsPerSample();
  if (bits !== 8 && bits !== 16)
    refuse(
      'TIFF_DEPTH',
      `The TIFF has ${bits} bits a channel; 8 and 16 can be read. Convert it to 8 bit.`,
    );
  const colours =
    photometric === SEPARATED ? 4 : photometric === RGB || photometric === YCBCR ? 3 : 1;
  if (
    ![WHITE_IS_ZERO, BLACK_IS_ZERO, RGB, SEPARATED, YCBCR].includes(photometric) ||
    samples < colours
  )
    refuse(
      'TIFF_COLOUR',
      `The TIFF’s colours (kind ${photometric}, ${samples} channels) can’t be read as print. Convert it to CMYK, RGB or grey.`,
    );

  const extraKinds = await list('ExtraSamples');
  const alpha = photometric !== SEPARATED && samples > colours && ALPHA.includes(extraKinds[0]);
  const extras = Math.max(0, samples - colours - (alpha ? 1 : 0));
  if (extras > MAX_SPOTS)
    refuse(
      'TOO_MANY_SPOTS',
      `The TIFF has ${extras} extra inks; the most is ${MAX_SPOTS}. Merge those that are not needed.`,
    );
  const inkNames = String((await tag('InkNames')) ?? '')
    .split('\0')
    .filter(Boolean);
  const extraNames = Array.from(
    { length: extras },
    (_, i) => inkNames[colours + i] ?? `Extra ${i + 1}`,
  );

  const resolution = (await list('XResolution')).slice(0, 2);
  const unit = (await list('ResolutionUnit'))[0] ?? 2;
  const perUnit = resolution.length === 2 ? resolution[0] / resolution[1] : (resolution[0] ?? 0);
  const stated = unit === 3 ? perUnit * 2.54 : perUnit;
  const dpi = stated >= 10 && stated <= 5000 && unit !== 1 ? stated : ASSUMED_DPI;

  const file = {
    path: join(source.tmp, 'plates'),
    width,
    height,
    dpi,
    channels: [...PROCESS_NAMES, ...extraNames],
    offset: 0,
    inverted: false,
  };
  const profile = await tag('ICCProfile');
  const icc = profile ? Uint8Array.from(profile as ArrayLike<number>) : undefined;
  const bands = await CmykBands.open(file, colours, alpha, colours === 4 ? undefined : icc);
  try {
    for (let top = 0; top < height; top += STRIP_ROWS) {
      source.signal?.throwIfAborted();
      const rows = Math.min(STRIP_ROWS, height - top);
      const planes = (await image.readRasters({
        window: [0, top, width, top + rows],
        interleave: false,
      })) as unknown as ArrayLike<number>[];
      const bytes = Array.from({ length: samples }, (_, i) =>
        toBytes(planes[i], bits, photometric === WHITE_IS_ZERO && i === 0),
      );
      const kept = colours + (alpha ? 1 : 0);
      const pixels = new Uint8Array(rows * width * kept);
      for (let i = 0, o = 0; i < rows * width; i++)
        for (let c = 0; c < kept; c++) pixels[o++] = bytes[c][i];
      bands.write(top, rows, pixels, bytes.slice(kept));
      source.progress((0.8 * (top + rows)) / height);
    }
  } finally {
    bands.close();
  }
  return {
    file,
    box: { left: 0, top: 0, width: (width / dpi) * 25.4, height: (height / dpi) * 25.4 },
    bleedDeclared: false,
    colour: bands.colour,
    anchor: await anchorOf(colours === 4 ? icc : undefined),
    notes: colours === 4 ? [] : [bands.conversionNote()],
  };
}

/** 16-bit samples keep their upper byte, rounded. */
function toBytes(plane: ArrayLike<number>, bits: number, inverted: boolean): Uint8Array {
  const out = new Uint8Array(plane.length);
  for (let i = 0; i < out.length; i++) {
    const value = bits === 16 ? Math.round(plane[i] / 257) : plane[i];
    out[i] = inverted ? 255 - value : value;
  }
  return out;
}

/** The decoder reads what is missing as zero, so a header that lies has to be caught first. */
async function checkData(path: string, list: (tag: string) => Promise<number[]>): Promise<void> {
  const size = statSync(path).size;
  for (const kind of ['Strip', 'Tile']) {
    const offsets = await list(`${kind}Offsets`);
    const counts = await list(`${kind}ByteCounts`);
    for (const [i, offset] of offsets.entries())
      if (!(offset > 0 && offset + (counts[i] ?? 0) <= size))
        refuse(
          'ARTWORK_DAMAGED',
          `The TIFF’s header points to byte ${offset + (counts[i] ?? 0)}, and the file ends at ${size}. It was cut off: export or copy it again.`,
        );
  }
}
