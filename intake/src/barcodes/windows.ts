/** The page at one resolution, looked at through overlapping windows; it hands itself on at half the resolution. */
import { Halver, levelSize } from '@kyanos/core';
import type { ReadResult } from 'zxing-wasm/reader';
import { uprightBars, type Bars } from './bars.ts';
import { decoded, type Look } from './decoder.ts';
import { measured, type Measured } from './measured.ts';

/** Side of a window, pixels, and how far the next one lies: a code of up to half a window is whole in one of them. */
const WINDOW = 1024;
const STEP = WINDOW / 2;
/** Neighbouring windows that are worth a look are looked at in one, up to this width, pixels. */
const WIDEST = 2 * WINDOW;
/** Contrast between neighbours that may be a bar's edge. */
const EDGE = 60;
/**
 * Edges that a row or column needs: the shortest linear symbol has 21 bars and spaces, a matrix symbol far fewer, but in both
 * directions.
 */
const LINEAR_EDGES = 20;
const MATRIX_EDGES = 8;
const BUSY_LINES = 3;
const SAMPLE = 16;

/** A code as one window saw it. */
export interface Found extends Measured {
  readonly result: ReadResult;
  /** Pixels of a level to pixels of the page. */
  readonly scale: number;
  readonly left: number;
  readonly top: number;
}

/** Symbols that the decoder passes over, in the directions in which there are edges enough. */
async function bars(
  window: Uint8Array,
  width: number,
  height: number,
  { along, down }: Look,
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
  /** Edges of each half of the rows held, as far as they were looked at. */
  #edges: Edges[] = [];
  /** Rows held, and the page row of the first. */
  #held = 0;
  #top = 0;

  constructor(width: number, height: number, scale: number, found: Found[]) {
    this.#width = width;
    this.#scale = scale;
    this.#found = found;
    this.#rows = new Uint8Array(WINDOW * width);
    this.#halver = new Halver(width);
    if (Math.max(width, height) > WINDOW)
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
      const room = (WINDOW - this.#held) * this.#width;
      const part = rows.subarray(from, from + room);
      this.#rows.set(part, this.#held * this.#width);
      this.#held += part.length / this.#width;
      from += part.length;
      if (this.#held === WINDOW) {
        await this.#scan();
        this.#rows.copyWithin(0, STEP * this.#width);
        this.#held -= STEP;
        this.#edges.shift();
        this.#top += STEP;
      }
    }
  }

  async finish(): Promise<void> {
    const unseen = this.#top === 0 || this.#held > STEP;
    if (this.#decodes && unseen && this.#held > 0) await this.#scan();
    await this.#next?.finish();
  }

  async #scan(): Promise<void> {
    const height = this.#held;
    for (const { left, width, ...look } of this.#busy(height)) {
      if (width < 16 || height < 8) continue;
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
      for (const found of await bars(window, width, height, look)) {
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

  /**
   * The windows that hold enough fine contrast to be looked at, and how. Windows overlap, so edges are counted once for the half
   * windows they are made of.
   */
  #busy(height: number): readonly Part[] {
    const stride = this.#width;
    // The lower half of a strip is the upper half of the next.
    for (let top = this.#edges.length * STEP; top < height; top += STEP)
      this.#edges.push(edgesOf(this.#rows, stride, top, Math.min(height, top + STEP)));
    const along = this.#edges.flatMap((half) => half.along);
    const down = this.#edges[0].down.map((count, i) => count + (this.#edges[1]?.down[i] ?? 0));
    const busy = (lines: Iterable<number>, edges: number) => {
      let many = 0;
      for (const line of lines) if (line >= edges) many++;
      return many >= BUSY_LINES;
    };
    const parts: Part[] = [];
    for (let left = 0; left === 0 || left + STEP < stride; left += STEP) {
      const width = Math.min(WINDOW, stride - left);
      const half = left / STEP;
      const lines = along.map((counts) => counts[half] + (width > STEP ? counts[half + 1] : 0));
      const columns = down.subarray(left / SAMPLE, Math.ceil((left + width) / SAMPLE));
      const look = {
        along: busy(lines, LINEAR_EDGES),
        down: busy(columns, LINEAR_EDGES),
        matrix: busy(lines, MATRIX_EDGES) && busy(columns, MATRIX_EDGES),
      };
      if (!look.along && !look.down && !look.matrix) continue;
      const last = parts.at(-1);
      const wide = last && left + width - last.left;
      // It reaches over its neighbour where both are looked at, and is one with it.
      if (last && left < last.left + last.width && wide! <= WIDEST)
        parts[parts.length - 1] = {
          left: last.left,
          width: wide!,
          along: last.along || look.along,
          down: last.down || look.down,
          matrix: last.matrix || look.matrix,
        };
      else parts.push({ left, width, ...look });
    }
    return parts;
  }
}

/** Pixels from left to right, and what to look for. */
interface Part extends Look {
  readonly left: number;
  readonly width: number;
}

const isEdge = (difference: number) => difference > EDGE || difference < -EDGE;

/** Of every {@link SAMPLE}th row, by half windows, and of every such column. */
interface Edges {
  readonly along: readonly Uint16Array[];
  readonly down: Uint16Array;
}

function edgesOf(rows: Uint8Array, stride: number, top: number, bottom: number): Edges {
  const halves = Math.ceil(stride / STEP);
  const along = Array.from({ length: Math.ceil((bottom - top) / SAMPLE) }, (_, line) => {
    const counts = new Uint16Array(halves);
    const begin = (top + line * SAMPLE) * stride;
    for (let half = 0; half < halves; half++) {
      const end = begin + Math.min(stride, (half + 1) * STEP);
      for (let i = begin + half * STEP + 1; i < end; i++)
        if (isEdge(rows[i] - rows[i - 1])) counts[half]++;
    }
    return counts;
  });
  const down = new Uint16Array(Math.ceil(stride / SAMPLE));
  for (let y = Math.max(1, top); y < bottom; y++)
    for (let column = 0, i = y * stride; column < down.length; column++, i += SAMPLE)
      if (isEdge(rows[i] - rows[i - stride])) down[column]++;
  return { along, down };
}
