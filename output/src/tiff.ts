/**
 * Plates as TIFF, written band by band: named inks in planes, deflated. Source: TIFF 6.0, sections 2, 8, 16 (CMYK images) and
 * its later technical note on Deflate; BigTIFF where four gigabytes would not do.
 */
import { closeSync, openSync, writeSync } from 'node:fs';
import { deflateSync } from 'node:zlib';
import { BAND_ROWS } from '@kyanos/core';

export interface TiffSize {
  readonly width: number;
  readonly height: number;
  readonly dpi: number;
}

type FieldType = 2 | 3 | 4 | 5 | 16;
type Field = readonly [tag: number, type: FieldType, values: readonly number[] | Uint8Array];
const BYTES: Readonly<Record<FieldType, number>> = { 2: 1, 3: 2, 4: 4, 5: 8, 16: 8 };
const PROCESS = 4;
/** Below this an offset of 32 bits reaches every byte, packing that gains nothing included. */
const CLASSIC_BYTES = 3.9e9;

export class TiffWriter {
  readonly #handle: number;
  readonly #size: TiffSize;
  readonly #names: readonly string[];
  readonly #big: boolean;
  /** Places and lengths of strips: a band of one plane after another, plane by plane in the directory. */
  readonly #offsets: number[][];
  readonly #counts: number[][];
  #at: number;

  /**
   * @param names of the planes. Four and more that begin with the process inks make a picture of inks; one alone is a grey
   *   picture in which full ink is black.
   */
  constructor(path: string, size: TiffSize, names: readonly string[]) {
    this.#handle = openSync(path, 'w');
    this.#size = size;
    this.#names = names;
    this.#big = size.width * size.height * names.length > CLASSIC_BYTES;
    this.#offsets = names.map(() => []);
    this.#counts = names.map(() => []);
    this.#at = this.#big ? 16 : 8;
  }

  /** The next rows of every plane, {@link BAND_ROWS} of them but for the last time. */
  write(planes: readonly Uint8Array[]): void {
    planes.forEach((plane, i) => {
      const packed = deflateSync(plane, { level: 6 });
      this.#offsets[i].push(this.#at);
      this.#counts[i].push(packed.length);
      this.#put(packed);
    });
  }

  close(): void {
    const directory = this.#at + (this.#at % 2);
    this.#at = directory;
    this.#put(this.#directory(directory));
    const head = Buffer.alloc(this.#big ? 16 : 8);
    head.write('II');
    head.writeUInt16LE(this.#big ? 43 : 42, 2);
    if (this.#big) {
      head.writeUInt16LE(8, 4);
      head.writeBigUInt64LE(BigInt(directory), 8);
    } else head.writeUInt32LE(directory, 4);
    writeSync(this.#handle, head, 0, head.length, 0);
    closeSync(this.#handle);
  }

  #put(bytes: Uint8Array): void {
    for (let done = 0; done < bytes.length;)
      done += writeSync(this.#handle, bytes, done, bytes.length - done, this.#at + done);
    this.#at += bytes.length;
  }

  #fields(): Field[] {
    const { width, height, dpi } = this.#size;
    const n = this.#names.length;
    const inks = n > 1;
    const place: FieldType = this.#big ? 16 : 4;
    // A ten-thousandth of a dot per inch is finer than any machine.
    const resolution = [Math.round(dpi * 10_000), 10_000];
    return [
      [256, 4, [width]],
      [257, 4, [height]],
      [258, 3, this.#names.map(() => 8)],
      [259, 3, [8]],
      // Inks, or a grey picture whose zero is white.
      [262, 3, [inks ? 5 : 0]],
      [273, place, this.#offsets.flat()],
      [277, 3, [n]],
      [278, 4, [Math.min(BAND_ROWS, height)]],
      [279, place, this.#counts.flat()],
      [282, 5, resolution],
      [283, 5, resolution],
      [284, 3, [inks ? 2 : 1]],
      [296, 3, [2]],
      ...(inks
        ? ([
            [332, 3, [n === PROCESS ? 1 : 2]],
            [333, 2, Buffer.from(this.#names.map((name) => `${name}\0`).join(''), 'utf8')],
            [334, 3, [n]],
            ...(n > PROCESS ? [[338, 3, Array<number>(n - PROCESS).fill(0)] as const] : []),
          ] as Field[])
        : []),
    ];
  }

  /** The directory with what does not fit into its entries behind it. */
  #directory(at: number): Buffer {
    const fields = this.#fields();
    const [countBytes, entryBytes, nextBytes, inline] = this.#big ? [8, 20, 8, 8] : [2, 12, 4, 4];
    const table = countBytes + fields.length * entryBytes + nextBytes;
    const count = ([, type, values]: Field) => (type === 5 ? values.length / 2 : values.length);
    const length = (field: Field) => count(field) * BYTES[field[1]];
    const outside = fields.reduce(
      (sum, field) => sum + (length(field) > inline ? length(field) + 8 : 0),
      0,
    );
    const out = Buffer.alloc(table + outside);
    if (this.#big) out.writeBigUInt64LE(BigInt(fields.length));
    else out.writeUInt16LE(fields.length);
    let free = table;
    fields.forEach((field, i) => {
      const [tag, type, values] = field;
      const entry = countBytes + i * entryBytes;
      out.writeUInt16LE(tag, entry);
      out.writeUInt16LE(type, entry + 2);
      let target = entry + entryBytes - inline;
      if (this.#big) out.writeBigUInt64LE(BigInt(count(field)), entry + 4);
      else out.writeUInt32LE(count(field), entry + 4);
      if (length(field) > inline) {
        free += free % 2;
        if (this.#big) out.writeBigUInt64LE(BigInt(at + free), target);
        else out.writeUInt32LE(at + free, target);
        target = free;
        free += length(field);
      }
      values.forEach((value: number, k: number) => {
        if (type === 2) out[target + k] = value;
        else if (type === 3) out.writeUInt16LE(value, target + k * 2);
        else if (type === 16) out.writeBigUInt64LE(BigInt(value), target + k * 8);
        else out.writeUInt32LE(value, target + k * 4);
      });
    });
    return out.subarray(0, free);
  }
}
