/** Planes of bytes as a whole, sixteen at a time in the kernel. Each operation says what it does to one pixel. */
import { CHUNK, MaskKernel, strideOf } from './maskKernel.ts';

const padded = (length: number) => (length + 15) & ~15;

/** The numbers by which the kernel knows them. */
export const OPERATIONS = ['highest', 'lowest', 'without', 'excess', 'where', 'orElse'] as const;
type Operation = (typeof OPERATIONS)[number];

const combining = (operation: Operation) => {
  const number = OPERATIONS.indexOf(operation);
  return (rows: Uint8Array, other: Uint8Array): Uint8Array => {
    const { bytes, call, free } = MaskKernel.scratch(2 * CHUNK);
    for (let from = 0; from < rows.length; from += CHUNK) {
      const until = Math.min(rows.length, from + CHUNK);
      bytes.set(rows.subarray(from, until), free);
      bytes.set(other.subarray(from, until), free + CHUNK);
      call.combine(free, free + CHUNK, padded(until - from), number);
      rows.set(bytes.subarray(free, free + until - from), from);
    }
    return rows;
  };
};

// Each changes the first plane in place and returns it.

/** The higher of two: for masks, printed in either. */
export const highestOf = combining('highest');
/** The lower of two: for masks, printed in both. */
export const lowestOf = combining('lowest');
/** The first, but no more than the other leaves free. */
export const withoutOf = combining('without');
/** How much the first is above the other. */
export const excessOf = combining('excess');
/** The other where the first is more than half, else nothing. */
export const otherWhere = combining('where');
/** The first, or the other where the first is nothing. */
export const orElse = combining('orElse');

/** Pairs of rows that are halved at a time take so many bytes, or one pair more. */
const HALVED = 4 * CHUNK;

/** Rows of half the width, rounded down, each pixel the mean of four. @param width at least 2; rows are taken in pairs */
export function halvedRows(rows: Uint8Array, width: number): Uint8Array {
  const pairs = Math.floor(rows.length / width / 2);
  const half = width >> 1;
  const most = Math.ceil(HALVED / (2 * width));
  const room = 2 * most * width + 32;
  const { bytes, call, free } = MaskKernel.scratch(room + most * half + 16);
  const out = new Uint8Array(pairs * half);
  for (let from = 0; from < pairs; from += most) {
    const count = Math.min(most, pairs - from);
    bytes.set(rows.subarray(2 * from * width, 2 * (from + count) * width), free);
    call.halve(free + room, free, width, count);
    out.set(bytes.subarray(free + room, free + room + count * half), from * half);
  }
  return out;
}

/**
 * Where the pixels of a row differ from the one before by more than `most`, in order.
 * @returns a view that the next call of anything here writes over
 */
export function edgesOf(row: Uint8Array, most: number): Uint32Array {
  const stride = strideOf(row.length);
  const kernel = MaskKernel.scratch(stride + 4 * row.length);
  const { bytes, call, free } = kernel;
  bytes.set(row, free);
  return kernel.words(free + stride, call.edges(free + stride, free, row.length, most));
}

/** Sum of all bytes of a plane. */
export function byteSum(plane: Uint8Array): number {
  const { bytes, call, free } = MaskKernel.scratch(CHUNK);
  let sum = 0;
  for (let from = 0; from < plane.length; from += CHUNK) {
    const length = Math.min(CHUNK, plane.length - from);
    bytes.set(plane.subarray(from, from + length), free);
    bytes.fill(0, free + length, free + padded(length));
    sum += call.total(free, padded(length));
  }
  return sum;
}

/** One plane from four, C, M, Y, K; nothing where there is no such ink. */
export function fromInks(
  process: readonly (Uint8Array | undefined)[],
  size: number,
  what: 'light' | 'vivid' | 'inkSteps',
): Uint8Array {
  const { bytes, call, free } = MaskKernel.scratch(5 * CHUNK);
  const out = new Uint8Array(size);
  const to = free + 4 * CHUNK;
  for (let from = 0; from < size; from += CHUNK) {
    const length = Math.min(CHUNK, size - from);
    const [c, m, y, k] = process.map((plane, i) => {
      const place = free + i * CHUNK;
      if (plane) bytes.set(plane.subarray(from, from + length), place);
      else bytes.fill(0, place, place + length);
      return place;
    });
    call[what](to, c, m, y, k, padded(length));
    out.set(bytes.subarray(to, to + length), from);
  }
  return out;
}

/** Tells of each pixel that is not 0, most of which are passed over four at a time. */
export function eachPrinted(rows: Uint8Array, found: (index: number) => void): void {
  const words =
    rows.byteOffset % 4 === 0
      ? new Uint32Array(rows.buffer, rows.byteOffset, rows.length >> 2)
      : new Uint32Array(0);
  const look = (from: number, to: number) => {
    for (let k = from; k < to; k++) if (rows[k] !== 0) found(k);
  };
  for (let i = 0; i < words.length; i++) if (words[i] !== 0) look(i * 4, i * 4 + 4);
  look(words.length * 4, rows.length);
}
