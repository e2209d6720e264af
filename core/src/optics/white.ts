/**
 * White ink: pigment that scatters, in a layer as thick as its laydown in mL/m².
 *
 * Source: P. Kubelka, F. Munk, "Ein Beitrag zur Optik der Farbanstriche", Z. tech. Phys. 12 (1931)
 * 593–601; hyperbolic solutions from P. Kubelka, J. Opt. Soc. Am. 38 (1948) 448–457.
 */
import { DomainError } from '../errors.ts';
import { remembered } from '../remembered.ts';
import { edge, flat, map2, spectrumToXyz, D65, type Spectrum } from '../spectrum/index.ts';
import { evenLayer, opaque, stack, type Layer } from './layer.ts';
import { insideOf, surfaceLayer } from './surface.ts';

export interface Scatterer {
  /** Kubelka–Munk scattering, 1 per mL/m². */
  readonly scattering: Spectrum;
  /** Kubelka–Munk absorption, 1 per mL/m². */
  readonly absorption: Spectrum;
}

/** Reflectance and transmittance of a free layer for S·X and K·X, both ≥ 0. */
export function kubelkaMunk(
  sx: number,
  kx: number,
): { reflectance: number; transmittance: number } {
  if (sx <= 0) return { reflectance: 0, transmittance: Math.exp(-kx) };
  // Below this ratio the closed form loses its digits; the limit for a layer that absorbs nothing.
  if (kx / sx < 1e-9) return { reflectance: sx / (1 + sx), transmittance: 1 / (1 + sx) };
  const a = 1 + kx / sx;
  const b = Math.sqrt(a * a - 1);
  // exp overflows beyond 700; a layer that thick passes nothing.
  if (b * sx > 350) return { reflectance: 1 / (a + b), transmittance: 0 };
  const below = a * Math.sinh(b * sx) + b * Math.cosh(b * sx);
  return { reflectance: Math.sinh(b * sx) / below, transmittance: b / below };
}

export function scattererLayer(ink: Scatterer, laydown: number): Layer {
  const parts = Array.from(ink.scattering, (s, i) =>
    kubelkaMunk(s * laydown, ink.absorption[i] * laydown),
  );
  return evenLayer(
    Float64Array.from(parts, (p) => p.reflectance),
    Float64Array.from(parts, (p) => p.transmittance),
  );
}

/** Measured reflectance of the two grounds of a contrast card. Source: ASTM D2805 (white 0.80; from memory). */
const CARD_WHITE = insideOf(flat(0.8));
const CARD_BLACK = insideOf(flat(0.01));
const SURFACE = surfaceLayer(0);

/** Luminance over black divided by luminance over white, as measured through the surface: 0 clear, 1 opaque. */
export function contrastRatio(layer: Layer): number {
  const over = (ground: Spectrum) =>
    spectrumToXyz(stack(SURFACE, stack(layer, opaque(ground))).front, D65)[1];
  return over(CARD_BLACK) / over(CARD_WHITE);
}

/**
 * Titanium dioxide white: how its opaque reflectance falls off towards the violet, where rutile
 * absorbs. Shape from memory; the level is the ink's own.
 */
const whiteness = (reflectance: number): Spectrum =>
  edge(0.15, reflectance, 405, 30).map((v) => Math.min(v, reflectance));

/**
 * The scattering and absorption of a white ink of which a drawdown was measured.
 * @param ratio contrast ratio of the drawdown, 0.05 to 0.995
 * @param laydown of the drawdown, mL/m²
 * @param reflectance measured on a layer too thick to see through, 0.5 to 0.95
 * @throws DomainError `WHITE_RANGE`
 */
export const calibrateWhite: (ratio: number, laydown: number, reflectance: number) => Scatterer =
  remembered(16, (ratio, laydown, reflectance) => {
    if (!(
      ratio >= 0.05 &&
      ratio <= 0.995 &&
      laydown > 0 &&
      reflectance >= 0.5 &&
      reflectance <= 0.95
    ))
      throw new DomainError(
        'WHITE_RANGE',
        `A white ink needs a contrast ratio within 0.05 to 0.995 (got ${ratio}), a laydown above 0 mL/m² (got ${laydown}) and an opaque reflectance within 0.5 to 0.95 (got ${reflectance}).`,
      );
    const inside = insideOf(whiteness(reflectance));
    const inkOf = (s: number): Scatterer => {
      const scattering = flat(s);
      const absorption = map2(inside, scattering, (r, sc) => ((1 - r) ** 2 / (2 * r)) * sc);
      return { scattering, absorption };
    };
    // More scattering is always more opaque, so halving the interval finds it.
    let [low, high] = [1e-6, 1e3];
    for (let round = 0; round < 80; round++) {
      const middle = Math.sqrt(low * high);
      if (contrastRatio(scattererLayer(inkOf(middle), laydown)) < ratio) low = middle;
      else high = middle;
    }
    return inkOf(Math.sqrt(low * high));
  });
