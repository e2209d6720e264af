/** The page at one resolution, looked at through overlapping windows; it hands itself on at half the resolution. */
import { Halver, levelSize } from '@kyanos/core';
import type { ReadResult } from 'zxing-wasm/reader';
import { uprightBars, type Bars } from './bars.ts';
import { decoded, type Look } from './decoder.ts';
import { barsAcross, hasGround, isEdge, SAMPLE, type Window } from './hints.ts';
import { measured, type Measured } from './measured.ts';

/**
 * Windows overlap by so many pixels: a code that is no larger is whole in one of them, and what is larger is looked at at half the
 * resolution. Edges are counted in cells of this side.
 */
const CELL = 512;
/** Rows of a window, in cells. */
const CELLS_DOWN = 3;
const ROWS = CELLS_DOWN * CELL;
/** A window is at least two cells wide. Neighbours that are worth a look are looked at in one, up to this width, pixels. */
const NARROWEST = 2 * CELL;
const WIDEST = 5 * CELL;
/**
 * Edges that a row or column needs: the shortest linear symbol has 21 bars and spaces, a matrix symbol far fewer, but in both
 * directions.
 */
const LINEAR_EDGES = 20;
const MATRIX_EDGES = 8;
const BUSY_LINES = 3;

/** A code as one window saw it. */
export interface Found extends Measured {
  readonly result: ReadResult;
  /** Pixels of a level to pixels of the page. */
  readonly scale: number;
  readonly left: number;
  readonly top: number;
}

/** Linear symbols that the decoder passes over. */
async function bars(
  window: Uint8Array,
  width: number,
  height: number,
  { along, down }: Ways,
): Promise<(Measured & { result: ReadResult })[]> {
  const seen = along ? await uprightBars(window, width, height) : [];
  const upright = seen.map((one) => {
    const place = corners(one.begin, one.top, one.end, one.bottom);
    return told(one, place, 0);
  });
  if (!down) return upright;
  const turned = new Uint8Array(window.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) turned[x * height + y] = window[y * width + x];
  const lying = (await uprightBars(turned, height, width)).map((one) => {
    const place = corners(one.top, one.begin, one.bottom, one.end);
    return told(one, place, 90);
  });
  return [...upright, ...lying];
}

const corners = (left: number, top: number, right: number, bottom: number) => ({
  topLeft: { x: left, y: top },
  topRight: { x: right, y: top },
  bottomRight: { x: right, y: bottom },
  bottomLeft: { x: left, y: bottom },
});

function told(
  { result, modulePx, quiet, backwards }: Bars,
  position: ReturnType<typeof corners>,
  turn: number,
): Measured & { result: ReadResult } {
  const orientation = backwards ? turn + 180 : turn;
  return {
    result: { ...result, position: { ...result.position, ...position }, orientation },
    modulePx,
    quiet: backwards ? [quiet[1], quiet[0]] : quiet,
  };
}

/** Both seen at the same place of the page. */
function near(
  other: Found,
  { result }: { readonly result: ReadResult },
  scale: number,
  left: number,
  top: number,
): boolean {
  const middle = (
    { topLeft, bottomRight }: ReadResult['position'],
    by: number,
    x: number,
    y: number,
  ) => [((topLeft.x + bottomRight.x) / 2 + x) * by, ((topLeft.y + bottomRight.y) / 2 + y) * by];
  const [ax, ay] = middle(other.result.position, other.scale, other.left, other.top);
  const [bx, by] = middle(result.position, scale, left, top);
  const { topLeft, bottomRight } = result.position;
  const reach = Math.max(bottomRight.x - topLeft.x, bottomRight.y - topLeft.y) * scale;
  return Math.hypot(ax - bx, ay - by) < reach / 2;
}

export class Level {
  readonly #width: number;
  readonly #scale: number;
  readonly #found: Found[];
  readonly #rows: Uint8Array;
  readonly #next: Level | undefined;
  readonly #halver: Halver;
  #decodes = true;
  /** Edges of each cell's height of the rows held, as far as they were counted. */
  #edges: Edges[] = [];
  /** Rows held, and the page row of the first. */
  #held = 0;
  #top = 0;

  constructor(width: number, height: number, scale: number, found: Found[]) {
    this.#width = width;
    this.#scale = scale;
    this.#found = found;
    this.#rows = new Uint8Array(Math.min(ROWS, height) * width);
    this.#halver = new Halver(width);
    if (Math.max(width, height) > NARROWEST)
      this.#next = new Level(levelSize(width, 1), levelSize(height, 1), scale * 2, found);
  }

  /** Passes rows on without looking at them. */
  halvedOnly(): this {
    this.#decodes = this.#next === undefined;
    return this;
  }

  async add(rows: Uint8Array): Promise<void> {
    await this.#next?.add(this.#halver.push(rows));
    if (!this.#decodes) return;
    for (let from = 0; from < rows.length;) {
      const room = (ROWS - this.#held) * this.#width;
      const part = rows.subarray(from, from + room);
      this.#rows.set(part, this.#held * this.#width);
      this.#held += part.length / this.#width;
      from += part.length;
      if (this.#held === ROWS) {
        await this.#scan();
        // The last cells are the first of the next window.
        this.#rows.copyWithin(0, (ROWS - CELL) * this.#width);
        this.#held = CELL;
        this.#edges.splice(0, CELLS_DOWN - 1);
        this.#top += ROWS - CELL;
      }
    }
  }

  async finish(): Promise<void> {
    const unseen = this.#top === 0 || this.#held > CELL;
    if (this.#decodes && unseen && this.#held > 0) await this.#scan();
    await this.#next?.finish();
  }

  async #scan(): Promise<void> {
    const height = this.#held;
    if (this.#width < 16 || height < 8) return;
    for (const { left, width, look, linear } of this.#busy(height)) {
      const window = new Uint8Array(width * height);
      for (let y = 0; y < height; y++)
        window.set(
          this.#rows.subarray(y * this.#width + left, y * this.#width + left + width),
          y * width,
        );
      for (const result of await decoded(window, width, height, look))
        this.#found.push({
          result,
          scale: this.#scale,
          left,
          top: this.#top,
          ...measured(result, window, width, height),
        });
      for (const found of linear ? await bars(window, width, height, linear) : []) {
        // What the decoder read by itself it has measured too.
        const known = this.#found.some(
          (other) =>
            other.result.text === found.result.text &&
            near(other, found, this.#scale, left, this.#top),
        );
        if (!known) this.#found.push({ ...found, scale: this.#scale, left, top: this.#top });
      }
    }
  }

  /** The windows that hold enough fine contrast to be looked at, and what for. Edges are counted once for all windows over a cell. */
  #busy(height: number): readonly Part[] {
    const stride = this.#width;
    for (let top = this.#edges.length * CELL; top < height; top += CELL)
      this.#edges.push(edgesOf(this.#rows, stride, top, Math.min(height, top + CELL)));
    const along = this.#edges.flatMap((cells) => cells.along);
    const down = new Uint32Array(Math.ceil(stride / SAMPLE));
    for (const cells of this.#edges) cells.down.forEach((count, i) => (down[i] += count));
    const parts: Part[] = [];
    for (let left = 0; left === 0 || left + CELL < stride; left += CELL) {
      const width = Math.min(NARROWEST, stride - left);
      const cell = left / CELL;
      const window = { rows: this.#rows, stride, left, width, height };
      const rows = along.map((counts) => counts[cell] + (width > CELL ? counts[cell + 1] : 0));
      const columns = down.subarray(left / SAMPLE, Math.ceil((left + width) / SAMPLE));
      parts.push(...partsOf(window, rows, columns));
    }
    return joined(parts);
  }
}

/** What one window is worth being looked at for, by the edges of its sampled rows and columns. */
function* partsOf(window: Window, rows: readonly number[], columns: Uint32Array): Generator<Part> {
  const [long, tall] = [busy(rows, LINEAR_EDGES), busy(columns, LINEAR_EDGES)];
  const hasMatrix = busy(rows, MATRIX_EDGES).length * busy(columns, MATRIX_EDGES).length > 0;
  if (!hasMatrix && long.length + tall.length === 0) return;
  const { left, width } = window;
  const inverted = hasGround(window);
  if (hasMatrix) yield { left, width, look: { kinds: ['matrix'], turned: true, inverted } };
  const across = barsAcross(window, 'row', long);
  const downward = barsAcross(window, 'column', tall);
  const linear = waysOf(across.linear, downward.linear);
  if (linear)
    yield { left, width, look: { kinds: ['linear'], turned: linear.down, inverted }, linear };
  const stacked = waysOf(across.stacked, downward.stacked);
  // The decoder reads none that is lighter than its ground.
  if (stacked)
    yield { left, width, look: { kinds: ['stacked'], turned: stacked.down, inverted: false } };
}

/** Neighbours that are looked at for matrix symbols reach over one another, and become one; bars are looked for where they are. */
function joined(parts: readonly Part[]): Part[] {
  const bars = parts.filter(({ look }) => !look.kinds.includes('matrix'));
  const matrix: Part[] = [];
  for (const part of parts.filter(({ look }) => look.kinds.includes('matrix'))) {
    const last = matrix.at(-1);
    const width = last ? part.left + part.width - last.left : 0;
    if (!last || part.left >= last.left + last.width || width > WIDEST) matrix.push(part);
    else
      matrix[matrix.length - 1] = {
        left: last.left,
        width,
        look: { ...part.look, inverted: part.look.inverted || last.look.inverted },
      };
  }
  return [...matrix, ...bars];
}

/** Which way bars stand: across the rows, across the columns. */
interface Ways {
  readonly along: boolean;
  readonly down: boolean;
}

const waysOf = (along: boolean, down: boolean): Ways | undefined =>
  along || down ? { along, down } : undefined;

/** Pixels from left to right, and what to look for. */
interface Part {
  readonly left: number;
  readonly width: number;
  readonly look: Look;
  /** Linear symbols that the decoder may pass over. */
  readonly linear?: Ways;
}

/** Lines, of those that were sampled, with so many edges; none where they are fewer than a symbol has. */
function busy(edges: ArrayLike<number>, least: number): number[] {
  const lines: number[] = [];
  for (let i = 0; i < edges.length; i++) if (edges[i] >= least) lines.push(i * SAMPLE);
  return lines.length >= BUSY_LINES ? lines : [];
}

/** Of every {@link SAMPLE}th row, by cells, and of every such column. */
interface Edges {
  readonly along: readonly Uint16Array[];
  readonly down: Uint16Array;
}

function edgesOf(rows: Uint8Array, stride: number, top: number, bottom: number): Edges {
  const cells = Math.ceil(stride / CELL);
  const along = Array.from({ length: Math.ceil((bottom - top) / SAMPLE) }, (_, line) => {
    const counts = new Uint16Array(cells);
    const begin = (top + line * SAMPLE) * stride;
    for (let cell = 0; cell < cells; cell++) {
      const end = begin + Math.min(stride, (cell + 1) * CELL);
      for (let i = begin + cell * CELL + 1; i < end; i++)
        if (isEdge(rows[i] - rows[i - 1])) counts[cell]++;
    }
    return counts;
  });
  const down = new Uint16Array(Math.ceil(stride / SAMPLE));
  for (let y = Math.max(1, top); y < bottom; y++)
    for (let column = 0, i = y * stride; column < down.length; column++, i += SAMPLE)
      if (isEdge(rows[i] - rows[i - stride])) down[column]++;
  return { along, down };
}
