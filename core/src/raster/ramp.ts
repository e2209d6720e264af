/**
 * Masks that rise from the edge of what is printed, by exact Euclidean distances in two scans, as in A. Meijster,
 * J. B. T. M. Roerdink, W. H. Hesselink, "A general algorithm for computing distance transforms in linear time", Mathematical
 * Morphology and its Applications to Image and Signal Processing (2000) 331–340. Time does not depend on the length.
 *
 * Nothing empty lies beyond the sheet: a plate that bleeds is not faded towards the trim.
 */
import { MaskKernel, strideOf } from './maskKernel.ts';

/** Distances are bytes here. */
export const MOST_RAMP = 254;
const SLICE_ROWS = 32;

/** Rows of distances to the nearest pixel of a kind in the same column, in a ring in the kernel's memory. */
class Gaps {
  readonly kernel: MaskKernel;
  readonly stride: number;
  readonly far: number;
  /** Rows that lie between a pixel and what may change it. */
  readonly reach: number;
  /** Room for whoever finishes rows. */
  readonly room: number;
  readonly slice: number;
  readonly #width: number;
  readonly #flip: number;
  readonly #ring: number;
  readonly #capacity: number;
  readonly #mask: number;
  taken = 0;
  given = 0;

  constructor(width: number, radius: number, kind: 'empty' | 'printed', room: number) {
    this.#width = width;
    this.stride = strideOf(width);
    this.reach = Math.floor(radius);
    this.far = this.reach + 1;
    this.#flip = kind === 'printed' ? 255 : 0;
    this.slice = Math.max(SLICE_ROWS, 2 * this.reach);
    this.#capacity = this.reach + this.slice + 1;
    this.kernel = MaskKernel.borrow((this.#capacity + 1) * this.stride + room);
    this.#mask = this.kernel.free;
    this.#ring = this.#mask + this.stride;
    this.room = this.#ring + this.#capacity * this.stride;
    // Above the first row there is none.
    this.kernel.bytes.fill(this.far, this.row(-1), this.row(-1) + this.stride);
  }

  row(y: number): number {
    return this.#ring + ((y + this.#capacity) % this.#capacity) * this.stride;
  }

  /** Takes at most a slice of rows. */
  take(rows: Uint8Array): void {
    const { bytes, call } = this.kernel;
    const size = this.stride - 16;
    const known = this.taken;
    for (let at = 0; at < rows.length; at += this.#width) {
      bytes.set(rows.subarray(at, at + this.#width), this.#mask);
      const y = this.taken++;
      call.fall(this.row(y), this.row(y - 1), this.#mask, size, this.far, this.#flip);
    }
    for (let y = this.taken - 2; y >= this.given; y--) {
      const lowered = call.rise(this.row(y), this.row(y + 1), size);
      // Rows above know this one already, and it is as it was.
      if (!lowered && y < known) break;
    }
  }
}

/** Rows in, rows out a radius later; what a finished row is differs. */
abstract class GapStream {
  readonly #width: number;
  protected readonly gaps: Gaps;

  constructor(width: number, radius: number, kind: 'empty' | 'printed', room: number) {
    this.#width = width;
    this.gaps = new Gaps(width, radius, kind, room);
  }

  /** @param gaps where the row's distances lie @param at where in `out` it goes */
  protected abstract finishRow(gaps: number, out: Uint8Array, at: number): void;

  /** @returns finished rows, a fresh array; they lag behind by the radius */
  push(rows: Uint8Array): Uint8Array {
    const { gaps } = this;
    const count = rows.length / this.#width;
    const ready = Math.max(0, gaps.taken + count - gaps.reach - gaps.given);
    const out = new Uint8Array(ready * this.#width);
    let filled = 0;
    for (let from = 0; from < count; from += gaps.slice) {
      const until = Math.min(count, from + gaps.slice);
      gaps.take(rows.subarray(from * this.#width, until * this.#width));
      filled = this.#give(out, filled, gaps.taken - gaps.reach);
    }
    return out;
  }

  finish(): Uint8Array {
    const { gaps } = this;
    const out = new Uint8Array((gaps.taken - gaps.given) * this.#width);
    this.#give(out, 0, gaps.taken);
    gaps.kernel.giveBack();
    return out;
  }

  #give(out: Uint8Array, filled: number, until: number): number {
    const { gaps } = this;
    for (; gaps.given < until; gaps.given++, filled += this.#width)
      this.finishRow(gaps.row(gaps.given), out, filled);
    return filled;
  }
}

/**
 * Masks that rise from nothing at the edge of what is printed to full so many pixels inside. The first pixel inside lies at
 * distance 1 from the empty one, so that its middle lies half a pixel in.
 */
export class RampStream extends GapStream {
  readonly #width: number;
  readonly #limit: number;
  readonly #table: number;

  /** @param length pixels, at most {@link MOST_RAMP} */
  constructor(width: number, length: number) {
    const limit = Math.floor(Math.max(1, length) ** 2);
    super(width, Math.max(1, length), 'empty', strideOf(width) * 13 + limit + 16);
    this.#width = width;
    this.#limit = limit;
    const { kernel, room, stride } = this.gaps;
    this.#table = room + stride * 13;
    for (let d = 0; d <= limit; d++)
      kernel.bytes[this.#table + d] =
        255 * Math.min(1, Math.max(0, Math.sqrt(d) - 0.5) / length) + 0.5;
  }

  protected finishRow(from: number, out: Uint8Array, at: number): void {
    const { kernel, room, stride, far } = this.gaps;
    const squared = room + stride;
    kernel.call.squaredRow(squared, from, this.#width, far, this.#limit, squared + stride * 4);
    kernel.call.ramp(room, squared, this.#width, this.#table);
    out.set(kernel.bytes.subarray(room, room + this.#width), at);
  }
}
