/** The page at one resolution, looked at through overlapping windows; it hands itself on at half the resolution. */
import { Halver, levelSize } from '@kyanos/core';
import type { ReadResult } from 'zxing-wasm/reader';
import { uprightBars, type Bars } from './bars.ts';
import { decoded, type Look } from './decoder.ts';
import { CELL, EdgeCounter, type Box } from './edges.ts';
import { barsAcross, hasGround, SAMPLE, type Window } from './hints.ts';
import { measured, type Measured } from './measured.ts';

/**
 * Rows of a window, in cells. Windows overlap by a cell: a code that is no larger is whole in one of them, and what is larger is
 * looked at at half the resolution.
 */
const CELLS_DOWN = 3;
const ROWS = CELLS_DOWN * CELL;
/** A window is at least two cells wide. Neighbours that are worth a look are looked at in one, up to this width, pixels. */
const NARROWEST = 2 * CELL;
const WIDEST = 5 * CELL;
/** A page is halved until its longer side is no more: the coarsest symbol that fills one has eight modules, few pixels each then. */
const COARSEST = 128;
/** Edges that a row or column needs: the shortest linear symbol has 21 bars and spaces, a large matrix symbol has fewer both ways. */
const BAR_EDGES = 20;
const MODULE_EDGES = 8;
/** Such lines, for a large symbol or amid type, every second of those that were counted; bars that stand alone may be lower. */
const BUSY_LINES = 3;
const FEW_LINES = 8;
const LOW_LINES = 2;

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
  { along, down }: Directions,
): Promise<(Measured & { result: ReadResult })[]> {
  const seen = along ? await uprightBars(window, width, height) : [];
  const upright = seen.map((one) => {
    const place = corners(one.begin, one.top, one.end, one.bottom);
    return placed(one, place, 0);
  });
  if (!down) return upright;
  const turned = new Uint8Array(window.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) turned[x * height + y] = window[y * width + x];
  const lying = (await uprightBars(turned, height, width)).map((one) => {
    const place = corners(one.top, one.begin, one.bottom, one.end);
    return placed(one, place, 90);
  });
  return [...upright, ...lying];
}

const corners = (left: number, top: number, right: number, bottom: number) => ({
  topLeft: { x: left, y: top },
  topRight: { x: right, y: top },
  bottomRight: { x: right, y: bottom },
  bottomLeft: { x: left, y: bottom },
});

function placed(
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
  readonly #halverBeside: Halver;
  #decodes = true;
  readonly #edges: EdgeCounter;
  /** All of the page was in one window already, at a finer level: its bars were seen there. */
  readonly #onlyMatrix: boolean;
  /** Rows held, and the page row of the first. */
  #held = 0;
  #top = 0;

  constructor(width: number, height: number, scale: number, found: Found[], onlyMatrix = false) {
    this.#onlyMatrix = onlyMatrix;
    this.#width = width;
    this.#scale = scale;
    this.#found = found;
    this.#rows = new Uint8Array(Math.min(ROWS, height) * width);
    this.#halver = new Halver(width);
    this.#halverBeside = new Halver(width);
    this.#edges = new EdgeCounter(width);
    const longer = Math.max(width, height);
    if (longer > COARSEST)
      this.#next = new Level(
        levelSize(width, 1),
        levelSize(height, 1),
        scale * 2,
        found,
        longer <= NARROWEST,
      );
  }

  /** Passes rows on without looking at them. */
  halvedOnly(): this {
    this.#decodes = this.#next === undefined;
    return this;
  }

  /** @param beside the same rows of what is looked through by itself: what has its edges there is seen there */
  async add(rows: Uint8Array, beside?: Uint8Array): Promise<void> {
    await this.#next?.add(this.#halver.push(rows), beside && this.#halverBeside.push(beside));
    if (!this.#decodes) return;
    this.#edges.add(rows, beside);
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
    for (const { box, look, linear } of this.#busy(height)) {
      const { left, width } = box;
      const top = this.#top + box.top;
      const window = new Uint8Array(width * box.height);
      for (let y = 0; y < box.height; y++) {
        const from = (box.top + y) * this.#width + left;
        window.set(this.#rows.subarray(from, from + width), y * width);
      }
      for (const result of await decoded(window, width, box.height, look))
        this.#found.push({
          result,
          scale: this.#scale,
          left,
          top,
          ...measured(result, window, width, box.height),
        });
      for (const found of linear ? await bars(window, width, box.height, linear) : []) {
        // What the decoder read by itself it has measured too.
        const known = this.#found.some(
          (other) =>
            other.result.text === found.result.text && near(other, found, this.#scale, left, top),
        );
        if (!known) this.#found.push({ ...found, scale: this.#scale, left, top });
      }
    }
  }

  /** The parts that hold enough fine contrast to be looked at, and what for. */
  #busy(height: number): readonly Part[] {
    const stride = this.#width;
    const edges = this.#edges.within(this.#top, this.#top + height);
    const along = edges.flatMap((cells) => cells.along);
    const down = new Uint32Array(Math.ceil(stride / SAMPLE));
    for (const cells of edges) cells.down.forEach((count, i) => (down[i] += count));
    const matrix: Part[] = [];
    const linear: Part[] = [];
    for (let left = 0; left === 0 || left + CELL < stride; left += CELL) {
      const width = Math.min(NARROWEST, stride - left);
      const cell = left / CELL;
      const window = { rows: this.#rows, stride, left, width, height };
      const whole = { left, top: this.#top, width, height };
      const rows = along.map((counts) => counts[cell] + (width > CELL ? counts[cell + 1] : 0));
      const columns = down.subarray(left / SAMPLE, Math.ceil((left + width) / SAMPLE));
      const [long, tall] = this.#onlyMatrix ? [[], []] : [barLines(rows), barLines(columns)];
      const isLarge = [rows, columns].every((counts) => busy(counts, MODULE_EDGES).length > 0);
      const dense = isLarge ? whole : this.#edges.dense(whole);
      if (!dense && long.length + tall.length === 0) continue;
      const inverted = hasGround(window);
      if (dense)
        matrix.push({
          box: { ...dense, top: dense.top - this.#top },
          look: { kinds: ['matrix'], turned: true, inverted },
        });
      linear.push(...barParts(window, long, tall, inverted));
    }
    return [...joined(matrix), ...linear];
  }
}

/** What bars a window is worth being looked at for, by its rows and columns with many edges. */
function* barParts(
  window: Window,
  long: readonly number[],
  tall: readonly number[],
  inverted: boolean,
): Generator<Part> {
  const { left, width, height } = window;
  const box = { left, top: 0, width, height };
  const across = barsAcross(window, 'row', long);
  const downward = barsAcross(window, 'column', tall);
  const linear = directionsOf(across.linear, downward.linear);
  if (linear) yield { box, look: { kinds: ['linear'], turned: linear.down, inverted }, linear };
  const stacked = directionsOf(across.stacked, downward.stacked);
  // The decoder reads none that is lighter than its ground.
  if (stacked) yield { box, look: { kinds: ['stacked'], turned: stacked.down, inverted: false } };
}

/** Parts of neighbouring windows that reach over one another become one. */
function joined(parts: readonly Part[]): Part[] {
  const all: Part[] = [];
  for (const part of parts) {
    const last = all.at(-1);
    const box = last && around(last.box, part.box);
    if (!last || !box || part.box.left >= last.box.left + last.box.width || box.width > WIDEST)
      all.push(part);
    else
      all[all.length - 1] = {
        box,
        look: { ...part.look, inverted: part.look.inverted || last.look.inverted },
      };
  }
  return all;
}

function around(a: Box, b: Box): Box {
  const [left, top] = [Math.min(a.left, b.left), Math.min(a.top, b.top)];
  const right = Math.max(a.left + a.width, b.left + b.width);
  const bottom = Math.max(a.top + a.height, b.top + b.height);
  return { left, top, width: right - left, height: bottom - top };
}

/** Which way bars stand: across the rows, across the columns. */
interface Directions {
  readonly along: boolean;
  readonly down: boolean;
}

const directionsOf = (along: boolean, down: boolean): Directions | undefined =>
  along || down ? { along, down } : undefined;

/** A part of the rows held, and what to look for. */
interface Part {
  readonly box: Box;
  readonly look: Look;
  /** Linear symbols that the decoder may pass over. */
  readonly linear?: Directions;
}

/** Lines that bars may cross, by the edges of those that were counted. */
function barLines(counts: ArrayLike<number>): number[] {
  const all = linesWith(counts, BAR_EDGES, 1);
  if (all.length > FEW_LINES) return busy(counts, BAR_EDGES);
  return all.length >= LOW_LINES ? all : [];
}

/** Every second line that was counted, if it has so many edges; none where they are fewer than a large symbol has. */
function busy(counts: ArrayLike<number>, edges: number): number[] {
  const lines = linesWith(counts, edges, 2);
  return lines.length >= BUSY_LINES ? lines : [];
}

function linesWith(counts: ArrayLike<number>, edges: number, step: number): number[] {
  const lines: number[] = [];
  for (let i = 0; i < counts.length; i += step) if (counts[i] >= edges) lines.push(i * SAMPLE);
  return lines;
}
