/**
 * Which pixels have one of a kind within a radius: choke looks for empty ones, spread for printed ones.
 *
 * Masks are bits here, 128 at a time. A disc is one chord in each of its rows: each row of pixels is widened by every chord, and
 * added to the rows that lie as far away as the chord, as in E. R. Urbach, M. H. F. Wilkinson, "Efficient 2-D grayscale
 * morphological transformations with arbitrary flat structuring elements", IEEE Transactions on Image Processing 17 (2008) 1–8
 * (from memory). A chord is widened out of the next shorter one, at most to twice its length at a time.
 *
 * Nothing of the kind lies beyond the sheet: a plate that bleeds is not pulled in from the trim.
 */
import { MaskKernel, strideOf } from './maskKernel.ts';
import { spareRows } from './spare.ts';

const NOTHING: Uint8Array = new Uint8Array(0);

/** Beyond this a distance transform takes less time, as it does not depend on the radius. */
export const MOST_REACH = 254;
/** As far as the kernel widens at a time. */
const MOST_WIDENED = 63;

/** The disc as the kernel wants it, from its shortest chord to its longest. */
function chordsOf(radius: number): number[] {
  const chords: number[] = [];
  let half = 0;
  for (let away = Math.floor(radius); away >= 0; away--) {
    const wanted = Math.floor(Math.sqrt(radius * radius - away * away));
    while (half < wanted) {
      const by = Math.min(wanted - half, half + 1, MOST_WIDENED);
      chords.push(by);
      half += by;
    }
    chords.push(-away);
  }
  return chords;
}

/** A disc, and a ring of rows of bits that it adds to; addresses are in the kernel's memory. */
interface Disc {
  readonly lag: number;
  readonly chords: number;
  readonly count: number;
  readonly ring: number;
  readonly rows: number;
  taken: number;
  given: number;
}

/** Discs one after another, which look for either kind in turns. Rows come out when as many below are known as they reach. */
export class ReachStream {
  readonly #width: number;
  /** Bytes of a row of bits, and from one to the next: sixteen bytes of nothing lie between them. */
  readonly #size: number;
  readonly #stride: number;
  readonly #kernel: MaskKernel;
  readonly #discs: readonly Disc[];
  readonly #flip: number;
  readonly #near: number;
  /** Where a row of bytes lies, and two rows of bits that take turns. */
  readonly #bytes: number;
  readonly #bits: number;
  readonly #lag: number;
  #taken = 0;
  #given = 0;
  #out = NOTHING;
  #filled = 0;

  /**
   * @param kind what is looked for first; a pixel that has one within the radius becomes one
   * @param radii pixels, 0 to {@link MOST_REACH}; may be fractions
   */
  constructor(width: number, kind: 'empty' | 'printed', ...radii: readonly number[]) {
    this.#width = width;
    this.#size = ((width + 127) >> 7) * 16;
    this.#stride = this.#size + 16;
    this.#flip = kind === 'printed' ? 255 : 0;
    this.#near = radii.length % 2 === 1 ? this.#flip : 255 - this.#flip;
    const bytes = strideOf(width);
    const discs = radii.map((radius) => {
      const [chords, rows] = [chordsOf(radius), 2 * Math.floor(radius) + 1];
      return { chords, rows, lag: Math.floor(radius), words: (chords.length * 4 + 15) & ~15 };
    });
    const room = discs.reduce(
      (sum, { rows, words }) => sum + words + rows * this.#stride,
      bytes + 16 + 2 * this.#stride,
    );
    this.#kernel = MaskKernel.borrow(room);
    this.#bytes = this.#kernel.free;
    this.#bits = this.#bytes + bytes + 16;
    this.#kernel.bytes.fill(0, this.#bits - 16, this.#bytes + room);
    let at = this.#bits + 2 * this.#stride;
    this.#discs = discs.map(({ chords, rows, lag, words }) => {
      this.#kernel.words(at, chords.length).set(chords);
      const ring = at + words;
      const disc = { lag, chords: at, count: chords.length, ring, rows, taken: 0, given: 0 };
      at = ring + rows * this.#stride;
      return disc;
    });
    this.#lag = discs.reduce((sum, { lag }) => sum + lag, 0);
  }

  /** @returns finished rows, a fresh array; they lag behind by the radii */
  push(rows: Uint8Array): Uint8Array {
    const { bytes, call } = this.#kernel;
    const count = rows.length / this.#width;
    this.#begin(Math.max(0, this.#taken + count - this.#lag - this.#given));
    for (let at = 0; at < rows.length; at += this.#width) {
      bytes.set(rows.subarray(at, at + this.#width), this.#bytes);
      this.#take(0, call.packRow(this.#bits, this.#bytes, this.#width, this.#flip));
    }
    this.#taken += count;
    return this.#out;
  }

  finish(): Uint8Array {
    this.#begin(this.#taken - this.#given);
    for (const [at, disc] of this.#discs.entries())
      while (disc.given < disc.taken) this.#pass(at, disc);
    this.#kernel.giveBack();
    return this.#out;
  }

  #begin(rows: number): void {
    this.#out = rows === 0 ? NOTHING : spareRows(rows * this.#width);
    this.#filled = 0;
  }

  /** Adds the row of bits to a disc. @param any 0 if the row is empty */
  #take(at: number, any: number): void {
    const disc = this.#discs[at];
    const { bytes, call } = this.#kernel;
    const y = disc.taken++;
    const fresh = disc.ring + ((y + disc.lag) % disc.rows) * this.#stride;
    bytes.fill(0, fresh, fresh + this.#size);
    if (any !== 0)
      call.addDisc(
        disc.chords,
        disc.count,
        this.#bits,
        this.#bits + this.#stride,
        disc.ring,
        disc.rows,
        this.#size,
        this.#stride,
        y,
      );
    if (y >= disc.lag) this.#pass(at, disc);
  }

  /** Hands a disc's next row to the disc that follows, or out. */
  #pass(at: number, disc: Disc): void {
    const { bytes, call } = this.#kernel;
    const row = disc.ring + (disc.given++ % disc.rows) * this.#stride;
    if (at + 1 < this.#discs.length) {
      this.#take(at + 1, call.invertBits(this.#bits, row, this.#width));
      return;
    }
    call.unpackRow(this.#bytes, row, this.#width, this.#near);
    this.#out.set(bytes.subarray(this.#bytes, this.#bytes + this.#width), this.#filled);
    this.#filled += this.#width;
    this.#given++;
  }
}
