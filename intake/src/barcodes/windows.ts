/** The page at one resolution, looked at through overlapping windows; it hands itself on at half the resolution. */
import { Halver, levelSize } from '@kyanos/core';
import type { ReadResult } from 'zxing-wasm/reader';
import { uprightBars, type Bars } from './bars.ts';
import { decoded } from './decoder.ts';
import { measured, type Measured } from './measured.ts';

/** Side of a window, pixels, and how far the next one lies: a code of up to half a window is whole in one of them. */
const WINDOW = 1024;
const STEP = WINDOW / 2;
/** Contrast between neighbours that may be a bar's edge, and how many a row or column needs to be worth decoding. */
const EDGE = 60;
const EDGES = 8;
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
  along: boolean,
  down: boolean,
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
    const busy = this.#busy(height);
    for (let left = 0; left === 0 || left + STEP < this.#width; left += STEP) {
      const width = Math.min(WINDOW, this.#width - left);
      const { along, down } = busy(left, width);
      if (width < 16 || height < 8 || !(along || down)) continue;
      const window = new Uint8Array(width * height);
      for (let y = 0; y < height; y++)
        window.set(
          this.#rows.subarray(y * this.#width + left, y * this.#width + left + width),
          y * width,
        );
      for (const result of await decoded(window, width, height))
        this.#found.push({
          result,
          scale: this.#scale,
          left,
          top: this.#top,
          ...measured(result, window, width, height),
        });
      for (const found of await bars(window, width, height, along, down)) {
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
   * Which windows hold enough fine contrast along rows, or down columns, to be bars. Windows overlap, so edges are counted once for
   * the half windows they are made of.
   */
  #busy(height: number): (left: number, width: number) => { along: boolean; down: boolean } {
    const rows = this.#rows;
    const stride = this.#width;
    const halves = Math.ceil(stride / STEP);
    const along = Array.from({ length: Math.ceil(height / SAMPLE) }, () => new Uint16Array(halves));
    along.forEach((counts, line) => {
      const begin = line * SAMPLE * stride;
      for (let half = 0; half < halves; half++) {
        const end = begin + Math.min(stride, (half + 1) * STEP);
        let edges = 0;
        for (let i = begin + half * STEP + 1; i < end; i++) {
          const difference = rows[i] - rows[i - 1];
          if (difference > EDGE || difference < -EDGE) edges++;
        }
        counts[half] = edges;
      }
    });
    const down = new Uint16Array(Math.ceil(stride / SAMPLE));
    for (let y = 1; y < height; y++)
      for (let column = 0, i = y * stride; column < down.length; column++, i += SAMPLE) {
        const difference = rows[i] - rows[i - stride];
        if (difference > EDGE || difference < -EDGE) down[column]++;
      }
    return (left, width) => {
      const half = left / STEP;
      const lines = along.filter(
        (counts) => counts[half] + (width > STEP ? counts[half + 1] : 0) >= EDGES,
      );
      const columns = down.subarray(left / SAMPLE, Math.ceil((left + width) / SAMPLE));
      return {
        along: lines.length >= BUSY_LINES,
        down: columns.filter((edges) => edges >= EDGES).length >= BUSY_LINES,
      };
    };
  }
}
