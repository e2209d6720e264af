import { D50, labToXyz, xyzToSrgb, type Triple } from '@kyanos/core';

/** A Lab colour (D50) as CSS, clipped to what the screen shows. */
export function labToCss(lab: Triple): string {
  const rgb = xyzToSrgb(labToXyz(lab, D50.white), D50.white);
  return `rgb(${rgb.map((v) => Math.round(Math.min(1, Math.max(0, v)) * 255)).join(' ')})`;
}

/** Paper to deep blue, even steps of lightness in Oklab: 256 × RGB. Source of the space: B. Ottosson 2020 (from memory). */
export function coverageRamp(): Uint8Array {
  const [from, to] = [
    { l: 0.965, a: 0.002, b: 0.017 },
    { l: 0.25, a: -0.005, b: -0.085 },
  ];
  const out = new Uint8Array(256 * 3);
  for (let i = 0; i < 256; i++) {
    const t = i / 255;
    const mix = (x: number, y: number) => x + (y - x) * t;
    const [l, a, b] = [mix(from.l, to.l), mix(from.a, to.a), mix(from.b, to.b)];
    const p = (l + 0.3963377774 * a + 0.2158037573 * b) ** 3;
    const q = (l - 0.1055613458 * a - 0.0638541728 * b) ** 3;
    const r = (l - 0.0894841775 * a - 1.291485548 * b) ** 3;
    const linear = [
      4.0767416621 * p - 3.3077115913 * q + 0.2309699292 * r,
      -1.2684380046 * p + 2.6097574011 * q - 0.3413193965 * r,
      -0.0041960863 * p - 0.7034186147 * q + 1.707614701 * r,
    ];
    linear.forEach((v, c) => {
      const clipped = Math.min(1, Math.max(0, v));
      out[i * 3 + c] = Math.round(
        255 * (clipped <= 0.0031308 ? 12.92 * clipped : 1.055 * clipped ** (1 / 2.4) - 0.055),
      );
    });
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
