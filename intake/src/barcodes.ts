/**
 * Barcodes in the artwork, found by a real decoder (ZXing, as WebAssembly) on the page as it would be seen on white.
 *
 * The page is looked at through overlapping windows, first at its own resolution, then at a half, a quarter and so on, so
 * that codes of any size fit a window somewhere. Windows without fine contrast are passed over. Memory is a window's rows.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import {
  checkDigitRight,
  ContentMeter,
  Halver,
  levelSize,
  modulesAcross,
  pxToMm,
  quietWanted,
  type Barcode,
  type MmBox,
} from '@kyanos/core';
import { growingBands, processPlanes, type PlanarFile } from './planar.ts';
import { prepareZXingModule, readBarcodes, type ReadResult } from 'zxing-wasm/reader';

/** Side of a window, pixels, and how far the next one lies: a code of up to half a window is whole in one of them. */
const WINDOW = 1024;
const STEP = WINDOW / 2;
/** Finer pages are halved first: the smallest modules in use are two or three pixels then. */
const FINE_DPI = 420;
/** Contrast between neighbours that may be a bar's edge, and how many a row or column needs to be worth decoding. */
const EDGE = 60;
const EDGES = 8;
const BUSY_LINES = 3;
const SAMPLE = 16;
/** Quiet zones are followed this far, modules. */
const MAX_QUIET = 30;

let ready: Promise<unknown> | undefined;
function prepare(): Promise<unknown> {
  return (ready ??= Promise.resolve().then(() => {
    const wasm = createRequire(import.meta.url).resolve('zxing-wasm/reader/zxing_reader.wasm');
    return prepareZXingModule({
      overrides: { wasmBinary: new Uint8Array(readFileSync(wasm)).buffer },
      fireImmediately: true,
    });
  }));
}

interface Found {
  readonly result: ReadResult;
  /** Pixels of a level to pixels of the page. */
  readonly scale: number;
  readonly left: number;
  readonly top: number;
  readonly quiet: readonly [number, number];
  readonly modulePx: number;
}

/** Fed with the page as it looks on white, some whole rows at a time, top to bottom. */
export class BarcodeFinder {
  readonly #level: Level;
  readonly #dpi: number;
  readonly #found: Found[] = [];

  constructor(width: number, height: number, dpi: number) {
    this.#dpi = dpi;
    const first = new Level(width, height, 1, this.#found);
    this.#level = dpi > FINE_DPI ? first.halvedOnly() : first;
  }

  /** @param light 0 dark to 255 light */
  add(light: Uint8Array): Promise<void> {
    return this.#level.add(light);
  }

  /** Codes that were read, each once, and places where there is one that can't be read at this resolution. */
  async finish(): Promise<Sighting[]> {
    await this.#level.finish();
    const sightings = this.#found.map((found) => ({
      code: toBarcode(found, this.#dpi),
      sure: found.result.error === '',
    }));
    // The same code is seen through several windows: a sound reading counts, else the sharpest.
    const ordered = [
      ...sightings.filter(({ sure }) => sure),
      ...sightings.filter(({ sure }) => !sure),
    ];
    return ordered.filter(
      ({ code }, i) => !ordered.slice(0, i).some((earlier) => overlap(earlier.code, code)),
    );
  }
}

export interface Sighting {
  readonly code: Barcode;
  /** Its own check agrees. */
  readonly sure: boolean;
}

/** Every code on plates that are small enough to be looked at whole. */
async function codesOn(file: PlanarFile): Promise<Sighting[]> {
  const { width, height, dpi } = file;
  const finder = new BarcodeFinder(width, height, dpi);
  const content = new ContentMeter(width, height, processPlanes(file.channels));
  for await (const band of growingBands(file)) {
    const light = new Uint8Array(band.rows * width);
    content.add(band, light);
    await finder.add(light);
  }
  return finder.finish();
}

/** Resolution of a second look, dpi: the smallest modules are ten pixels and more. */
const CLOSER_DPI = 1200;
/** Most places looked at a second time, and the largest, mm: the rest is taken as it was read. */
const MOST_CLOSER = 16;
const CLOSER_MM = 120;

/**
 * What was found, looked at again where the file can be drawn finer: painting every pixel that a shape touches widens bars,
 * by which a small code is misread and its modules and quiet zones are measured wrong.
 */
export async function lookCloser(
  sightings: readonly Sighting[],
  page: { readonly widthMm: number; readonly heightMm: number },
  closer: ((box: MmBox, dpi: number) => Promise<PlanarFile>) | undefined,
): Promise<Barcode[]> {
  const codes: Barcode[] = [];
  for (const [i, { code, sure }] of sightings.entries()) {
    const part = around(code, page);
    let seen: Sighting | undefined = { code, sure };
    if (closer && i < MOST_CLOSER && Math.max(part.width, part.height) <= CLOSER_MM) {
      const found = await codesOn(await closer(part, CLOSER_DPI));
      const best = found.find((other) => other.sure) ?? found[0];
      if (best) seen = { ...best, code: moved(best.code, part) };
      else if (!sure) seen = undefined;
    }
    // A wrong check digit is told only where the digits were seen well enough to believe them.
    if (seen && (seen.sure || closer || seen.code.checkDigit === false)) codes.push(seen.code);
  }
  return codes;
}

/** The code with what must be blank round it, and a little more. */
function around(
  { box, moduleMm, quietWanted }: Barcode,
  page: { widthMm: number; heightMm: number },
): MmBox {
  const margin = (Math.max(...quietWanted) + 4) * moduleMm + 1;
  const left = Math.max(0, box.left - margin);
  const top = Math.max(0, box.top - margin);
  return {
    left,
    top,
    width: Math.min(page.widthMm, box.left + box.width + margin) - left,
    height: Math.min(page.heightMm, box.top + box.height + margin) - top,
  };
}

const moved = (code: Barcode, by: MmBox): Barcode => ({
  ...code,
  box: { ...code.box, left: code.box.left + by.left, top: code.box.top + by.top },
});

const overlap = (a: Barcode, b: Barcode) =>
  a.box.left < b.box.left + b.box.width &&
  b.box.left < a.box.left + a.box.width &&
  a.box.top < b.box.top + b.box.height &&
  b.box.top < a.box.top + a.box.height;

class Level {
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
      if (width < 16 || height < 8 || !busy(left, width)) continue;
      const window = new Uint8Array(width * height);
      for (let y = 0; y < height; y++)
        window.set(
          this.#rows.subarray(y * this.#width + left, y * this.#width + left + width),
          y * width,
        );
      await prepare();
      const results = await readBarcodes(pgm(window, width, height), {
        tryHarder: true,
        tryRotate: true,
        tryInvert: true,
        tryDownscale: false,
        maxNumberOfSymbols: 32,
        returnErrors: true,
      });
      for (const result of results) {
        if (result.text === '' || (result.error !== '' && !/Checksum/i.test(result.error)))
          continue;
        this.#found.push({
          result,
          scale: this.#scale,
          left,
          top: this.#top,
          ...measured(result, window, width, height),
        });
      }
    }
  }

  /**
   * Which windows hold enough fine contrast along rows or columns to be bars. Windows overlap, so edges are counted once for
   * the half windows they are made of.
   */
  #busy(height: number): (left: number, width: number) => boolean {
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
      return (
        lines.length >= BUSY_LINES || columns.filter((edges) => edges >= EDGES).length >= BUSY_LINES
      );
    };
  }
}

/** A picture in the portable greymap format, which the decoder reads without a copy of four bytes a pixel. */
function pgm(pixels: Uint8Array, width: number, height: number): Uint8Array {
  const head = Buffer.from(`P5\n${width} ${height}\n255\n`);
  const file = new Uint8Array(head.length + pixels.length);
  file.set(head);
  file.set(pixels, head.length);
  return file;
}

const NAMES: Readonly<Record<string, string>> = {
  EAN13: 'EAN-13',
  EAN8: 'EAN-8',
  UPCA: 'UPC-A',
  UPCE: 'UPC-E',
  ITF14: 'ITF-14',
  Code128: 'Code 128',
  Code39: 'Code 39',
  Code93: 'Code 93',
  QRCode: 'QR Code',
  MicroQRCode: 'Micro QR Code',
  DataMatrix: 'Data Matrix',
};
const MATRIX = ['QR Code', 'Micro QR Code', 'rMQR Code', 'Data Matrix', 'Aztec', 'MaxiCode'];

/** Module and quiet zones along the line through the middle of the symbol. */
function measured(
  { format, position, version }: ReadResult,
  window: Uint8Array,
  width: number,
  height: number,
): { modulePx: number; quiet: readonly [number, number] } {
  const type = NAMES[format] ?? format;
  const { topLeft, topRight, bottomLeft, bottomRight } = position;
  const begin = { x: (topLeft.x + bottomLeft.x) / 2, y: (topLeft.y + bottomLeft.y) / 2 };
  const end = { x: (topRight.x + bottomRight.x) / 2, y: (topRight.y + bottomRight.y) / 2 };
  const length = Math.max(1, Math.hypot(end.x - begin.x, end.y - begin.y));
  const [dx, dy] = [(end.x - begin.x) / length, (end.y - begin.y) / length];
  const at = (distance: number) => {
    const x = Math.round(begin.x + dx * distance);
    const y = Math.round(begin.y + dy * distance);
    return x < 0 || y < 0 || x >= width || y >= height ? undefined : window[y * width + x];
  };
  let [low, high] = [255, 0];
  for (let d = 0; d <= length; d += 0.5) {
    const value = at(d);
    if (value === undefined) continue;
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  const dark = (low + high) / 2;
  const modulePx = MATRIX.includes(type)
    ? length / matrixSize(type, version, at, length, dark)
    : modulesAcross(type)
      ? length / modulesAcross(type)!
      : narrowest(at, length, dark);
  const blank = (from: number, step: number) => {
    const most = MAX_QUIET * modulePx;
    // Half a module of slack: a corner that was found lies on the bar's own edge.
    for (let d = 0.75 * modulePx; d < most; d += 0.5) {
      const value = at(from + step * d);
      // The page ends: what comes beyond is not printed, and is told as far as it was seen.
      if (value === undefined || value < dark) return d / modulePx;
    }
    return MAX_QUIET;
  };
  return { modulePx, quiet: [blank(0, -1), blank(length, 1)] };
}

type At = (distance: number) => number | undefined;

/** Lengths of bars and spaces from one end to the other. */
function runs(at: At, length: number, dark: number): number[] {
  const out: number[] = [];
  let [began, was] = [0, true];
  for (let d = 0; d <= length; d += 0.25) {
    const value = at(d);
    const is = value === undefined ? was : value < dark;
    if (is === was) continue;
    out.push(d - began);
    [began, was] = [d, is];
  }
  out.push(length - began);
  return out.filter((run) => run > 0.4);
}

/** Mean of the narrow bars and spaces: those nearer to the narrowest than to twice it. */
function narrowest(at: At, length: number, dark: number): number {
  const all = runs(at, length, dark).toSorted((a, b) => a - b);
  const tenth = all[Math.floor(all.length / 10)] ?? length;
  const narrow = all.filter((run) => run < 1.5 * tenth);
  return narrow.reduce((sum, run) => sum + run, 0) / Math.max(1, narrow.length) || length;
}

/** Modules across: a QR Code says its version, others their size or nothing. */
function matrixSize(type: string, version: string, at: At, length: number, dark: number): number {
  const number = Number(version);
  if (type === 'QR Code' && number >= 1) return 17 + 4 * number;
  const stated = /(\d+)x(\d+)/.exec(version);
  return stated ? Number(stated[2]) : length / narrowest(at, length, dark);
}

/** What the decoder read, as the trade calls it: it takes a UPC-A for the EAN-13 that it also is. */
function named({ format, text }: ReadResult): { type: string; content: string } {
  const type = NAMES[format] ?? format;
  if (type === 'EAN-13' && text.startsWith('0')) return { type: 'UPC-A', content: text.slice(1) };
  return { type: type === 'ITF' && /^\d{14}$/.test(text) ? 'ITF-14' : type, content: text };
}

function toBarcode({ result, scale, left, top, quiet, modulePx }: Found, dpi: number): Barcode {
  const { type, content } = named(result);
  const { topLeft, topRight, bottomLeft, bottomRight } = result.position;
  const corners = [topLeft, topRight, bottomLeft, bottomRight];
  const mm = (px: number) => pxToMm(px * scale, dpi);
  const xs = corners.map(({ x }) => mm(x + left));
  const ys = corners.map(({ y }) => mm(y + top));
  const right = checkDigitRight(type, content);
  return {
    type,
    content,
    box: {
      left: Math.min(...xs),
      top: Math.min(...ys),
      width: Math.max(...xs) - Math.min(...xs),
      height: Math.max(...ys) - Math.min(...ys),
    },
    turn: (((Math.round(result.orientation / 90) * 90) % 360) + 360) % 360,
    moduleMm: mm(modulePx),
    quiet,
    quietWanted: quietWanted(type),
    ...(right === undefined ? {} : { checkDigit: right }),
    mirrored: result.isMirrored,
  };
}
