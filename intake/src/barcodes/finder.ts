/**
 * Barcodes in the artwork, found by a real decoder (ZXing, as WebAssembly) on the page as it would be seen on white.
 *
 * The page is looked at through overlapping windows, first at its own resolution, then at a half, a quarter and so on, so
 * that codes of any size fit a window somewhere. Windows without fine contrast are passed over. Memory is a window's rows.
 */
import {
  checkDigitRight,
  errorCorrectionOf,
  pxToMm,
  quietWanted,
  type Barcode,
} from '@kyanos/core';
import { named } from './decoder.ts';
import { Level, type Found } from './windows.ts';

/** Finer pages are halved first: the smallest modules in use are two or three pixels then. */
const FINE_DPI = 420;
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

  /**
   * @param light 0 dark to 255 light
   * @param beside the same rows of what is looked through by itself: a code that shows there as well is not looked for again
   */
  add(light: Uint8Array, beside?: Uint8Array): Promise<void> {
    return this.#level.add(light, beside);
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

export const overlap = (a: Barcode, b: Barcode) =>
  a.box.left < b.box.left + b.box.width &&
  b.box.left < a.box.left + a.box.width &&
  a.box.top < b.box.top + b.box.height &&
  b.box.top < a.box.top + a.box.height;

function toBarcode({ result, scale, left, top, quiet, modulePx }: Found, dpi: number): Barcode {
  const { type, content } = named(result);
  const { topLeft, topRight, bottomLeft, bottomRight } = result.position;
  const corners = [topLeft, topRight, bottomLeft, bottomRight];
  const mm = (px: number) => pxToMm(px * scale, dpi);
  const xs = corners.map(({ x }) => mm(x + left));
  const ys = corners.map(({ y }) => mm(y + top));
  const right = checkDigitRight(type, content);
  const correction = errorCorrectionOf(type, result.version.replace('×', 'x'), result.ecLevel);
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
    ...(correction === undefined ? {} : { errorCorrection: correction }),
  };
}
