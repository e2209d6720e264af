/** Edges of a level of a page, counted as its rows come: where there are enough of them, somebody looks for codes. */
import { edgesOf } from '@kyanos/core';
import { EDGE, isEdge, SAMPLE } from './hints.ts';

const CELL_BITS = 9;
/** Edges of whole rows and columns are counted in cells of this side, pixels. */
export const CELL = 1 << CELL_BITS;

/**
 * A matrix symbol has so many edges near one another, along its rows and down its columns: the smallest have eight modules one
 * way, and those of two to six pixels lie within a square. What is larger is looked at at half the resolution. Our own choice.
 */
const DENSE_EDGES = 4;
const SQUARE_BITS = 6;
const SQUARE = 1 << SQUARE_BITS;

/** Of every {@link SAMPLE}th row of a cell's height, by cells, and of every such column. */
interface Edges {
  readonly along: Uint16Array[];
  readonly down: Uint16Array;
}

/** A row of squares: 1 where edges lie near one another along a row, and down a column. */
interface Squares {
  readonly along: Uint8Array;
  readonly down: Uint8Array;
}

/** Pixels of a level. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

export class EdgeCounter {
  readonly #width: number;
  readonly #edges: Edges[] = [];
  readonly #squares: Squares[] = [];
  readonly #last: Uint8Array;
  readonly #lastBeside: Uint8Array;
  /** Rows of the last three edges of every {@link SAMPLE}th column, the oldest first. */
  readonly #before: Int32Array;
  /** Of the row that was looked along last. */
  #along: Along = { counts: new Uint16Array(0), squares: [], isBare: false };
  /** Some row since then was not as the one before it. */
  #changed = true;
  #y = 0;

  constructor(width: number) {
    this.#width = width;
    this.#last = new Uint8Array(width);
    this.#lastBeside = new Uint8Array(width);
    this.#before = new Int32Array(OLDER * Math.ceil(width / SAMPLE)).fill(-SQUARE);
  }

  /** @param beside the same rows of something else: what has an edge there as well is not counted */
  add(rows: Uint8Array, beside: Uint8Array | undefined): void {
    const width = this.#width;
    for (let o = 0; o < rows.length; o += width, this.#y++) {
      const y = this.#y;
      if (y % CELL === 0)
        this.#edges.push({ along: [], down: new Uint16Array(Math.ceil(width / SAMPLE)) });
      if (y % SQUARE === 0) {
        const across = Math.ceil(width / SQUARE);
        this.#squares.push({ along: new Uint8Array(across), down: new Uint8Array(across) });
      }
      const row = rows.subarray(o, o + width);
      const other = beside?.subarray(o, o + width);
      const last = o > 0 ? rows.subarray(o - width, o) : this.#last;
      const lastBeside = o > 0 ? beside?.subarray(o - width, o) : this.#lastBeside;
      // Most rows of a special are as the one before.
      const again = y > 0 && Buffer.compare(row, last) === 0;
      this.#changed ||= !again;
      if (y % SAMPLE === 0) {
        if (this.#changed || !this.#along.isBare) this.#along = edgesAlong(row, other);
        this.#changed = false;
        this.#edges.at(-1)!.along.push(this.#along.counts);
        for (const square of this.#along.squares) this.#squares.at(-1)!.along[square] = 1;
      }
      if (y > 0 && !again) this.#addDown(y, row, last, other, lastBeside);
    }
    if (rows.length > 0) this.#last.set(rows.subarray(rows.length - width));
    if (beside && beside.length > 0) this.#lastBeside.set(beside.subarray(beside.length - width));
  }

  #addDown(
    y: number,
    row: Uint8Array,
    last: Uint8Array,
    other: Uint8Array | undefined,
    lastBeside: Uint8Array | undefined,
  ): void {
    const { down } = this.#edges.at(-1)!;
    const before = this.#before;
    for (let x = 0, column = 0; x < row.length; x += SAMPLE, column++) {
      if (!isEdge(row[x] - last[x])) continue;
      if (other && lastBeside && isEdge(other[x] - lastBeside[x])) continue;
      down[column]++;
      const k = OLDER * column;
      const oldest = before[k];
      before.copyWithin(k, k + 1, k + OLDER);
      before[k + OLDER - 1] = y;
      if (y - oldest < SQUARE)
        this.#squares[(y + oldest) >> (SQUARE_BITS + 1)].down[x >> SQUARE_BITS] = 1;
    }
  }

  /** Counts of the cells from one row, where one begins, to another. */
  within(top: number, bottom: number): readonly Edges[] {
    return this.#edges.slice(top / CELL, Math.ceil(bottom / CELL));
  }

  /** What may hold a matrix symbol within a box, with room round it; undefined if nothing may. */
  dense({ left, top, width, height }: Box): Box | undefined {
    const [right, bottom] = [left + width, top + height];
    let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let r = top >> SQUARE_BITS; r << SQUARE_BITS < bottom; r++)
      for (let c = left >> SQUARE_BITS; c << SQUARE_BITS < right; c++) {
        const { along, down } = this.#squares[r];
        if (along[c] + down[c] === 0 || !this.#near(r, c, 'along') || !this.#near(r, c, 'down'))
          continue;
        [x0, x1] = [Math.min(x0, c), Math.max(x1, c)];
        [y0, y1] = [Math.min(y0, r), Math.max(y1, r)];
      }
    if (x0 === Infinity) return undefined;
    const from = [Math.max(left, (x0 - 1) * SQUARE), Math.max(top, (y0 - 1) * SQUARE)];
    const to = [Math.min(right, (x1 + 2) * SQUARE), Math.min(bottom, (y1 + 2) * SQUARE)];
    return { left: from[0], top: from[1], width: to[0] - from[0], height: to[1] - from[1] };
  }

  /** In this square or in one beside it. */
  #near(row: number, column: number, way: keyof Squares): boolean {
    for (let r = Math.max(0, row - 1); r <= row + 1 && r < this.#squares.length; r++)
      for (let c = Math.max(0, column - 1); c <= column + 1; c++)
        if (this.#squares[r][way][c] === 1) return true;
    return false;
  }
}

const OLDER = DENSE_EDGES - 1;

interface Along {
  /** How many there are in each cell. */
  readonly counts: Uint16Array;
  /** Where they lie near one another. */
  readonly squares: readonly number[];
  /** There are none, not even such as are beside as well. */
  readonly isBare: boolean;
}

function edgesAlong(row: Uint8Array, beside: Uint8Array | undefined): Along {
  const counts = new Uint16Array(Math.ceil(row.length / CELL));
  const squares: number[] = [];
  const all = edgesOf(row, EDGE);
  let [oldest, older, old] = [-SQUARE, -SQUARE, -SQUARE];
  for (const x of all) {
    if (beside && isEdge(beside[x] - beside[x - 1])) continue;
    // An edge between two cells is of neither.
    if (x % CELL !== 0) counts[x >> CELL_BITS]++;
    const square = (x + oldest) >> (SQUARE_BITS + 1);
    if (x - oldest < SQUARE && squares.at(-1) !== square) squares.push(square);
    oldest = older;
    older = old;
    old = x;
  }
  return { counts, squares, isBare: all.length === 0 };
}
