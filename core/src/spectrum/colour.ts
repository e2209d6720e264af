/**
 * From spectrum to colour. XYZ has Y = 1 for the perfect diffuser; Lab is CIE 1976 with L* 0–100;
 * sRGB is gamma-encoded, nominally 0–1, and outside that when a screen can't show the colour.
 */
import { ILLUMINANT_A, ILLUMINANT_D50, ILLUMINANT_D65, X_BAR, Y_BAR, Z_BAR } from './cie.ts';
import { BANDS, FIRST_NM, STEP_NM, type Spectrum } from './spectrum.ts';

export type Triple = readonly [number, number, number];

export interface Illuminant {
  readonly name: string;
  /** Observer × illuminant, normalised to Y = 1; three rows of 36. */
  readonly weights: readonly [Spectrum, Spectrum, Spectrum];
  /** XYZ of the perfect diffuser. */
  readonly white: Triple;
}

/**
 * Weights by direct multiplication of the 10 nm tables.
 * Source: CIE 15:2004, 7.1 (summation over the visible range).
 */
function illuminant(name: string, power: readonly number[]): Illuminant {
  const norm = 1 / power.reduce((sum, p, i) => sum + p * Y_BAR[i], 0);
  const row = (bar: readonly number[]) =>
    Float64Array.from({ length: BANDS }, (_, i) => power[i] * bar[i] * norm);
  const weights = [row(X_BAR), row(Y_BAR), row(Z_BAR)] as const;
  const sum = (w: Spectrum) => w.reduce((a, b) => a + b, 0);
  return { name, weights, white: [sum(weights[0]), sum(weights[1]), sum(weights[2])] };
}

export const D50 = illuminant('D50', ILLUMINANT_D50);
export const D65 = illuminant('D65', ILLUMINANT_D65);
export const A = illuminant('A', ILLUMINANT_A);

export function spectrumToXyz(spectrum: Spectrum, light: Illuminant): Triple {
  const [wx, wy, wz] = light.weights;
  let [x, y, z] = [0, 0, 0];
  for (let i = 0; i < BANDS; i++) {
    x += spectrum[i] * wx[i];
    y += spectrum[i] * wy[i];
    z += spectrum[i] * wz[i];
  }
  return [x, y, z];
}

/** XYZ of light of one wavelength, by its power: the colour-matching functions, between their places in proportion. Black outside them. */
export function spectralLight(nm: number): Triple {
  const at = (nm - FIRST_NM) / STEP_NM;
  const band = Math.floor(at);
  if (!(band >= 0 && band + 1 < BANDS)) return [0, 0, 0];
  const part = (bar: readonly number[]) => bar[band] + (at - band) * (bar[band + 1] - bar[band]);
  return [part(X_BAR), part(Y_BAR), part(Z_BAR)];
}

/** Source: CIE 15:2004, 8.2.1, with the exact constants 216/24389 and 24389/27. */
const EPSILON = 216 / 24389;
const KAPPA = 24389 / 27;
const f = (t: number) => (t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116);
const fInverse = (v: number) => (v ** 3 > EPSILON ? v ** 3 : (116 * v - 16) / KAPPA);

export function xyzToLab(xyz: Triple, white: Triple): Triple {
  const [x, y, z] = [f(xyz[0] / white[0]), f(xyz[1] / white[1]), f(xyz[2] / white[2])];
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

export function labToXyz([l, a, b]: Triple, white: Triple): Triple {
  const y = (l + 16) / 116;
  return [
    fInverse(y + a / 500) * white[0],
    fInverse(y) * white[1],
    fInverse(y - b / 200) * white[2],
  ];
}

export const spectrumToLab = (spectrum: Spectrum, light: Illuminant): Triple =>
  xyzToLab(spectrumToXyz(spectrum, light), light.white);

/**
 * Linear sRGB from XYZ relative to D65. Source: IEC 61966-2-1:1999, inverse of its RGB-to-XYZ matrix.
 */
function xyzD65ToLinear([x, y, z]: Triple): Triple {
  return [
    3.2406255 * x - 1.537208 * y - 0.4986286 * z,
    -0.9689307 * x + 1.8757561 * y + 0.0415175 * z,
    0.0557101 * x - 0.2040211 * y + 1.0569959 * z,
  ];
}

/** Screen value, 0 to 1, of linear light. Gamma encoding of IEC 61966-2-1, continued as an odd function below zero to flag what is out of gamut. */
export const linearToScreen = (v: number): number =>
  v < 0 ? -linearToScreen(-v) : v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055;

/**
 * Linear light of an sRGB screen for a stimulus seen by an eye adapted to `white`: von Kries scaling in XYZ to D65, which is
 * exact for neutrals. Not clipped.
 */
export function xyzToLinear(xyz: Triple, white: Triple): Triple {
  const to = D65.white;
  return xyzD65ToLinear([
    (xyz[0] / white[0]) * to[0],
    (xyz[1] / white[1]) * to[1],
    (xyz[2] / white[2]) * to[2],
  ]);
}

/** {@link xyzToLinear}, gamma-encoded, 0 to 1 where the screen can show it. */
export function xyzToSrgb(xyz: Triple, white: Triple): Triple {
  const [r, g, b] = xyzToLinear(xyz, white);
  return [linearToScreen(r), linearToScreen(g), linearToScreen(b)];
}

const degrees = (radians: number) => ((radians * 180) / Math.PI + 360) % 360;
const radians = (deg: number) => (deg * Math.PI) / 180;

/**
 * CIEDE2000 colour difference with k_L = k_C = k_H = 1.
 * Source: G. Sharma, W. Wu, E. N. Dalal, "The CIEDE2000 color-difference formula: implementation
 * notes, supplementary test data, and mathematical observations", Color Res. Appl. 30 (2005) 21–30.
 */
export function deltaE2000([l1, a1, b1]: Triple, [l2, a2, b2]: Triple): number {
  const cBar = (Math.hypot(a1, b1) + Math.hypot(a2, b2)) / 2;
  const g = 0.5 * (1 - Math.sqrt(cBar ** 7 / (cBar ** 7 + 25 ** 7)));
  const [p1, p2] = [(1 + g) * a1, (1 + g) * a2];
  const [c1, c2] = [Math.hypot(p1, b1), Math.hypot(p2, b2)];
  const hue = (p: number, b: number) => (p === 0 && b === 0 ? 0 : degrees(Math.atan2(b, p)));
  const [h1, h2] = [hue(p1, b1), hue(p2, b2)];
  const grey = c1 * c2 === 0;

  let dh = grey ? 0 : h2 - h1;
  if (dh > 180) dh -= 360;
  else if (dh < -180) dh += 360;
  const dL = l2 - l1;
  const dC = c2 - c1;
  const dH = 2 * Math.sqrt(c1 * c2) * Math.sin(radians(dh / 2));

  const lMean = (l1 + l2) / 2;
  const cMean = (c1 + c2) / 2;
  let hMean = h1 + h2;
  if (!grey) {
    if (Math.abs(h1 - h2) <= 180) hMean /= 2;
    else hMean = hMean < 360 ? (hMean + 360) / 2 : (hMean - 360) / 2;
  }
  const t =
    1 -
    0.17 * Math.cos(radians(hMean - 30)) +
    0.24 * Math.cos(radians(2 * hMean)) +
    0.32 * Math.cos(radians(3 * hMean + 6)) -
    0.2 * Math.cos(radians(4 * hMean - 63));
  const sL = 1 + (0.015 * (lMean - 50) ** 2) / Math.sqrt(20 + (lMean - 50) ** 2);
  const sC = 1 + 0.045 * cMean;
  const sH = 1 + 0.015 * cMean * t;
  const turn = 30 * Math.exp(-(((hMean - 275) / 25) ** 2));
  const rC = 2 * Math.sqrt(cMean ** 7 / (cMean ** 7 + 25 ** 7));
  const rT = -Math.sin(radians(2 * turn)) * rC;
  return Math.sqrt((dL / sL) ** 2 + (dC / sC) ** 2 + (dH / sH) ** 2 + rT * (dC / sC) * (dH / sH));
}
