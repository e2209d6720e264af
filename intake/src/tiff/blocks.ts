/** Strips and tiles of a TIFF, unpacked to no more than they declare. Source: TIFF 6.0, sections 7 to 16, and Technical Note 2 (JPEG). */
import { inflateSync } from 'node:zlib';
import { getDecoder } from 'geotiff';
import { refuse } from '../refusal.ts';
import { unpackLzw } from './lzw.ts';
import { t } from '../texts/texts.ts';

export const PACKING = { none: 1, lzw: 5, jpeg: 7, deflate: 8, oldDeflate: 32946, packBits: 32773 };

/** @returns the name of a packing that is not known here */
export const isKnown = (compression: number): boolean =>
  Object.values(PACKING).includes(compression);

/** @param size bytes that the block declares */
export async function unpack(
  compression: number,
  packed: Uint8Array,
  size: number,
  jpeg: {
    readonly tables: Uint8Array | undefined;
    readonly width: number;
    readonly height: number;
  },
): Promise<Uint8Array> {
  switch (compression) {
    case PACKING.none:
      return packed.length >= size ? packed.subarray(0, size) : padded(packed, size);
    case PACKING.lzw:
      return unpackLzw(packed, size);
    case PACKING.packBits:
      return unpackBits(packed, size);
    case PACKING.deflate:
    case PACKING.oldDeflate: {
      // A block that unpacks to more than it declares is damaged, or a trap.
      const out = inflateSync(packed, { maxOutputLength: size + 1024, finishFlush: 2 });
      return out.length >= size ? out.subarray(0, size) : padded(out, size);
    }
    case PACKING.jpeg: {
      checkFrame(packed, jpeg.width, jpeg.height);
      const decoder = await getDecoder(PACKING.jpeg, {
        tileWidth: jpeg.width,
        tileHeight: jpeg.height,
        predictor: 1,
        bitsPerSample: 8,
        planarConfiguration: 1,
        ...(jpeg.tables && { JPEGTables: jpeg.tables }),
      } as Parameters<typeof getDecoder>[1]);
      const out = new Uint8Array(await decoder.decode(packed.slice().buffer));
      return out.length >= size ? out.subarray(0, size) : padded(out, size);
    }
    default:
      throw new Error(`packing ${compression}`);
  }
}

function padded(bytes: Uint8Array, size: number): Uint8Array {
  const out = new Uint8Array(size);
  out.set(bytes.subarray(0, size));
  return out;
}

function unpackBits(packed: Uint8Array, size: number): Uint8Array {
  const out = new Uint8Array(size);
  for (let i = 0, at = 0; i < packed.length && at < size;) {
    const count = (packed[i++] << 24) >> 24;
    if (count >= 0) {
      out.set(packed.subarray(i, i + Math.min(count + 1, size - at)), at);
      i += count + 1;
      at += count + 1;
    } else if (count !== -128) {
      out.fill(packed[i++] ?? 0, at, Math.min(size, at + 1 - count));
      at += 1 - count;
    }
  }
  return out;
}

/** A frame that declares more than its block is refused before it is decoded. */
function checkFrame(bytes: Uint8Array, width: number, height: number): void {
  for (let at = 2; at + 9 < bytes.length;) {
    if (bytes[at] !== 0xff) return;
    const marker = bytes[at + 1];
    if (marker === 0xff) {
      at++;
      continue;
    }
    const frame = marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker);
    if (frame) {
      const [rows, columns] = [5, 7].map((k) => bytes[at + k] * 256 + bytes[at + k + 1]);
      // Blocks at the edges may be padded to whole units of 16.
      if (rows > height + 16 || columns > width + 16)
        refuse(
          'ARTWORK_DAMAGED',
          t('tiff.partTiffDeclaresPixels', { columns, rows, width, height }),
        );
      return;
    }
    at += 2 + bytes[at + 2] * 256 + bytes[at + 3];
  }
}

/** Undoes horizontal differences (TIFF 6.0, section 14), in place. */
export function undoDifferences(
  block: Uint8Array,
  width: number,
  samples: number,
  bits: 8 | 16,
  littleEndian: boolean,
): void {
  const row = width * samples;
  if (bits === 8) {
    for (let begin = 0; begin + row <= block.length; begin += row)
      for (let i = begin + samples; i < begin + row; i++) block[i] += block[i - samples];
    return;
  }
  const view = new DataView(block.buffer, block.byteOffset, block.byteLength);
  for (let begin = 0; begin + row * 2 <= block.length; begin += row * 2)
    for (let i = begin + samples * 2; i < begin + row * 2; i += 2)
      view.setUint16(
        i,
        view.getUint16(i, littleEndian) + view.getUint16(i - samples * 2, littleEndian),
        littleEndian,
      );
}
