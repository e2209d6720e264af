/** How the values of several planes lie together. */

/** Values of a plane that are distinguished: none, full, and seven between. */
const LEVELS = 9;
const LEVEL = Uint8Array.from({ length: 256 }, (_, value) =>
  value === 0 ? 0 : Math.max(1, Math.round((value / 255) * (LEVELS - 1))),
);

/** One mixture of values and how common it is. */
export interface Mixture {
  /** Of each plane, in the order of the keys, 0 to 1. */
  readonly values: readonly (readonly [key: string, value: number])[];
  /** Of the pixels counted, 0 to 1. */
  readonly share: number;
}

/** Pixels counted by the values that their planes have there, each to one of nine levels. */
export class MixtureTally {
  readonly #keys: readonly string[];
  readonly #counts = new Map<number, number>();
  #pixels = 0;

  /** @param keys names of the planes, at most 16 */
  constructor(keys: readonly string[]) {
    this.#keys = keys;
  }

  /** Counts the pixel at a place of every plane; the planes stand in the order of the keys. */
  count(planes: readonly Uint8Array[], at: number): void {
    let place = 0;
    for (let p = 0; p < planes.length; p++) place = place * LEVELS + LEVEL[planes[p][at]];
    this.#counts.set(place, (this.#counts.get(place) ?? 0) + 1);
    this.#pixels++;
  }

  /** The commonest first. @param most how many are returned */
  shares(most = Infinity): Mixture[] {
    return [...this.#counts]
      .sort(([, a], [, b]) => b - a)
      .slice(0, most)
      .map(([place, count]) => ({ values: this.#valuesOf(place), share: count / this.#pixels }));
  }

  #valuesOf(place: number): Mixture['values'] {
    let rest = place;
    return this.#keys
      .toReversed()
      .map((key) => {
        const level = rest % LEVELS;
        rest = Math.floor(rest / LEVELS);
        return [key, level / (LEVELS - 1)] as const;
      })
      .toReversed();
  }
}
