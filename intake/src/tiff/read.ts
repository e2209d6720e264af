/** TIFF: grey, RGB, CMYK, and CMYK with named extra inks, 8 or 16 bit, in strips or tiles, together or in planes. */
import { PROCESS_NAMES, pxToMm, type Finding } from '@kyanos/core';
import { fromFile, type GeoTIFF, type GeoTIFFImage } from 'geotiff';
import { CmykBands, inFile } from '../cmykbands.ts';
import type { PageFile, Source, SourceFile } from '../source.ts';
import { assumedResolution, pictureFile } from '../picture.ts';
import { type Orientation, type PlanarFile } from '../planar.ts';
import { anchorOf } from '../profile.ts';
import { checkSize, MAX_SPOTS, refuse } from '../refusal.ts';
import { breath } from '../run.ts';
import { channelNames } from './imageResources.ts';
import { checkDirectory, checkLayout, inkPlaces, inPlaceOf, type Layout } from './layout.ts';
import { rowsOf } from './rows.ts';
import { t } from '../texts/texts.ts';

/** TIFF 6.0, section 8: PhotometricInterpretation. */
const WHITE_IS_ZERO = 0;
const BLACK_IS_ZERO = 1;
const RGB = 2;
const SEPARATED = 5;
const YCBCR = 6;
/** SampleFormat: IEEE floating point. */
const FLOATING = 3;
/** Kinds of colour that are not read, and what to do. */
const COLOUR_KINDS: Readonly<Record<number, string>> = {
  get 3() {
    return t('tiff.indexedColourPaletteConvert');
  },
  get 4() {
    return t('tiff.transparencyMaskNoPicture');
  },
  get 8() {
    return t('tiff.labColourConvertCmyk');
  },
  get 9() {
    return t('tiff.labColourConvertCmyk');
  },
  get 10() {
    return t('tiff.labColourConvertCmyk');
  },
  get 32_803() {
    return t('tiff.rawDataCameraDevelop');
  },
};
/** ExtraSamples: associated and unassociated alpha. */
const ALPHA = [1, 2];
/** InkSet: inks that are not C, M, Y, K in this order, but as their names say. */
const NAMED_INKS = 2;

/** Tag of the resources that image editors write. */
const IMAGE_RESOURCES = 34_377;
/** Tag of the embedded profile. Source: ICC.1, annex B. */
const ICC_PROFILE = 34_675;

export async function readTiff(source: Source): Promise<SourceFile> {
  try {
    checkDirectory(source.path);
    const tiff = await fromFile(source.path);
    try {
      await checkPages(tiff);
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
    return refuse('ARTWORK_DAMAGED', t('tiff.tiffCantReadDirectory'));
  }
}

/** NewSubfileType: a smaller version of another picture, or a mask for it. */
const NOT_A_PAGE = 0b101;
/** Pages looked for; a chain of directories may be a ring. */
const MOST_PAGES = 20;

/** One picture is read; what else is in the file would be left out without a word. */
async function checkPages(tiff: GeoTIFF): Promise<void> {
  let pages = 0;
  for (let i = 0; i < MOST_PAGES; i++) {
    const image = await tiff.getImage(i).catch(() => undefined);
    if (!image) break;
    const directory = image.fileDirectory;
    const kind = directory.hasTag('NewSubfileType')
      ? Number(await directory.loadValue('NewSubfileType'))
      : 0;
    if ((kind & NOT_A_PAGE) === 0) pages++;
  }
  if (pages > 1)
    refuse(
      'TIFF_PAGES',
      t('tiff.tiffHasOneRead', {
        rest: pages === MOST_PAGES ? t('tiff.pagesMore', { pages }) : t('tiff.pages', { pages }),
      }),
    );
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
  const unread = COLOUR_KINDS[photometric];
  if (unread) return refuse('TIFF_COLOUR', t('tiff.tiff', { unread }));
  if ((await one('SampleFormat', 1)) === FLOATING)
    return refuse('TIFF_DEPTH', t('tiff.tiffHoldsFloatingPoint', { bits }));
  if (bits === 1) return refuse('TIFF_DEPTH', t('tiff.tiffBitmap1Bit'));
  if (bits !== 8 && bits !== 16)
    return refuse('TIFF_DEPTH', t('tiff.tiffHasBitsChannel', { bits }));
  const inkSet = await one('InkSet', 1);
  const colours =
    photometric === SEPARATED ? 4 : photometric === RGB || photometric === YCBCR ? 3 : 1;
  const named = photometric === SEPARATED && inkSet === NAMED_INKS;
  if (
    ![WHITE_IS_ZERO, BLACK_IS_ZERO, RGB, SEPARATED, YCBCR].includes(photometric) ||
    (samples < colours && !named)
  )
    refuse('TIFF_COLOUR', t('tiff.tiffsColoursKindChannels', { photometric, samples }));
  // Of process inks one more sample may be transparency too; named inks never are.
  const alpha =
    samples > colours &&
    !named &&
    (photometric !== SEPARATED || samples === colours + 1) &&
    ALPHA.includes(await one('ExtraSamples', 0));
  const inkNames = String((await tag('InkNames')) ?? '')
    .split('\0')
    .filter(Boolean);
  const inks = inkPlaces(
    inkNames.length > 0 ? inkNames : channelNames(await tag(IMAGE_RESOURCES)),
    samples,
    colours + (alpha ? 1 : 0),
    named,
  );
  if (inks.extras.length > MAX_SPOTS)
    refuse(
      'TOO_MANY_SPOTS',
      t('tiff.tiffHasExtraInks', { n: inks.extras.length, most: MAX_SPOTS }),
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
  const dpi = (stated ?? assumedResolution.dpi) / source.scale;
  const orientation = Math.min(8, Math.max(1, await one('Orientation', 1))) as Orientation;
  const file = pictureFile(source, width, height, dpi, orientation, [
    ...PROCESS_NAMES,
    ...inks.extras.map(({ name }) => name),
  ]);
  const profile = await tag(ICC_PROFILE);
  const icc = profile ? Uint8Array.from(profile as ArrayLike<number>) : undefined;
  const inPlace =
    colours === 4 && !alpha && orientation === 1
      ? inPlaceOf(source.path, layout, file, inks)
      : undefined;
  if (inPlace)
    return {
      colour: inFile(),
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
      await breath(source.signal);
      if (photometric === WHITE_IS_ZERO) invert(planes[0]);
      if (photometric === YCBCR) toRgb(planes);
      const extras = inks.extras.map(({ sample }) => planes[sample]);
      if (colours === 4 && !alpha) {
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

async function resolution(list: (tag: string) => Promise<number[]>): Promise<number | undefined> {
  const value = (await list('XResolution')).slice(0, 2);
  const unit = (await list('ResolutionUnit'))[0] ?? 2;
  const perUnit = value.length === 2 ? value[0] / value[1] : (value[0] ?? 0);
  const dpi = unit === 3 ? perUnit * 2.54 : perUnit;
  return dpi >= 10 && dpi <= 5000 && unit !== 1 ? dpi : undefined;
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
