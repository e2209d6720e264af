/** Where a page holds strokes and shapes only a few pixels thick: there its plates are drawn finer. Points of page space. */
import { MM_PER_INCH, type MmBox } from '@kyanos/core';
import { POINTS_PER_INCH, upright, type Corners, type PdfPage } from './boxes.ts';
import { union } from './geometry.ts';

/** A path that is being built, as straight pieces between its points: control points of curves are taken for points. */
export class Outline {
  readonly #places: number[] = [];
  /** Where parts of it begin, in places. */
  readonly #begins: number[] = [];

  moveTo(x: number, y: number): void {
    this.#begins.push(this.#places.length);
    this.lineTo(x, y);
  }

  lineTo(x: number, y: number): void {
    if (this.#places.length < MOST_PLACES) this.#places.push(x, y);
  }

  /** Back to where the part began. */
  close(): void {
    const begin = this.#begins.at(-1);
    if (begin !== undefined && begin < this.#places.length)
      this.lineTo(this.#places[begin], this.#places[begin + 1]);
  }

  clear(): void {
    this.#places.length = 0;
    this.#begins.length = 0;
  }

  /**
   * Mean thickness of what it fills, points: twice its area, holes taken out, by its length. A bar is as thick as it is wide,
   * a disc half as thick as its diameter. A part within another is taken for a hole, whichever way round it is drawn.
   * Nothing, if it is empty.
   */
  thickness(): number {
    const parts: { area: number; box: Corners }[] = [];
    let length = 0;
    this.#begins.forEach((_, i) => {
      let area = 0;
      let box: Corners | undefined;
      this.#part(i, true, (x0, y0, x1, y1) => {
        area += x0 * y1 - x1 * y0;
        length += Math.hypot(x1 - x0, y1 - y0);
        box = union(box ?? [x0, y0, x0, y0], [x1, y1, x1, y1]);
      });
      if (box) parts.push({ area: Math.abs(area), box });
    });
    const around = (inner: Corners) => (outer: Corners) =>
      outer !== inner &&
      outer[0] <= inner[0] &&
      outer[1] <= inner[1] &&
      outer[2] >= inner[2] &&
      outer[3] >= inner[3];
    const boxes = parts.map(({ box }) => box);
    const area = parts.reduce((sum, { area, box }) => {
      const depth = parts.length > MOST_NESTED ? 0 : boxes.filter(around(box)).length;
      return sum + (depth % 2 === 0 ? area : -area);
    }, 0);
    return length > 0 ? Math.max(0, area) / length : 0;
  }

  /** @param closed each part is brought back to where it began, as filling does */
  pieces(closed: boolean, each: (x0: number, y0: number, x1: number, y1: number) => void): void {
    this.#begins.forEach((_, i) => this.#part(i, closed, each));
  }

  #part(
    i: number,
    closed: boolean,
    each: (x0: number, y0: number, x1: number, y1: number) => void,
  ): void {
    const places = this.#places;
    const begin = this.#begins[i];
    const end = this.#begins[i + 1] ?? places.length;
    for (let p = begin; p + 3 < end; p += 2)
      each(places[p], places[p + 1], places[p + 2], places[p + 3]);
    if (closed && end - begin > 4)
      each(places[end - 2], places[end - 1], places[begin], places[begin + 1]);
  }
}
/** A longer path is taken by its beginning. */
const MOST_PLACES = 40_000;
/** Of more parts than these none is looked for holes. */
const MOST_NESTED = 200;

/** Side of a cell, mm, and the most of them along a side of the page. */
const CELL_MM = 4;
const MOST_CELLS = 512;
/** Thinner than so many pixels is fine: a shape grows by about one where every pixel that it touches is painted. */
const FINE_PX = 3;

/** The cells of a page that fine detail runs through. */
export class FineDetail {
  readonly #page: PdfPage;
  readonly #cell: number;
  readonly #columns: number;
  readonly #rows: number;
  readonly #marked: Uint8Array;
  /** Points. */
  readonly #fine: number;

  constructor(page: PdfPage, dpi: number) {
    const [l, b, r, t] = page.frame;
    const least = (CELL_MM / MM_PER_INCH) * (POINTS_PER_INCH / page.unit);
    this.#page = page;
    this.#cell = Math.max(least, Math.max(r - l, t - b) / MOST_CELLS);
    this.#columns = Math.max(1, Math.ceil((r - l) / this.#cell));
    this.#rows = Math.max(1, Math.ceil((t - b) / this.#cell));
    this.#marked = new Uint8Array(this.#columns * this.#rows);
    this.#fine = (FINE_PX / dpi) * (POINTS_PER_INCH / page.unit);
  }

  /** A path that is filled. */
  filled(outline: Outline, clip: Corners): void {
    if (outline.thickness() < this.#fine) this.#mark(outline, true, 0, clip);
  }

  /** A path that is stroked. @param width points */
  stroked(outline: Outline, width: number, clip: Corners): void {
    if (width < this.#fine) this.#mark(outline, false, width / 2, clip);
  }

  /** Upright boxes that hold all of it and do not overlap. */
  boxes(): MmBox[] {
    const [columns, rows, cells] = [this.#columns, this.#rows, this.#marked.slice()];
    const [l, b, r, t] = this.#page.frame;
    const found: MmBox[] = [];
    for (let y = 0; y < rows; y++)
      for (let x = 0; x < columns; x++) {
        if (cells[y * columns + x] === 0) continue;
        let end = x;
        while (end < columns && cells[y * columns + end] === 1) end++;
        let below = y;
        const runs = (row: number) =>
          cells.subarray(row * columns + x, row * columns + end).every((cell) => cell === 1);
        for (; below < rows && runs(below); below++)
          cells.fill(0, below * columns + x, below * columns + end);
        const box: Corners = [
          l + x * this.#cell,
          b + y * this.#cell,
          Math.min(r, l + end * this.#cell),
          Math.min(t, b + below * this.#cell),
        ];
        found.push(upright(box, this.#page));
      }
    return found;
  }

  #mark(outline: Outline, closed: boolean, half: number, clip: Corners): void {
    outline.pieces(closed, (x0, y0, x1, y1) => {
      // A slanting piece is marked in lengths of a cell, so that not all of its box is.
      const n = Math.min(
        2 * MOST_CELLS,
        Math.max(1, Math.ceil(Math.max(Math.abs(x1 - x0), Math.abs(y1 - y0)) / this.#cell)),
      );
      for (let i = 0; i < n; i++) {
        const [fromX, toX] = [i / n, (i + 1) / n].map((s) => x0 + s * (x1 - x0));
        const [fromY, toY] = [i / n, (i + 1) / n].map((s) => y0 + s * (y1 - y0));
        this.#markBox(
          Math.max(clip[0], Math.min(fromX, toX) - half),
          Math.max(clip[1], Math.min(fromY, toY) - half),
          Math.min(clip[2], Math.max(fromX, toX) + half),
          Math.min(clip[3], Math.max(fromY, toY) + half),
        );
      }
    });
  }

  #markBox(l: number, b: number, r: number, t: number): void {
    const [left, bottom] = this.#page.frame;
    const cell = (value: number, from: number) => Math.floor((value - from) / this.#cell);
    const [x0, x1] = [Math.max(0, cell(l, left)), Math.min(this.#columns - 1, cell(r, left))];
    const [y0, y1] = [Math.max(0, cell(b, bottom)), Math.min(this.#rows - 1, cell(t, bottom))];
    if (!(r >= l && t >= b) || x1 < x0) return;
    for (let y = y0; y <= y1; y++)
      this.#marked.fill(1, y * this.#columns + x0, y * this.#columns + x1 + 1);
  }
}
