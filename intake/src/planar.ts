/** Plates on disk, one plane after another, and bands read from them. */
import { closeSync, openSync, readSync, writeSync } from 'node:fs';
import {
  byteSum,
  BAND_ROWS,
  PROCESS_NAMES,
  sumInterleaved,
  type Band,
  type Raster,
} from '@kyanos/core';

export interface PlanarFile {
  readonly path: string;
  readonly width: number;
  readonly height: number;
  readonly dpi: number;
  readonly channels: readonly string[];
  /** Place of each channel among the planes of the file; in their order if absent. */
  readonly order?: readonly number[];
  /** Samples of a pixel that lie beside one another; absent where each plane lies by itself. */
  readonly samples?: number;
  /** Where the first plane, or the first pixel, begins. */
  readonly offset: number;
  /** Stored as light (255 is no ink). */
  readonly inverted: boolean;
  /**
   * The file is still being written, all planes row by row: resolves once it has this many bytes, or is whole. Rejects if
   * its writer failed. Absent when it is whole.
   */
  readonly written?: (bytes: number) => Promise<void>;
}

/** Places of C, M, Y, K among the planes. */
export const processPlanes = (channels: readonly string[]): number[] =>
  PROCESS_NAMES.map((name) => channels.indexOf(name));

/** Pixels that are measured at a time: few enough to stay near the processor while one after another looks at them. */
const MEASURED = 2 ** 19;
const measuredRows = (width: number): number =>
  Math.min(BAND_ROWS, Math.max(16, Math.floor(MEASURED / width)));

/**
 * The bands of a file that may still be growing, each as soon as its rows are there.
 * @param raw as they are stored: light, where the file is inverted
 */
export async function* growingBands(file: PlanarFile, raw = false): AsyncGenerator<Band> {
  const { width, height, channels, offset, written } = file;
  const most = measuredRows(width);
  const bands = bandsOf(raw ? { ...file, inverted: false } : file, most);
  try {
    for (let top = 0; top < height; top += most) {
      // A row more: what is written last may wait in a buffer.
      const rows = Math.min(height, top + most + 1);
      if (written) await written(offset + ((channels.length - 1) * height + rows) * width);
      yield bands.next().value as Band;
    }
    await written?.(Infinity);
  } finally {
    bands.return(undefined);
  }
}

/** The planes are read anew in each run; their buffers are used again from band to band. */
export function planarRaster(file: PlanarFile): Raster {
  const { width, height, dpi, channels } = file;
  return { width, height, dpi, channels, bands: () => bandsOf(file, BAND_ROWS) };
}

function* bandsOf(file: PlanarFile, most: number): Generator<Band> {
  const { width, height, channels } = file;
  const handle = openSync(file.path, 'r');
  try {
    const buffers = channels.map(() => new Uint8Array(most * width));
    const mixed = new Uint8Array(MIXED_ROWS * width * (file.samples ?? 0));
    for (let top = 0; top < height; top += most) {
      const rows = Math.min(most, height - top);
      if (file.samples) {
        separatePixels(handle, file, mixed, top, rows, buffers);
        yield { top, rows, planes: buffers.map((buffer) => buffer.subarray(0, rows * width)) };
        continue;
      }
      const planes = buffers.map((buffer, channel) => {
        const plane = buffer.subarray(0, rows * width);
        const at = file.order?.[channel] ?? channel;
        readFully(handle, plane, file.offset + (at * height + top) * width);
        if (file.inverted) invert(plane);
        return plane;
      });
      yield { top, rows, planes };
    }
  } finally {
    closeSync(handle);
  }
}

/** Rows that are taken apart at once: few enough to stay near the processor. */
const MIXED_ROWS = 8;

function separatePixels(
  handle: number,
  { width, samples = 1, offset, order, channels }: PlanarFile,
  mixed: Uint8Array,
  top: number,
  rows: number,
  planes: readonly Uint8Array[],
): void {
  const places = channels.map((_, i) => order?.[i] ?? i);
  for (let from = 0; from < rows; from += MIXED_ROWS) {
    const pixels = Math.min(MIXED_ROWS, rows - from) * width;
    const part = mixed.subarray(0, pixels * samples);
    readFully(handle, part, offset + (top + from) * width * samples);
    planes.forEach((plane, channel) => {
      gather(part, places[channel], samples, plane, from * width, pixels);
    });
  }
}

/** Every `stride`-th byte of the source from `first` on, so many of them, to the target; written four at a time. */
export function gather(
  source: Uint8Array,
  first: number,
  stride: number,
  target: Uint8Array,
  from: number,
  count: number,
): void {
  const end = from + count;
  let o = from;
  let i = first;
  for (; o < end && (target.byteOffset + o) % 4 !== 0; o++, i += stride) target[o] = source[i];
  if (end - o >= 4) {
    const words = new Uint32Array(target.buffer, target.byteOffset + o, (end - o) >> 2);
    for (let w = 0; w < words.length; w++, i += 4 * stride)
      words[w] =
        source[i] |
        (source[i + stride] << 8) |
        (source[i + 2 * stride] << 16) |
        (source[i + 3 * stride] << 24);
    o += words.length * 4;
  }
  for (; o < end; o++, i += stride) target[o] = source[i];
}

/**
 * Mean of every channel over the whole file, 0 to 1, and nothing else: as fast as the file can be read.
 * @throws whatever the writer of a growing file failed with
 */
export async function coverageOf(file: PlanarFile): Promise<number[]> {
  const { width, height, channels, samples, offset, order, inverted } = file;
  const sums = new Float64Array(samples ?? channels.length);
  if (samples) {
    const handle = openSync(file.path, 'r');
    try {
      const mixed = new Uint8Array(MIXED_ROWS * 8 * width * samples);
      const size = width * height * samples;
      for (let at = 0; at < size; at += mixed.length) {
        const part = mixed.subarray(0, Math.min(mixed.length, size - at));
        readFully(handle, part, offset + at);
        sumInterleaved(part, sums);
      }
    } finally {
      closeSync(handle);
    }
  } else
    for await (const { planes } of growingBands(file, true))
      planes.forEach((plane, i) => (sums[i] += byteSum(plane)));
  const mean = (i: number) => sums[i] / (255 * width * height);
  return channels.map((_, i) => {
    const value = mean(samples ? (order?.[i] ?? i) : i);
    return inverted ? 1 - value : value;
  });
}

/** Four bytes at a time: the buffers begin on word boundaries. */
function invert(plane: Uint8Array): void {
  const words = new Uint32Array(plane.buffer, plane.byteOffset, plane.length >> 2);
  for (let i = 0; i < words.length; i++) words[i] = ~words[i];
  for (let i = words.length << 2; i < plane.length; i++) plane[i] = 255 - plane[i];
}

function readFully(handle: number, into: Uint8Array, position: number): void {
  for (let done = 0; done < into.length;) {
    const read = readSync(handle, into, done, into.length - done, position + done);
    if (read === 0) throw new Error('The plate file ends before its last row.');
    done += read;
  }
}

/** How a picture is stored against how it is seen. Source: TIFF 6.0, tag 274 (Orientation); EXIF uses the same. */
export type Orientation = 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8;

/** Rows of the stored picture are columns of the seen one. */
export const isTurned = (orientation: Orientation): boolean => orientation >= 5;

/** Writes planes band by band, each to its own place in the file. Rows come as they are stored, and lie as they are seen. */
export class PlanarWriter {
  readonly #file: PlanarFile;
  readonly #handle: number;
  readonly #orientation: Orientation;

  /** @param file as it is seen */
  constructor(file: PlanarFile, orientation: Orientation = 1) {
    this.#file = file;
    this.#handle = openSync(file.path, 'w');
    this.#orientation = orientation;
  }

  write(top: number, planes: readonly Uint8Array[]): void {
    const { height, width, offset } = this.#file;
    planes.forEach((plane, channel) => {
      const begin = offset + channel * height * width;
      if (isTurned(this.#orientation)) this.#writeColumns(begin, top, plane);
      else this.#writeRows(begin, top, plane);
    });
  }

  #writeRows(begin: number, top: number, plane: Uint8Array): void {
    const { height, width } = this.#file;
    const rows = plane.length / width;
    const upside = this.#orientation === 3 || this.#orientation === 4;
    const sideways = this.#orientation === 2 || this.#orientation === 3;
    let seen = plane;
    if (upside || sideways) {
      seen = new Uint8Array(plane.length);
      for (let y = 0; y < rows; y++) {
        const row = plane.slice(y * width, (y + 1) * width);
        seen.set(sideways ? row.reverse() : row, (upside ? rows - 1 - y : y) * width);
      }
    }
    this.#put(seen, begin + (upside ? height - top - rows : top) * width);
  }

  #writeColumns(begin: number, top: number, plane: Uint8Array): void {
    const { height, width } = this.#file;
    const rows = plane.length / height;
    const fromRight = this.#orientation === 6 || this.#orientation === 7;
    const fromBottom = this.#orientation === 7 || this.#orientation === 8;
    const left = fromRight ? width - top - rows : top;
    const run = new Uint8Array(rows);
    for (let x = 0; x < height; x++) {
      for (let y = 0; y < rows; y++) run[fromRight ? rows - 1 - y : y] = plane[y * height + x];
      this.#put(run, begin + (fromBottom ? height - 1 - x : x) * width + left);
    }
  }

  #put(bytes: Uint8Array, position: number): void {
    for (let done = 0; done < bytes.length;)
      done += writeSync(this.#handle, bytes, done, bytes.length - done, position + done);
  }

  close(): void {
    closeSync(this.#handle);
  }
}
