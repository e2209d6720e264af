/**
 * A barcode as a scanner sees it: reflectance at 660 nm across its bars, graded by the bands of ISO/IEC 15416 (linear) and
 * 15415 (matrix), from memory: symbol contrast, the darkest bar against the lightest ground, and the least edge.
 */

export type Grade = 'A' | 'B' | 'C' | 'D' | 'F';
const GRADES: readonly Grade[] = ['A', 'B', 'C', 'D', 'F'];

/** Least symbol contrast for A, B, C, D: ISO/IEC 15416, from memory. */
export const CONTRAST_BANDS = [0.7, 0.55, 0.4, 0.2] as const;
/** The darkest bar reflects at most this share of the lightest ground, or the grade is F: ISO/IEC 15416, from memory. */
const DARK_SHARE = 0.5;
/** Scan lines across a symbol: ISO/IEC 15416, from memory. */
const LINES = 10;

export interface Scan {
  /** Lightest less darkest reflectance, 0 to 1; the mean over the scan lines. */
  readonly symbolContrast: number;
  readonly darkest: number;
  readonly lightest: number;
  readonly grade: Grade;
}

export const contrastGrade = (contrast: number): Grade =>
  GRADES[CONTRAST_BANDS.filter((least) => contrast < least).length];

/**
 * @param reflectance at 660 nm, 0 to 1, in rows of `width`, of the symbol with its quiet zones
 * @param upright bars stand upright, so that scan lines go along rows
 */
export function scanOf(
  reflectance: Float32Array,
  width: number,
  height: number,
  upright: boolean,
): Scan {
  const [along, across] = upright ? [width, height] : [height, width];
  let contrast = 0;
  let [darkest, lightest] = [0, 0];
  for (let line = 0; line < LINES; line++) {
    // Within the middle four fifths: the ends of bars are not scanned.
    const at = Math.min(across - 1, Math.floor(across * (0.1 + (0.8 * (line + 0.5)) / LINES)));
    let [least, most] = [Infinity, -Infinity];
    for (let i = 0; i < along; i++) {
      const value = reflectance[upright ? at * width + i : i * width + at];
      least = Math.min(least, value);
      most = Math.max(most, value);
    }
    contrast += (most - least) / LINES;
    darkest += least / LINES;
    lightest += most / LINES;
  }
  const dark = darkest <= DARK_SHARE * lightest;
  return {
    symbolContrast: contrast,
    darkest,
    lightest,
    grade: dark ? contrastGrade(contrast) : 'F',
  };
}

/** What a scanner's receiver adds to every pixel, standard deviation of reflectance (from memory). */
const NOISE = 0.02;

/** The scan as a picture for a decoder: 0 dark to 255 light, as much light as the scanner gets, with its noise. */
export function scanPicture(reflectance: Float32Array): Uint8Array {
  let state = 1;
  // Three even steps, each a twelfth in variance, sum up to a quarter; the same at every call.
  const noise = () => {
    let sum = 0;
    for (let i = 0; i < 3; i++) {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      sum += state / 2 ** 32 - 0.5;
    }
    return 2 * NOISE * sum;
  };
  return Uint8Array.from(reflectance, (value) =>
    Math.round(255 * Math.min(1, Math.max(0, value + noise()))),
  );
}

export interface Grey {
  readonly width: number;
  readonly height: number;
  /** 0 dark to 255 light. */
  readonly pixels: Uint8Array;
}

/**
 * A scan with its bars a pixel thinner, at twice the size. Plates paint every pixel that a bar touches, which widens bars by a
 * pixel as a rule; a print at the machine's own resolution has them as they were drawn.
 */
export function thinnedBars({ width, height, pixels }: Grey): Grey {
  const [w, h] = [2 * width, 2 * height];
  const out = new Uint8Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let light = 0;
      for (let v = -1; v <= 1; v++)
        for (let u = -1; u <= 1; u++) {
          const row = Math.min(height - 1, Math.max(0, (y + v) >> 1));
          const column = Math.min(width - 1, Math.max(0, (x + u) >> 1));
          light = Math.max(light, pixels[row * width + column]);
        }
      out[y * w + x] = light;
    }
  return { width: w, height: h, pixels: out };
}
