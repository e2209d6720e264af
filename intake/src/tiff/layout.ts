/** How a TIFF's samples lie in its file. Source: TIFF 6.0, sections 3, 7, 15 (tiles) and 16 (CMYK, InkNames). */
import { closeSync, fstatSync, openSync, readSync, statSync } from 'node:fs';
import { PROCESS_NAMES } from '@kyanos/core';
import type { PlanarFile } from '../planar.ts';
import { refuse } from '../refusal.ts';
import { isKnown, PACKING } from './blocks.ts';
import { t } from '../texts/texts.ts';

/** Largest packed block, unpacked: it is held whole. */
const MAX_BLOCK_MB = 256;

export interface Layout {
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

/** A header that lies has to be caught before anything is decoded. */
export function checkLayout(path: string, layout: Layout, subsampled: boolean): void {
  const { width, height, samples, bits, planar, compression, predictor } = layout;
  const { blockWidth, blockHeight, offsets, counts } = layout;
  if (
    !isKnown(compression) ||
    ![1, 2].includes(predictor) ||
    (subsampled && compression !== PACKING.jpeg)
  )
    refuse('TIFF_PACKING', t('tiff.tiffPackedWayCant', { compression, predictor }));
  const size = statSync(path).size;
  for (const [i, offset] of offsets.entries())
    if (!(offset > 0 && offset + (counts[i] ?? 0) <= size))
      refuse(
        'ARTWORK_DAMAGED',
        t('tiff.tiffsHeaderPointsByte', { offset: offset + (counts[i] ?? 0), size }),
      );
  if (!(blockWidth > 0 && blockHeight > 0)) throw new Error('blocks of no size');
  const blocks = Math.ceil(width / blockWidth) * Math.ceil(height / blockHeight);
  if (offsets.length < blocks * (planar ? samples : 1) || counts.length < offsets.length)
    throw new Error('blocks are missing');
  const bytes = blockWidth * blockHeight * (planar ? 1 : samples) * (bits / 8);
  if (compression !== PACKING.none && bytes > MAX_BLOCK_MB * 1024 * 1024)
    refuse(
      'TIFF_BLOCK_TOO_LARGE',
      t('tiff.tiffPackedPartsMb', {
        bytes: Math.ceil(bytes / 1024 / 1024),
        most: MAX_BLOCK_MB,
      }),
    );
}

/** Bytes of a value by its type. Source: TIFF 6.0, section 2; BigTIFF adds 16 to 18. */
const TYPE_BYTES = [0, 1, 1, 2, 4, 8, 1, 1, 2, 4, 8, 4, 8, 4, 0, 0, 8, 8, 8];
const MAX_TAGS = 4096;

/**
 * The first directory, looked through before anything is made of it: no tag may hold more than the file does.
 * @throws ArtworkRefused
 */
export function checkDirectory(path: string): void {
  const handle = openSync(path, 'r');
  try {
    const { size } = fstatSync(handle);
    const at = (position: number, length: number): Buffer => {
      const part = Buffer.alloc(length);
      if (position < 0 || readSync(handle, part, 0, length, position) < length)
        throw new Error('the file ends');
      return part;
    };
    const head = at(0, 16 > size ? 8 : 16);
    const little = head[0] === 0x49;
    const big = (little ? head.readUInt16LE(2) : head.readUInt16BE(2)) === 43;
    const whole = (buffer: Buffer, from: number, bytes: 2 | 4 | 8) =>
      bytes === 8
        ? Number(little ? buffer.readBigUInt64LE(from) : buffer.readBigUInt64BE(from))
        : little
          ? buffer.readUIntLE(from, bytes)
          : buffer.readUIntBE(from, bytes);
    const directory = whole(head, big ? 8 : 4, big ? 8 : 4);
    const [countBytes, entryBytes] = big ? ([8, 20] as const) : ([2, 12] as const);
    const tags = whole(at(directory, countBytes), 0, countBytes);
    if (tags > MAX_TAGS) throw new Error('too many tags');
    const entries = at(directory + countBytes, tags * entryBytes);
    for (let tag = 0; tag < tags; tag++) {
      const type = whole(entries, tag * entryBytes + 2, 2);
      const count = whole(entries, tag * entryBytes + 4, big ? 8 : 4);
      if (count * (TYPE_BYTES[type] ?? 0) > size)
        refuse(
          'ARTWORK_DAMAGED',
          t('tiff.tiffSaysTagHas', { entries: whole(entries, tag * entryBytes, 2), count, size }),
        );
    }
  } finally {
    closeSync(handle);
  }
}

export interface Inks {
  /** Samples that are C, M, Y, K; −1 for one that the file does not have. */
  readonly process: readonly number[];
  readonly extras: readonly { readonly name: string; readonly sample: number }[];
}

/** Which sample is which ink. Names may be given for all samples or for the extra ones only. */
export function inkPlaces(
  names: readonly string[],
  samples: number,
  own: number,
  named: boolean,
): Inks {
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

/** A file whose inks lie unpacked one behind the other, in planes or pixel by pixel, is read where it lies. */
export function inPlaceOf(
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
