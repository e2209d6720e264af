/** TIFF: grey, RGB, CMYK, and CMYK with named extra inks, 8 or 16 bit, in strips or tiles, together or in planes. */
import { closeSync, openSync, readSync, statSync } from 'node:fs';
import { BAND_ROWS, PROCESS_NAMES, pxToMm, type Finding } from '@kyanos/core';
import { fromFile, type GeoTIFFImage } from 'geotiff';
import { CmykBands, IN_FILE } from '../cmykbands.ts';
import type { PageFile, Source, SourceFile } from '../intake.ts';
import { assumedResolution, pictureFile } from '../picture.ts';
import { gather, type Orientation, type PlanarFile } from '../planar.ts';
import { anchorOf } from '../profile.ts';
import { checkSize, MAX_SPOTS, refuse } from '../refusal.ts';
import { isKnown, PACKING, undoDifferences, unpack } from './blocks.ts';

/** TIFF 6.0, section 8: PhotometricInterpretation. */
const WHITE_IS_ZERO = 0;
const BLACK_IS_ZERO = 1;
const RGB = 2;
const SEPARATED = 5;
const YCBCR = 6;
/** ExtraSamples: associated and unassociated alpha. */
const ALPHA = [1, 2];
/** InkSet: inks that are not C, M, Y, K in this order, but as their names say. */
const NAMED_INKS = 2;

/** Tag of the embedded profile. Source: ICC.1, annex B. */
const ICC_PROFILE = 34_675;

/** Largest packed block, unpacked: it is held whole. */
const MAX_BLOCK_MB = 256;

export async function readTiff(source: Source): Promise<SourceFile> {
  try {
    const tiff = await fromFile(source.path);
    try {
      return await readImage(source, await tiff.getImage(0));
    } finally {
      await tiff.close();
    }
  } catch (error) {
    if (
      error instanceof Error &&
      'code' in error &&
      !String(error.code).startsWith('ERR_') &&
      !String(error.code).startsWith('Z_')
    )
      throw error;
    source.signal?.throwIfAborted();
    return refuse(
      'ARTWORK_DAMAGED',
      'The TIFF can’t be read: its directory or its picture data is damaged, or packed in a way that is not known here. Export it again with LZW or Deflate.',
    );
  }
}

interface Layout {
  readonly width: number;
  readonly height: number;
  readonly samples: number;
  readonly bits: 8 | 16;
  readonly planar: boolean;
  readonly tiled: boolean;
  readonly compression: number;
  readonly predictor: number;
  readonly littleEndian: boolean;
  readonly blockWidth: number;
  readonly blockHeight: number;
  readonly offsets: readonly number[];
  readonly counts: readonly number[];
  readonly tables: Uint8Array | undefined;
}

async function readImage(source: Source, image: GeoTIFFImage): Promise<SourceFile> {
  // A tag may be of any type in a damaged file, text included.
  const [width, height] = [Number(image.getWidth()), Number(image.getHeight())];
  checkSize(width, height);
  const directory = image.fileDirectory;
  // A damaged file may lack any tag, so a missing one is undefined here.
  const tag = async (name: string | number) =>
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
  const one = async (name: string, otherwise: number) => (await list(name))[0] ?? otherwise;

  const photometric = await one('PhotometricInterpretation', BLACK_IS_ZERO);
  const samples = Number(image.getSamplesPerPixel());
  const bits = Number(image.getBitsPerSample());
  if (bits !== 8 && bits !== 16)
    return refuse(
      'TIFF_DEPTH',
      `The TIFF has ${bits} bits a channel; 8 and 16 can be read. Convert it to 8 bit.`,
    );
  const inkSet = await one('InkSet', 1);
  const colours =
    photometric === SEPARATED ? 4 : photometric === RGB || photometric === YCBCR ? 3 : 1;
  const named = photometric === SEPARATED && inkSet === NAMED_INKS;
  if (
    ![WHITE_IS_ZERO, BLACK_IS_ZERO, RGB, SEPARATED, YCBCR].includes(photometric) ||
    (samples < colours && !named)
  )
    refuse(
      'TIFF_COLOUR',
      `The TIFF’s colours (kind ${photometric}, ${samples} channels) can’t be read as print. Convert it to CMYK, RGB or grey.`,
    );
  const alpha =
    photometric !== SEPARATED && samples > colours && ALPHA.includes(await one('ExtraSamples', 0));
  const inks = inkPlaces(
    String((await tag('InkNames')) ?? '')
      .split('\0')
      .filter(Boolean),
    samples,
    colours + (alpha ? 1 : 0),
    named,
  );
  if (inks.extras.length > MAX_SPOTS)
    refuse(
      'TOO_MANY_SPOTS',
      `The TIFF has ${inks.extras.length} extra inks; the most is ${MAX_SPOTS}. Merge those that are not needed.`,
    );

  const tiled = directory.hasTag('TileWidth' as never);
  const kind = tiled ? 'Tile' : 'Strip';
  const layout: Layout = {
    width,
    height,
    samples,
    bits,
    planar: (await one('PlanarConfiguration', 1)) === 2,
    tiled,
    compression: await one('Compression', 1),
    predictor: await one('Predictor', 1),
    littleEndian: image.littleEndian,
    blockWidth: tiled ? image.getTileWidth() : width,
    blockHeight: Math.min(
      tiled ? image.getTileHeight() : await one('RowsPerStrip', height),
      tiled ? Infinity : height,
    ),
    offsets: await list(`${kind}Offsets`),
    counts: await list(`${kind}ByteCounts`),
    tables: (await tag('JPEGTables')) as Uint8Array | undefined,
  };
  checkLayout(source.path, layout, photometric === YCBCR);

  const stated = await resolution(list);
  const dpi = stated ?? assumedResolution.dpi;
  const orientation = Math.min(8, Math.max(1, await one('Orientation', 1))) as Orientation;
  const file = pictureFile(source, width, height, dpi, orientation, [
    ...PROCESS_NAMES,
    ...inks.extras.map(({ name }) => name),
  ]);
  const profile = await tag(ICC_PROFILE);
  const icc = profile ? Uint8Array.from(profile as ArrayLike<number>) : undefined;
  const inPlace =
    colours === 4 && orientation === 1 ? inPlaceOf(source.path, layout, file, inks) : undefined;
  if (inPlace)
    return {
      colour: IN_FILE,
      anchor: await anchorOf(icc),
      count: 1,
      pages: [pageOf(inPlace, stated === undefined ? [assumedResolution.note(file)] : [])],
    };
  const bands = await CmykBands.open(
    file,
    colours,
    alpha,
    colours === 4 ? undefined : icc,
    orientation,
  );
  try {
    for await (const { top, rows, planes } of rowsOf(source, layout)) {
      source.signal?.throwIfAborted();
      if (photometric === WHITE_IS_ZERO) invert(planes[0]);
      if (photometric === YCBCR) toRgb(planes);
      const extras = inks.extras.map(({ sample }) => planes[sample]);
      if (colours === 4) {
        const none = new Uint8Array(rows * width);
        bands.writePlanes(top, [...inks.process.map((i) => planes[i] ?? none), ...extras]);
      } else {
        const kept = colours + (alpha ? 1 : 0);
        bands.write(top, rows, interleaved(planes.slice(0, kept), rows * width), extras);
      }
      source.progress((0.8 * (top + rows)) / height);
    }
  } finally {
    bands.close();
  }
  return {
    colour: bands.colour,
    anchor: await anchorOf(colours === 4 ? icc : undefined),
    count: 1,
    pages: [
      pageOf(file, [
        ...(colours === 4 ? [] : [bands.conversionNote()]),
        ...(stated === undefined ? [assumedResolution.note(file)] : []),
      ]),
    ],
  };
}

/** A file whose inks lie unpacked one behind the other, in planes or pixel by pixel, is read where it lies. */
function inPlaceOf(
  path: string,
  {
    width,
    height,
    bits,
    planar,
    tiled,
    compression,
    predictor,
    offsets,
    blockHeight,
    samples,
  }: Layout,
  file: PlanarFile,
  { process, extras }: Inks,
): PlanarFile | undefined {
  const loose = !tiled && bits === 8 && compression === PACKING.none && predictor === 1;
  if (!loose || process.includes(-1)) return undefined;
  const strips = Math.ceil(height / blockHeight);
  const [planes, pixelBytes] = planar ? [samples, 1] : [1, samples];
  for (let plane = 0; plane < planes; plane++)
    for (let strip = 0; strip < strips; strip++) {
      const rows = plane * height + strip * blockHeight;
      if (offsets[plane * strips + strip] !== offsets[0] + rows * width * pixelBytes)
        return undefined;
    }
  return {
    ...file,
    path,
    offset: offsets[0],
    order: [...process, ...extras.map(({ sample }) => sample)],
    ...(planar ? {} : { samples }),
  };
}

const pageOf = (file: PlanarFile, notes: readonly Finding[]): PageFile => ({
  file,
  box: {
    left: 0,
    top: 0,
    width: pxToMm(file.width, file.dpi),
    height: pxToMm(file.height, file.dpi),
  },
  bleedDeclared: false,
  alternates: new Map(),
  notes,
});

interface Inks {
  /** Samples that are C, M, Y, K; −1 for one that the file does not have. */
  readonly process: readonly number[];
  readonly extras: readonly { readonly name: string; readonly sample: number }[];
}

/** Which sample is which ink. Names may be given for all samples or for the extra ones only. */
function inkPlaces(names: readonly string[], samples: number, own: number, named: boolean): Inks {
  const all =
    names.length === samples - own && !named ? [...Array<string>(own).fill(''), ...names] : names;
  const byName = PROCESS_NAMES.map((ink) =>
    all.findIndex((name) => name.toLowerCase() === ink.toLowerCase()),
  );
  // A file that names none of the four and has four or more keeps the usual order.
  const process = named && (byName.some((i) => i >= 0) || samples < 4) ? byName : [0, 1, 2, 3];
  const first = named && process === byName ? 0 : own;
  const extras = Array.from({ length: Math.max(0, samples - first) }, (_, i) => first + i)
    .filter((sample) => first > 0 || !process.includes(sample))
    .map((sample, i) => ({ name: all[sample] || `Extra ${i + 1}`, sample }));
  return { process, extras };
}

async function resolution(list: (tag: string) => Promise<number[]>): Promise<number | undefined> {
  const value = (await list('XResolution')).slice(0, 2);
  const unit = (await list('ResolutionUnit'))[0] ?? 2;
  const perUnit = value.length === 2 ? value[0] / value[1] : (value[0] ?? 0);
  const dpi = unit === 3 ? perUnit * 2.54 : perUnit;
  return dpi >= 10 && dpi <= 5000 && unit !== 1 ? dpi : undefined;
}

/** A header that lies has to be caught before anything is decoded. */
function checkLayout(path: string, layout: Layout, subsampled: boolean): void {
  const { width, height, samples, bits, planar, compression, predictor } = layout;
  const { blockWidth, blockHeight, offsets, counts } = layout;
  if (
    !isKnown(compression) ||
    ![1, 2].includes(predictor) ||
    (subsampled && compression !== PACKING.jpeg)
  )
    refuse(
      'TIFF_PACKING',
      `The TIFF is packed in a way that can’t be read here (kind ${compression}, predictor ${predictor}). Export it again with LZW or Deflate.`,
    );
  const size = statSync(path).size;
  for (const [i, offset] of offsets.entries())
    if (!(offset > 0 && offset + (counts[i] ?? 0) <= size))
      refuse(
        'ARTWORK_DAMAGED',
        `The TIFF’s header points to byte ${offset + (counts[i] ?? 0)}, and the file ends at ${size}. It was cut off: export or copy it again.`,
      );
  if (!(blockWidth > 0 && blockHeight > 0)) throw new Error('blocks of no size');
  const blocks = Math.ceil(width / blockWidth) * Math.ceil(height / blockHeight);
  if (offsets.length < blocks * (planar ? samples : 1) || counts.length < offsets.length)
    throw new Error('blocks are missing');
  const bytes = blockWidth * blockHeight * (planar ? 1 : samples) * (bits / 8);
  if (compression !== PACKING.none && bytes > MAX_BLOCK_MB * 1024 * 1024)
    refuse(
      'TIFF_BLOCK_TOO_LARGE',
      `The TIFF is packed in parts of ${Math.ceil(bytes / 1024 / 1024)} MB; the most is ${MAX_BLOCK_MB} MB. Export it again in strips or tiles.`,
    );
}

interface Rows {
  readonly top: number;
  readonly rows: number;
  /** One plane a sample, 8 bit; used again for the next rows. */
  readonly planes: Uint8Array[];
}

/** All samples, some whole rows at a time, top to bottom. */
async function* rowsOf(source: Source, layout: Layout): AsyncGenerator<Rows> {
  const { width, height, samples, bits, planar, tiled, compression, predictor, tables } = layout;
  const { blockWidth, littleEndian, offsets, counts } = layout;
  const bytes = bits / 8;
  // What is not packed need not be read block by block.
  const loose = compression === PACKING.none && predictor === 1 && !tiled;
  const blockRows = loose ? Math.min(BAND_ROWS, layout.blockHeight) : layout.blockHeight;
  const across = Math.ceil(width / blockWidth);
  const down = Math.ceil(height / layout.blockHeight);
  const inBlock = planar ? 1 : samples;
  const stride = blockWidth * inBlock * bytes;
  const planes = Array.from({ length: samples }, () => new Uint8Array(blockRows * width));
  const handle = openSync(source.path, 'r');
  try {
    for (
      let blockTop = 0, blockRow = 0;
      blockTop < height;
      blockTop += layout.blockHeight, blockRow++
    )
      for (
        let inner = 0;
        inner < layout.blockHeight && blockTop + inner < height;
        inner += blockRows
      ) {
        const top = blockTop + inner;
        const rows = Math.min(blockRows, layout.blockHeight - inner, height - top);
        for (let plane = 0; plane < (planar ? samples : 1); plane++)
          for (let column = 0; column < across; column++) {
            const at = (plane * down + blockRow) * across + column;
            // The last strip holds only the rows that are left; a tile is always whole.
            const held = tiled ? blockRows : rows;
            const packed = loose
              ? readPart(handle, offsets[at] + inner * stride, rows * stride)
              : readPart(handle, offsets[at], counts[at]);
            const wanted = held * stride;
            const block = await unpack(compression, packed, wanted, {
              tables,
              width: blockWidth,
              height: layout.blockHeight,
            });
            if (predictor === 2) undoDifferences(block, blockWidth, inBlock, bits, littleEndian);
            spread(block, {
              planes: planar ? [planes[plane]] : planes,
              width,
              left: column * blockWidth,
              blockWidth,
              rows,
              bits,
              littleEndian,
            });
          }
        yield { top, rows, planes: planes.map((plane) => plane.subarray(0, rows * width)) };
      }
  } finally {
    closeSync(handle);
  }
}

function readPart(handle: number, offset: number, length: number): Uint8Array {
  const out = new Uint8Array(length);
  for (let done = 0; done < length;) {
    const read = readSync(handle, out, done, length - done, offset + done);
    if (read === 0) throw new Error('the file ends');
    done += read;
  }
  return out;
}

interface Target {
  readonly planes: readonly Uint8Array[];
  readonly width: number;
  readonly left: number;
  readonly blockWidth: number;
  readonly rows: number;
  readonly bits: 8 | 16;
  readonly littleEndian: boolean;
}

/** A block's samples to their planes; of 16 bits the nearest of 8. */
function spread(
  block: Uint8Array,
  { planes, width, left, blockWidth, rows, bits, littleEndian }: Target,
): void {
  const n = planes.length;
  const columns = Math.min(blockWidth, width - left);
  if (bits === 8 && n === 1) {
    for (let y = 0; y < rows; y++)
      planes[0].set(block.subarray(y * blockWidth, y * blockWidth + columns), y * width + left);
    return;
  }
  // The upper byte of a sample, then its lower.
  const high = littleEndian ? 1 : 0;
  for (let s = 0; s < n; s++) {
    const plane = planes[s];
    for (let y = 0; y < rows; y++) {
      let o = y * width + left;
      if (bits === 8) gather(block, y * blockWidth * n + s, n, plane, o, columns);
      else
        for (let i = (y * blockWidth * n + s) * 2, x = 0; x < columns; x++, i += 2 * n) {
          const value = block[i + high] * 256 + block[i + 1 - high];
          plane[o++] = (value * 255 + 32767) / 65535;
        }
    }
  }
}

function invert(plane: Uint8Array): void {
  for (let i = 0; i < plane.length; i++) plane[i] = 255 - plane[i];
}

/** Luminance and colour differences of JPEG to RGB, in place. Source: ITU-T T.871, 7. */
function toRgb([red, green, blue]: readonly Uint8Array[]): void {
  const clamp = (value: number) => (value < 0 ? 0 : value > 255 ? 255 : value + 0.5);
  for (let i = 0; i < red.length; i++) {
    const [y, cb, cr] = [red[i], green[i] - 128, blue[i] - 128];
    red[i] = clamp(y + 1.402 * cr);
    green[i] = clamp(y - 0.344136 * cb - 0.714136 * cr);
    blue[i] = clamp(y + 1.772 * cb);
  }
}

function interleaved(planes: readonly Uint8Array[], count: number): Uint8Array {
  const n = planes.length;
  const out = new Uint8Array(count * n);
  planes.forEach((plane, s) => {
    for (let i = 0, o = s; i < count; i++, o += n) out[o] = plane[i];
  });
  return out;
}
