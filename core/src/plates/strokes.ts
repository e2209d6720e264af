/**
 * How thin the strokes of a plate are. Through the middle of a run of length h goes a run of length v down the column; the
 * stroke that both cross is hv / √(h² + v²) wide, exactly so for a straight one at any angle.
 *
 * Every fourth row is looked at, and long runs at every so many columns, so that a plate that is full costs little.
 */
import { runsOf } from '../raster/index.ts';

/** Strokes up to this count as thin, mm. */
const MOST_MM = 2;
/** Less than this of thinner strokes is noise, mm². */
const NOISE_MM2 = 0.2;
const EVERY = 4;
/** Widths are measured to a quarter of a pixel. */
const BIN = 4;

export class StrokeMeter {
  readonly #width: number;
  readonly #mm: number;
  readonly #cap: number;
  /** Rows around the one that is looked at, and the number of the newest. */
  readonly #ring: Uint8Array[] = [];
  #taken = 0;
  readonly #pixels: Float64Array;

  /** @param mm pixels a mm */
  constructor(width: number, mm: number) {
    this.#width = width;
    this.#mm = mm;
    this.#cap = Math.max(3, Math.ceil(MOST_MM * mm));
    this.#pixels = new Float64Array((this.#cap + 1) * BIN + 1);
  }

  /** @param rows stay as they are from now on */
  push(rows: Uint8Array): void {
    const size = 2 * this.#cap + 1;
    for (let at = 0; at < rows.length; at += this.#width) {
      this.#ring[this.#taken % size] = rows.subarray(at, at + this.#width);
      this.#taken++;
      this.#look(this.#taken - 1 - this.#cap);
    }
  }

  #look(y: number): void {
    if (y < 0 || y % EVERY !== 0) return;
    const cap = this.#cap;
    const size = 2 * cap + 1;
    const from = Math.max(0, y - cap);
    const to = Math.min(this.#taken, y + cap + 1);
    const rows = Array.from({ length: to - from }, (_, i) => this.#ring[(from + i) % size]);
    const middle = y - from;
    const runs = runsOf(rows[middle], 'printed');
    for (let i = 0; i < runs.length; i += 2) {
      const [start, end] = [runs[i], runs[i + 1]];
      const across = end - start;
      if (across <= cap) {
        // What touches the edge goes on beyond it.
        if (start === 0 || end === this.#width) continue;
        const { length, skew, least } = down(rows, middle, (start + end) >> 1);
        if (length > cap) {
          if (least >= across) this.#count(across, across);
        }
        // Where its middle is not the middle of the column too, a stroke begins or ends.
        else if (skew <= 1 + length / 4)
          this.#count((across * length) / Math.hypot(across, length), across);
      } else
        for (let x = start + (cap >> 1); x < end; x += cap) {
          const { length } = down(rows, middle, x);
          if (length <= cap) this.#count(length, Math.min(cap, end - x));
        }
    }
  }

  #count(wide: number, pixels: number): void {
    this.#pixels[Math.round(wide * BIN)] += pixels * EVERY;
  }

  /** Width of the thinnest strokes, mm; nothing if none is thinner than 2 mm. */
  finish(): number | null {
    for (let y = Math.max(0, this.#taken - this.#cap); y < this.#taken; y++) this.#look(y);
    let pixels = 0;
    for (const [bin, count] of this.#pixels.entries()) {
      pixels += count;
      if (pixels / this.#mm ** 2 > NOISE_MM2) return bin / BIN / this.#mm;
    }
    return null;
  }
}

/**
 * Length of the run down a column, without end where it leaves the rows; how far its middle lies from theirs, and how far it
 * goes on at least either way.
 */
function down(
  rows: readonly Uint8Array[],
  middle: number,
  x: number,
): { length: number; skew: number; least: number } {
  let top = middle;
  while (top > 0 && rows[top - 1][x] !== 0) top--;
  let bottom = middle;
  while (bottom < rows.length - 1 && rows[bottom + 1][x] !== 0) bottom++;
  const skew = Math.abs(bottom + top - 2 * middle);
  const ends = top === 0 || bottom === rows.length - 1;
  const least = Math.min(middle - top, bottom - middle);
  return { length: ends ? Infinity : bottom + 1 - top, skew, least };
}
