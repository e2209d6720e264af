/**
 * The most equal pieces on one rectangle, in either direction: the pallet loading problem. Blocks are cut off along
 * lines at sums of piece lengths, five at a time around a middle one, each of them filled in the same way (the
 * recursive five-block procedure of Morabito and Morales, J. Oper. Res. Soc. 49, 1998, from memory). What it finds is
 * compared with bounds that no layout can pass.
 */
import { SLACK, type Size, type Strip } from './pieces.ts';

/** Ways of cutting that are looked at before the search is content with what it has: into plain blocks, and into cut ones. */
const MOST_PLAIN_TRIES = 700_000;
const MOST_TRIES = 20_000;
/** Cuts along one side; where there are more, a better layout gains less than a piece in a hundred. */
const MOST_CUTS = 40;
/** Sums of piece lengths along a side beyond which only some, evenly spread, are looked at. */
const MANY_SUMS = 1500;
/** Blocks within blocks. */
const MOST_DEPTH = 3;
/** Resolution of lengths in the search, mm. */
const STEP = 0.01;

interface Block {
  readonly x: number;
  readonly y: number;
  readonly columns: number;
  readonly rows: number;
  readonly turned: boolean;
}

/** Room and piece with their gaps, in whole steps: room rounded down, pieces up, never the other way. */
function inSteps(room: Size, piece: Size, gap: number) {
  const down = (mm: number) => Math.floor((mm + gap) / STEP + SLACK);
  const up = (mm: number) => Math.ceil((mm + gap) / STEP - SLACK);
  return { W: down(room.width), H: down(room.height), w: up(piece.width), h: up(piece.height) };
}

/**
 * @param room inside the margins
 * @returns rows of pieces, from the corner of the room
 */
export function mostPieces(room: Size, piece: Size, gap: number): readonly Strip[] {
  const { W, H, w, h } = inSteps(room, piece, gap);
  if (W <= 0 || H <= 0) return [];
  return new Search(w, h).blocks(W, H).flatMap(({ x, y, columns, rows, turned }) =>
    Array.from({ length: rows }, (_, row) => ({
      left: x * STEP,
      top: (y + row * (turned ? w : h)) * STEP,
      count: columns,
      turned,
    })),
  );
}

type Cut = readonly [x1: number, x2: number, y1: number, y2: number];

/** The parts of a rectangle around the middle one; a plain cut in two where lines fall together. */
const partsOf = (W: number, H: number, [x1, x2, y1, y2]: Cut) =>
  [
    [0, 0, x1, y2],
    [x1, 0, W - x1, y1],
    [x1, y1, x2 - x1, y2 - y1],
    [0, y2, x2, H - y2],
    [x2, y1, W - x2, H - y1],
  ] as const;

interface Found {
  readonly count: number;
  /** Nothing where all pieces lie one way round. */
  readonly cut?: Cut;
}

class Search {
  readonly #w: number;
  readonly #h: number;
  /** What was found of a rectangle, by how deep it was looked into. */
  readonly #known = Array.from({ length: MOST_DEPTH + 1 }, () => new Map<number, Found>());
  readonly #bounds = new Map<number, number>();
  readonly #cuts = new Map<number, readonly number[]>();
  #tries = 0;
  #plainTries = 0;

  constructor(w: number, h: number) {
    this.#w = w;
    this.#h = h;
  }

  get #spent(): boolean {
    return this.#tries >= MOST_TRIES || this.#plainTries >= MOST_PLAIN_TRIES;
  }

  blocks(W: number, H: number): readonly Block[] {
    const bound = this.#bound(W, H);
    let depth = 1;
    // Deeper only as long as there is something to be gained.
    while (depth < MOST_DEPTH && this.#best(W, H, depth).count < bound && !this.#spent) depth++;
    return this.#blocksOf(W, H, depth, 0, 0);
  }

  #best(W: number, H: number, depth: number): Found {
    const plain = this.#plain(W, H);
    if (depth === 0 || plain === 0) return { count: plain };
    const bound = this.#bound(W, H);
    if (plain === bound) return { count: plain };
    const key = keyOf(W, H);
    const known = this.#known[depth].get(key);
    if (known) return known;
    const best =
      depth > 1
        ? this.#deeper(W, H, depth, this.#best(W, H, depth - 1), bound)
        : this.#around(W, H, { count: plain }, bound);
    this.#known[depth].set(key, best);
    return best;
  }

  /** Five plain blocks around one another: the most of all cuts. */
  #around(W: number, H: number, best: Found, bound: number): Found {
    const [xs, ys] = [this.#cutsOf(W), this.#cutsOf(H)];
    const [acrossW, acrossH] = [steps(xs, this.#w), steps(xs, this.#h)];
    const [alongW, alongH] = [steps(ys, this.#w), steps(ys, this.#h)];
    const [m, n] = [xs.length, ys.length];
    /** Pieces between two cuts either way. */
    const block = (x: number, y: number) =>
      Math.max(acrossW[x] * alongH[y], acrossH[x] * alongW[y]);
    for (let i1 = 0; i1 < m; i1++)
      for (let i2 = i1; i2 < m; i2++) {
        const [left, right] = [i1 * m + (m - 1), i2 * m + (m - 1)];
        for (let k1 = 0; k1 < n; k1++) {
          const below = block(left, k1);
          for (let k2 = k1; k2 < n; k2++) {
            const count =
              block(i1, k2) +
              below +
              block(i1 * m + i2, k1 * n + k2) +
              block(i2, k2 * n + (n - 1)) +
              block(right, k1 * n + (n - 1));
            if (count > best.count) {
              best = { count, cut: [xs[i1], xs[i2], ys[k1], ys[k2]] };
              if (count >= bound) return best;
            }
          }
        }
        this.#plainTries += (n * n) / 2;
        if (this.#plainTries > MOST_PLAIN_TRIES) return best;
      }
    return best;
  }

  /** Five parts that are cut again themselves. */
  #deeper(W: number, H: number, depth: number, best: Found, bound: number): Found {
    const [xs, ys] = [this.#cutsOf(W), this.#cutsOf(H)];
    for (const x1 of xs)
      for (const x2 of xs) {
        if (x2 < x1) continue;
        for (const y1 of ys)
          for (const y2 of ys) {
            if (y2 < y1) continue;
            if (best.count >= bound || this.#spent) return best;
            this.#tries++;
            const count = this.#countOf(W, H, x1, x2, y1, y2, best.count, depth - 1);
            if (count > best.count) best = { count, cut: [x1, x2, y1, y2] };
          }
      }
    return best;
  }

  /** Pieces on all parts of a cut; 0 as soon as they can't be more than `least`. */
  #countOf(
    W: number,
    H: number,
    x1: number,
    x2: number,
    y1: number,
    y2: number,
    least: number,
    depth: number,
  ): number {
    const whole = (width: number, height: number) => width === W && height === H;
    if (whole(x1, y2) || whole(W - x1, y1) || whole(x2 - x1, y2 - y1)) return 0;
    if (whole(x2, H - y2) || whole(W - x2, H - y1)) return 0;
    const parts = partsOf(W, H, [x1, x2, y1, y2]);
    let open = 0;
    for (const [, , width, height] of parts) open += this.#bound(width, height);
    if (open <= least) return 0;
    let count = 0;
    for (const [, , width, height] of parts) {
      const found = this.#best(width, height, depth).count;
      open += found - this.#bound(width, height);
      if (open <= least) return 0;
      count += found;
    }
    return count;
  }

  #blocksOf(W: number, H: number, depth: number, x: number, y: number): readonly Block[] {
    const { cut } = this.#best(W, H, depth);
    if (cut)
      return partsOf(W, H, cut).flatMap(([left, top, width, height]) =>
        this.#blocksOf(width, height, this.#depthOf(W, H, depth, cut) - 1, x + left, y + top),
      );
    const turned = this.#grid(W, H, true) > this.#grid(W, H, false);
    const [a, b] = turned ? [this.#h, this.#w] : [this.#w, this.#h];
    const [columns, rows] = [Math.floor(W / a), Math.floor(H / b)];
    return columns * rows > 0 ? [{ x, y, columns, rows, turned }] : [];
  }

  /** How deep the search was when it found this cut: a deeper one that finds nothing better keeps it. */
  #depthOf(W: number, H: number, depth: number, cut: Cut): number {
    const key = keyOf(W, H);
    let found = depth;
    while (found > 1 && this.#known[found - 1].get(key)?.cut === cut) found--;
    return found;
  }

  #grid(W: number, H: number, turned: boolean): number {
    return turned
      ? Math.floor(W / this.#h) * Math.floor(H / this.#w)
      : Math.floor(W / this.#w) * Math.floor(H / this.#h);
  }

  /** All one way round. */
  #plain(W: number, H: number): number {
    return Math.max(this.#grid(W, H, false), this.#grid(W, H, true));
  }

  #bound(W: number, H: number): number {
    if (W <= 0 || H <= 0) return 0;
    const key = keyOf(W, H);
    let bound = this.#bounds.get(key);
    if (bound === undefined) this.#bounds.set(key, (bound = boundOf(W, H, this.#w, this.#h)));
    return bound;
  }

  #cutsOf(side: number): readonly number[] {
    let cuts = this.#cuts.get(side);
    if (!cuts) this.#cuts.set(side, (cuts = cutsOf(side, this.#w, this.#h)));
    return cuts;
  }
}

/** How many lengths fit between any two cuts, from the first at i × n to the second: a table of n × n. */
function steps(cuts: readonly number[], length: number): Uint16Array {
  const n = cuts.length;
  const table = new Uint16Array(n * n);
  for (let i = 0; i < n; i++)
    for (let k = i; k < n; k++) table[i * n + k] = Math.floor((cuts[k] - cuts[i]) / length);
  return table;
}

const keyOf = (W: number, H: number): number => W * 4_194_304 + H;

/**
 * Where a side may be cut: sums of piece lengths, but of those that leave the same room on the other side only one (reduced
 * raster points; Scheithauer and Terno, Eur. J. Oper. Res. 88, 1996, from memory).
 */
function cutsOf(side: number, w: number, h: number): readonly number[] {
  const sums = new Set<number>([0]);
  if ((side / w) * (side / h) > MANY_SUMS)
    for (let i = 0; i < MANY_SUMS / 10; i++) sums.add(usable((side * i * 10) / MANY_SUMS, w, h));
  else
    for (let i = 0; i * w <= side; i++)
      for (let k = 0; i * w + k * h <= side; k++) sums.add(i * w + k * h);
  const reduced = new Set<number>([0, side]);
  for (const sum of sums) reduced.add(usable(side - sum, w, h));
  const all = [...reduced].sort((a, b) => a - b);
  if (all.length <= MOST_CUTS) return all;
  return Array.from(
    { length: MOST_CUTS },
    (_, i) => all[Math.round((i * (all.length - 1)) / (MOST_CUTS - 1))],
  );
}

/** The largest sum of piece lengths that fits along a side: what is over can't be covered. */
function usable(side: number, w: number, h: number): number {
  let most = 0;
  for (let i = 0; i * w <= side; i++)
    most = Math.max(most, i * w + Math.floor((side - i * w) / h) * h);
  return most;
}

/**
 * No more pieces than this: by the area that sums of pieces can cover, and by what bars as long as either side of the
 * piece must waste (Barnes, Discrete Mathematics 26, 1979, from memory). In steps.
 */
function boundOf(W: number, H: number, w: number, h: number): number {
  const [a, b] = [usable(W, w, h), usable(H, w, h)];
  const area = a * b;
  const byArea = Math.floor(area / (w * h));
  const waste = Math.max(barWaste(a, b, w), barWaste(a, b, h));
  return Math.min(byArea, Math.floor((area - waste) / (w * h)));
}

/** Area that bars of length `bar` and the width of one step must leave of a rectangle. */
function barWaste(W: number, H: number, bar: number): number {
  const [r, s] = [W % bar, H % bar];
  return Math.min(r * s, (bar - r) * (bar - s));
}

/** No layout has more pieces on the room than this. Here room is rounded up and pieces down, never the other way. */
export function mostBound(room: Size, piece: Size, gap: number, mixed: boolean): number {
  const up = (mm: number) => Math.ceil((mm + gap) / STEP - SLACK);
  const down = (mm: number) => Math.max(1, Math.floor((mm + gap) / STEP + SLACK));
  const [W, H, w, h] = [up(room.width), up(room.height), down(piece.width), down(piece.height)];
  if (W <= 0 || H <= 0) return 0;
  return mixed ? boundOf(W, H, w, h) : Math.floor(W / w) * Math.floor(H / h);
}
