/**
 * White ink: pigment that scatters, in a layer as thick as its laydown in mL/m².
 *
 * Source: P. Kubelka, F. Munk, "Ein Beitrag zur Optik der Farbanstriche", Z. tech. Phys. 12 (1931)
 * 593–601; hyperbolic solutions from P. Kubelka, J. Opt. Soc. Am. 38 (1948) 448–457.
 */
import { DomainError } from '../errors/index.ts';
import { remembered } from '../remembered.ts';
import {
  D65,
  edge,
  flat,
  map2,
  spectrumOf,
  spectrumToXyz,
  type Spectrum,
} from '../spectrum/index.ts';
import { bareShare, dropsLayer, nodesFor } from './drops.ts';
import { evenLayer, meanOver, opaque, stack, type Layer, type MixedLayer } from './layer.ts';
import { insideOf, surfaceLayer } from './surface.ts';
import { decimal, t } from '../texts/index.ts';

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

/**
 * The scattering and absorption of a layer of which reflectance and transmittance are known: Kubelka's solutions turned round.
 * @param r reflectance of the free layer, above 0 @param t its transmittance, above 0; r + t at most 1
 */
export function scatteringOf(r: number, t: number): { readonly sx: number; readonly kx: number } {
  const a = Math.max(1, (1 + r * r - t * t) / (2 * r));
  const b = Math.sqrt(a * a - 1);
  const sx = b < 1e-6 ? r / t : Math.asinh((b * r) / t) / b;
  return { sx, kx: (a - 1) * sx };
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
const CARD_WHITE = opaque(insideOf(flat(0.8)));
const CARD_BLACK = opaque(insideOf(flat(0.01)));
const SURFACE = surfaceLayer(0);

/** Luminance over black divided by luminance over white, as measured through the surface: 0 clear, 1 opaque. */
export function contrastRatio(ink: MixedLayer): number {
  const over = (ground: Layer) =>
    meanOver(ink, (layer) => spectrumToXyz(stack(SURFACE, stack(layer, ground)).front, D65)[1]);
  return over(CARD_BLACK) / over(CARD_WHITE);
}

/**
 * Titanium dioxide white: how its opaque reflectance falls off towards the violet, where rutile
 * absorbs. Shape from memory; the level is the ink's own.
 */
const whiteness = (reflectance: number): Spectrum =>
  edge(0.15, reflectance, 405, 30).map((v) => Math.min(v, reflectance));

/**
 * How scattering of titanium dioxide falls with the wavelength: S ∝ λ^−p, p between 0.7 and 1.2 for pigment of 0.2 to 0.3 µm
 * (from memory). It makes a thin white bluish over black and warm when lit from behind.
 */
const SCATTERING_POWER = 0.9;
const FALL = spectrumOf((nm) => (nm / 550) ** -SCATTERING_POWER);

/** Measured reflectance of white ink laid too thick to see through (from memory: 0.85 to 0.9). */
export const WHITE_INK = 0.88;

/** Drops that lie on one another in a solid layer, where a shop has not fitted its own: assumed, between 3 and 12 (from memory). */
export const ASSUMED_DROPS = 6;

/** The highest contrast ratio that a solid of so many drops can have: where no drop fell the ground is bare. */
export function mostContrast(drops: number): number {
  const bare = bareShare(1, drops);
  return ((1 - bare) * WHITE_INK + bare * 0.01) / ((1 - bare) * WHITE_INK + bare * 0.8);
}

/** A white ink that can be laid. */
export interface WhiteInk extends Scatterer {
  /** Of a solid layer, mL/m². */
  readonly laydown: number;
  readonly drops: number;
  /** Of the rule that stands for all numbers of drops. */
  readonly nodes: number;
}

/** Optical thickness of a single drop of a scatterer, where the eye sees most. */
export const dropStrength = ({ scattering, absorption }: Scatterer, laydown: number): number =>
  Math.max(...scattering.map((s, i) => s + absorption[i])) * laydown;

/** So many solids of a white, as they fall. */
export const whiteLayer = (ink: WhiteInk, solids: number): MixedLayer =>
  dropsLayer(solids, ink.drops, ink.nodes, (amount) => scattererLayer(ink, ink.laydown * amount));

/** Nodes by which it is found out how strong a drop is. */
const ROUGH_NODES = 3;

/**
 * The scattering and absorption of a white ink of which a solid drawdown was measured.
 * @param ratio contrast ratio of the drawdown, 0.05 to 0.995 and below {@link mostContrast}
 * @param laydown of the drawdown, mL/m² @param drops that lie on one another in it
 * @param reflectance measured on a layer too thick to see through, 0.5 to 0.95
 * @throws DomainError `WHITE_RANGE`
 */
export const calibrateWhite: (
  ratio: number,
  laydown: number,
  drops: number,
  reflectance: number,
) => WhiteInk = remembered(16, (ratio, laydown, drops, reflectance) => {
  const most = mostContrast(drops);
  if (!(
    ratio >= 0.05 &&
    ratio <= 0.995 &&
    ratio < most &&
    laydown > 0 &&
    reflectance >= 0.5 &&
    reflectance <= 0.95
  ))
    throw new DomainError(
      'WHITE_RANGE',
      t('optics.whiteInkNeedsContrast', {
        ratio,
        most: decimal(most, 3),
        drops,
        laydown,
        reflectance,
      }),
    );
  const inside = insideOf(whiteness(reflectance));
  const inkOf = (s: number, nodes: number): WhiteInk => {
    const scattering = FALL.map((fall) => fall * s);
    const absorption = map2(inside, scattering, (r, sc) => ((1 - r) ** 2 / (2 * r)) * sc);
    return { scattering, absorption, laydown, drops, nodes };
  };
  // More scattering is always more opaque, so halving the interval finds it.
  const fitting = (nodes: number) => {
    let [low, high] = [1e-6, 1e3];
    for (let round = 0; round < 44; round++) {
      const middle = Math.sqrt(low * high);
      if (contrastRatio(whiteLayer(inkOf(middle, nodes), 1)) < ratio) low = middle;
      else high = middle;
    }
    return inkOf(Math.sqrt(low * high), nodes);
  };
  const rough = fitting(ROUGH_NODES);
  const nodes = nodesFor(dropStrength(rough, laydown) / drops);
  return nodes === ROUGH_NODES ? rough : fitting(nodes);
});

/**
 * The drops of a solid that come nearest to a printed wedge.
 * @param wedge tints, 0 to 1, and their contrast ratios as measured; the solid with them or as `ratio`
 * @returns 2 to 60
 */
export function fitDrops(
  wedge: readonly (readonly [tint: number, ratio: number])[],
  { ratio, laydown }: { readonly ratio: number; readonly laydown: number },
): number {
  const miss = (drops: number) => {
    if (ratio >= mostContrast(drops)) return Infinity;
    const ink = calibrateWhite(ratio, laydown, drops, WHITE_INK);
    return wedge.reduce(
      (sum, [tint, measured]) => sum + (contrastRatio(whiteLayer(ink, tint)) - measured) ** 2,
      0,
    );
  };
  // Every tint hides more with more drops: the sum of squares has one valley along their logarithm. Golden section.
  const ratioOfSpans = (Math.sqrt(5) - 1) / 2;
  let [low, high] = [Math.log(2), Math.log(60)];
  while (high - low > 0.02) {
    const span = (high - low) * ratioOfSpans;
    if (miss(Math.exp(high - span)) <= miss(Math.exp(low + span))) high = low + span;
    else low = high - span;
  }
  return Math.exp((low + high) / 2);
}
