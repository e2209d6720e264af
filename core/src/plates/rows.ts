/** Rows on their way: what takes bands in and gives finished rows out, maybe later. */
import { joined, spareRows, type Band } from '../raster/index.ts';

/** Gives rows of one plate from the artwork's bands. Rows given are the taker's to keep and to change. */
export interface Flow {
  /** Only 0 and 255 come out. */
  readonly binary: boolean;
  push(band: Band): Uint8Array;
  finish(): Uint8Array;
}

/** Does one thing to rows of a plate. */
export interface Filter {
  push(rows: Uint8Array): Uint8Array;
  finish(): Uint8Array;
}

export const NO_ROWS = new Uint8Array(0);

/** A filter that needs no neighbours. */
export const pointwise = (change: (rows: Uint8Array) => Uint8Array): Filter => ({
  push: change,
  finish: () => NO_ROWS,
});

export const through = (flow: Flow, filter: Filter, binary: boolean): Flow => ({
  binary,
  push: (band) => filter.push(flow.push(band)),
  finish: () => joined(filter.push(flow.finish()), filter.finish()),
});

/** Two flows brought together again, as one may lag behind the other. `merge` may change its first rows and return them. */
export function together(
  one: Flow,
  other: Flow,
  binary: boolean,
  merge: (one: Uint8Array, other: Uint8Array) => Uint8Array,
): Flow {
  const [ones, others] = [new RowQueue(), new RowQueue()];
  const take = (a: Uint8Array, b: Uint8Array) => {
    ones.push(a);
    others.push(b);
    const ready = Math.min(ones.length, others.length);
    return ready === 0 ? NO_ROWS : merge(ones.take(ready), others.take(ready));
  };
  return {
    binary,
    push: (band) => take(one.push(band), other.push(band)),
    finish: () => take(one.finish(), other.finish()),
  };
}

/** Bytes that wait, oldest first. */
export class RowQueue {
  readonly #held: Uint8Array[] = [];
  length = 0;

  push(rows: Uint8Array): void {
    if (rows.length === 0) return;
    this.#held.push(rows);
    this.length += rows.length;
  }

  /** The oldest `length` bytes, taken off; that many must wait. */
  take(length: number): Uint8Array {
    if (length === 0) return NO_ROWS;
    this.length -= length;
    const [first] = this.#held;
    if (first.length === length) return this.#held.shift()!;
    const out = spareRows(length);
    for (let filled = 0; filled < length;) {
      const head = this.#held[0];
      const used = Math.min(head.length, length - filled);
      out.set(head.subarray(0, used), filled);
      filled += used;
      if (used === head.length) this.#held.shift();
      else this.#held[0] = head.subarray(used);
    }
    return out;
  }
}
