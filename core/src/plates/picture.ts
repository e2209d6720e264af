/** What a picture lays of colour, and how much ink meets at one place. */
import { PROCESS_NAMES } from '../artwork/index.ts';
import {
  inkSteps,
  InkTally,
  LevelTally,
  lowestOf,
  MixtureTally,
  MOST_PLATES,
  byteSum,
  type Band,
  type Raster,
} from '../raster/index.ts';
import type { ArtworkSide } from '../stack/index.ts';
import { RowQueue } from './rows.ts';
import type { PlateSpec } from './spec.ts';

/** Pixels from one that is looked at for how specials lie together to the next: a prime. */
const SAMPLE_STEP = 61;
/** Mixtures that are kept; what is rarer would change no figure. */
const MOST_LAID = 200;

/** One picture of a plan once its plates are built. */
export interface PictureMeasure {
  readonly picture: ArtworkSide;
  /** Mean of C, M, Y, K over everything printed, 0 to 1, with what the operator said of the spots carried out. */
  readonly process: readonly [c: number, m: number, y: number, k: number];
  /** How much ink meets at one place: which plates cover it, and how the sum of its process inks is spread there. */
  readonly ink: readonly InkPattern[];
  /** How the special plates lie over everything printed: their values together, 0 to 1 by key, and the share that has them. */
  readonly laid: readonly {
    readonly plates: Readonly<Record<string, number>>;
    readonly share: number;
  }[];
  /** Pixels of each value from 0 to 255, of C, M, Y, K and of each plate; only where an ink has a tone curve. */
  readonly levels?: {
    readonly process: readonly (readonly number[])[];
    readonly plates: Readonly<Record<string, readonly number[]>>;
    /** What two of C, M and Y have in common, the lesser of both at each pixel; for inks that stand in for the two. */
    readonly shared?: Readonly<Record<SharedInks, readonly number[]>>;
  };
}

/** Pairs of process inks for which one extra ink can stand in. */
export const SHARED_INKS = ['CM', 'CY', 'MY'] as const;
export type SharedInks = (typeof SHARED_INKS)[number];

export interface InkPattern {
  /** Keys of the plates that cover these pixels by more than half. */
  readonly plates: readonly string[];
  /** Pixels by the sum of their process inks in steps of `INK_STEP` percent, from 0. */
  readonly process: readonly number[];
}

/** Process ink and finished plates brought together again, row by row, as plates lag behind. */
export class PictureMeter {
  readonly #picture: ArtworkSide;
  readonly #keys: readonly string[];
  readonly #index: readonly number[];
  readonly #pixels: number;
  readonly #sums = [0, 0, 0, 0];
  readonly #steps = new RowQueue();
  readonly #plates: readonly RowQueue[];
  readonly #tally: InkTally;
  readonly #allKeys: readonly string[];
  readonly #levels: readonly LevelTally[] | undefined;
  readonly #shared: readonly LevelTally[] | undefined;
  readonly #laid: MixtureTally;
  #next = 0;

  /** @param levels whether the values of every plate are counted */
  constructor(picture: ArtworkSide, raster: Raster, specs: readonly PlateSpec[], levels: boolean) {
    const { width, height, channels } = raster;
    this.#picture = picture;
    this.#keys = specs.map(({ key }) => key).slice(0, MOST_PLATES);
    this.#index = PROCESS_NAMES.map((name) => channels.indexOf(name));
    this.#pixels = width * height;
    this.#plates = specs.map(() => new RowQueue());
    this.#tally = new InkTally(this.#keys.length);
    this.#laid = new MixtureTally(this.#keys);
    this.#allKeys = specs.map(({ key }) => key);
    if (levels) {
      this.#levels = [...PROCESS_NAMES, ...specs].map(() => new LevelTally());
      this.#shared = SHARED_INKS.map(() => new LevelTally());
    }
  }

  process({ planes }: Band, size: number): void {
    const inks = this.#index.map((i) => (i < 0 ? undefined : planes[i].subarray(0, size)));
    inks.forEach((plane, i) => {
      if (plane) {
        this.#sums[i] += byteSum(plane);
        this.#levels?.[i].count(plane);
      }
    });
    this.#shared?.forEach((tally, i) => {
      const [a, b] = Array.from(SHARED_INKS[i], (ink) => inks['CMYK'.indexOf(ink)]);
      if (a && b) tally.count(lowestOf(a.slice(), b));
    });
    this.#steps.push(inkSteps(inks, size));
  }

  plate(at: number, rows: Uint8Array): void {
    this.#plates[at].push(rows);
    this.#levels?.[PROCESS_NAMES.length + at].count(rows);
  }

  /** Counts as far as every plate has come. */
  count(): void {
    const ready = Math.min(this.#steps.length, ...this.#plates.map(({ length }) => length));
    if (ready <= 0) return;
    const steps = this.#steps.take(ready);
    const plates = this.#plates.map((queue) => queue.take(ready));
    this.#tally.count(steps, plates);
    this.#sample(steps, plates);
  }

  /** Every some pixels, which no width of a picture falls in step with for long. */
  #sample(steps: Uint8Array, plates: readonly Uint8Array[]): void {
    const own = plates.slice(0, this.#keys.length);
    let at = this.#next;
    for (; at < steps.length; at += SAMPLE_STEP) {
      if (steps[at] > 0 || own.some((plate) => plate[at] > 0)) this.#laid.count(own, at);
    }
    this.#next = at - steps.length;
  }

  measure(): PictureMeasure {
    const patterns = this.#tally.counts().map((process, pattern) => ({
      plates: this.#keys.filter((_key, p) => (pattern >> p) & 1),
      process,
    }));
    return {
      picture: this.#picture,
      process: this.#sums.map(
        (sum) => sum / (255 * this.#pixels),
      ) as unknown as PictureMeasure['process'],
      ink: patterns.filter(({ process }) => process.some((count) => count > 0)),
      laid: this.#laid
        .shares(MOST_LAID)
        .map(({ values, share }) => ({ plates: Object.fromEntries(values), share })),
      ...(this.#levels && { levels: this.#levelCounts(this.#levels) }),
    };
  }

  #levelCounts(levels: readonly LevelTally[]): NonNullable<PictureMeasure['levels']> {
    const [process, plates] = [
      levels.slice(0, PROCESS_NAMES.length),
      levels.slice(PROCESS_NAMES.length),
    ];
    return {
      // An ink that the artwork lacks has nothing everywhere.
      process: process.map((tally, i) => (this.#index[i] < 0 ? [this.#pixels] : tally.counts())),
      plates: Object.fromEntries(plates.map((tally, i) => [this.#allKeys[i], tally.counts()])),
      shared: Object.fromEntries(
        this.#shared!.map((tally, i) => {
          const lacks = Array.from(SHARED_INKS[i]).some(
            (ink) => this.#index['CMYK'.indexOf(ink)] < 0,
          );
          return [SHARED_INKS[i], lacks ? [this.#pixels] : tally.counts()];
        }),
      ) as Record<SharedInks, number[]>,
    };
  }
}
