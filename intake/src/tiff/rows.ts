/** A TIFF's samples, one plane each, some whole rows at a time. */
import { closeSync, openSync, readSync } from 'node:fs';
import { BAND_ROWS } from '@kyanos/core';
import type { Source } from '../source.ts';
import { gather } from '../planar.ts';
import { PACKING, undoDifferences, unpack } from './blocks.ts';
import type { Layout } from './layout.ts';

interface Rows {
  readonly top: number;
  readonly rows: number;
  /** One plane a sample, 8 bit; used again for the next rows. */
  readonly planes: Uint8Array[];
}

/** All samples, some whole rows at a time, top to bottom. */
export async function* rowsOf(source: Source, layout: Layout): AsyncGenerator<Rows> {
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
