/** Counts of pixels by how much ink meets there and which plates cover them. */
import { fromInks } from './bytes.ts';
import { CHUNK, MaskKernel } from './maskKernel.ts';

/** The sum of the process inks is counted in steps of so many percent, from 0 to 400. */
export const INK_STEP = 5;
export const INK_STEPS = 400 / INK_STEP + 1;
/** Plates that are distinguished: a bit of a byte each. */
export const MOST_PLATES = 8;

/** Sum of the four inks of each pixel, in steps. @param process C, M, Y, K; nothing where there is no such ink */
export const inkSteps = (process: readonly (Uint8Array | undefined)[], size: number): Uint8Array =>
  fromInks(process, size, 'inkSteps');

export class InkTally {
  readonly #plates: number;
  readonly #counts: Float64Array;

  /** @param plates at most {@link MOST_PLATES} */
  constructor(plates: number) {
    this.#plates = plates;
    this.#counts = new Float64Array(INK_STEPS << plates);
  }

  /** @param steps as {@link inkSteps} gives them @param plates of the same pixels; those past the eighth are not distinguished */
  count(steps: Uint8Array, plates: readonly Uint8Array[]): void {
    const size = this.#counts.length;
    const kernel = MaskKernel.scratch(3 * CHUNK + size * 4);
    const { bytes, call, free } = kernel;
    const [pattern, stepsAt, plate, counts] = [0, 1, 2, 3].map((i) => free + i * CHUNK);
    bytes.fill(0, counts, counts + size * 4);
    for (let from = 0; from < steps.length; from += CHUNK) {
      const length = Math.min(CHUNK, steps.length - from);
      bytes.fill(0, pattern, pattern + length);
      plates.slice(0, this.#plates).forEach((rows, i) => {
        bytes.set(rows.subarray(from, from + length), plate);
        call.mark(pattern, plate, (length + 15) & ~15, 1 << i);
      });
      bytes.set(steps.subarray(from, from + length), stepsAt);
      call.tally(counts, pattern, stepsAt, length);
    }
    const counted = kernel.words(counts, size);
    for (let i = 0; i < size; i++) this.#counts[i] += counted[i];
  }

  /** Pixels of each step, for each pattern of plates: plate i is bit i. */
  counts(): number[][] {
    return Array.from({ length: 1 << this.#plates }, (_, pattern) =>
      Array.from(this.#counts.subarray(pattern * INK_STEPS, (pattern + 1) * INK_STEPS)),
    );
  }
}

const LEVELS = 256;

/** Counts pixels of each value of a plane. */
export class LevelTally {
  readonly #counts = new Float64Array(LEVELS);

  count(rows: Uint8Array): void {
    const kernel = MaskKernel.scratch(2 * CHUNK + LEVELS * 4);
    const { bytes, call, free } = kernel;
    const [pattern, values, counts] = [0, 1, 2].map((i) => free + i * CHUNK);
    bytes.fill(0, pattern, pattern + CHUNK);
    bytes.fill(0, counts, counts + LEVELS * 4);
    for (let from = 0; from < rows.length; from += CHUNK) {
      const length = Math.min(CHUNK, rows.length - from);
      bytes.set(rows.subarray(from, from + length), values);
      // One pattern only: the place of a count is the value itself.
      call.tally(counts, pattern, values, length);
    }
    const counted = kernel.words(counts, LEVELS);
    for (let i = 0; i < LEVELS; i++) this.#counts[i] += counted[i];
  }

  counts(): number[] {
    return Array.from(this.#counts);
  }
}
