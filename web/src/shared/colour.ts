import { clampRgb, converter, formatRgb, interpolate } from 'culori';
import type { Triple } from '@kyanos/core';

/** A Lab colour (D50) as CSS, clipped to what the screen shows. */
export const labToCss = ([l, a, b]: Triple): string =>
  formatRgb(clampRgb(toRgb({ mode: 'lab', l, a, b })));

const toRgb = converter('rgb');

/** Paper and deep blue. */
const PAPER = { mode: 'oklab', l: 0.965, a: 0.002, b: 0.017 } as const;
const DEEP = { mode: 'oklab', l: 0.25, a: -0.005, b: -0.085 } as const;

/** Paper to deep blue, even steps of lightness in Oklab: 256 × RGB. */
export function coverageRamp(): Uint8Array {
  const at = interpolate([PAPER, DEEP], 'oklab');
  const out = new Uint8Array(256 * 3);
  for (let i = 0; i < 256; i++) {
    const { r, g, b } = clampRgb(toRgb(at(i / 255)));
    [r, g, b].forEach((value, c) => (out[i * 3 + c] = Math.round(value * 255)));
  }
  return out;
}

/** A plane as a map on a ramp (256 × RGB): opaque RGBA. */
export function onRamp(plane: Uint8Array, ramp: Uint8Array): Uint8ClampedArray<ArrayBuffer> {
  const pixels = new Uint8ClampedArray(plane.length * 4);
  for (let i = 0, o = 0; i < plane.length; i++, o += 4) {
    const at = plane[i] * 3;
    pixels[o] = ramp[at];
    pixels[o + 1] = ramp[at + 1];
    pixels[o + 2] = ramp[at + 2];
    pixels[o + 3] = 255;
  }
  return pixels;
}
