/**
 * Process colours as transparent filters: the sixteen overprints of C, M, Y and K, anchored to the
 * colours an ICC profile states for them, mixed by area.
 *
 * Sources: H. E. J. Neugebauer, "Die theoretischen Grundlagen des Mehrfarbenbuchdrucks", Z. wiss.
 * Photogr. 36 (1937) 73–89; M. E. Demichel, Procédé 26 (1924) 17–21, 26–27; Yule and Nielsen 1951
 * (see layer.ts). Filters pass the light twice on white, so n is halved for transmittances.
 */
import {
  D50,
  deltaE2000,
  flat,
  smoothestReflectance,
  spectrumToLab,
  type Spectrum,
  type Triple,
} from '../spectrum/index.ts';
import { filter, opaque, stack, type Layer } from './layer.ts';
import { insideOf, surfaceLayer } from './surface.ts';

/** What a profile says of a printing condition: media-relative Lab under D50. */
export interface ProcessAnchor {
  /** Lab of the sixteen solids; bit 0 is C, bit 1 M, bit 2 Y, bit 3 K. */
  readonly primaries: readonly Triple[];
  /** For each of C, M, Y, K: Lab of its tints, at {@link RAMP_TINTS}. */
  readonly ramps: readonly (readonly Triple[])[];
}

/** Tints at which a profile is asked for its tone curve. */
export const RAMP_TINTS = [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9] as const;

/** Reflectance of the white sheet on which the profile is anchored: coated paper, from memory. */
const ANCHOR_SHEET = 0.88;

/** Yule–Nielsen n for reflectance; 2 is the classical choice for screens finer than light spreads. */
const YULE_NIELSEN = 2;

export interface ProcessModel {
  /** Transmittance of each of the sixteen overprints, raised to 1/n as the mixture needs it. */
  readonly roots: readonly Spectrum[];
  readonly exponent: number;
  /** Effective area of each nominal tint, 256 entries for C, M, Y, K: the condition's tone curve. */
  readonly tone: readonly Float64Array[];
}

export function processModel(anchor: ProcessAnchor): ProcessModel {
  const sheet = insideOf(flat(ANCHOR_SHEET));
  const exponent = YULE_NIELSEN / 2;
  const roots = anchor.primaries.map((lab) => {
    const inside = insideOf(smoothestReflectance(lab).map((r) => r * ANCHOR_SHEET));
    return inside.map((r, i) => Math.min(1, Math.sqrt(r / sheet[i])) ** (1 / exponent));
  });
  const linear = { roots, exponent, tone: [] };
  const tone = anchor.ramps.map((ramp, channel) => toneCurve(linear, channel, ramp));
  return { roots, exponent, tone };
}

/** For each tint of the ramp the area that comes nearest to its Lab, joined by straight lines. */
function toneCurve(model: ProcessModel, channel: number, ramp: readonly Triple[]): Float64Array {
  const areas = [0, ...ramp.map((lab) => bestArea(model, channel, lab)), 1];
  const tints = [0, ...RAMP_TINTS, 1];
  // A profile's ramp is monotone but for rounding; the curve has to be.
  for (let i = 1; i < areas.length; i++) areas[i] = Math.max(areas[i], areas[i - 1]);
  return Float64Array.from({ length: 256 }, (_, value) => {
    const tint = value / 255;
    let k = 1;
    while (k < tints.length - 1 && tints[k] < tint) k++;
    const share = (tint - tints[k - 1]) / (tints[k] - tints[k - 1]);
    return areas[k - 1] + share * (areas[k] - areas[k - 1]);
  });
}

function bestArea(model: ProcessModel, channel: number, lab: Triple): number {
  const miss = (area: number) => {
    const areas = [0, 0, 0, 0];
    areas[channel] = area;
    return deltaE2000(lab, labOnAnchorSheet(mixFilter(model, areas)));
  };
  // Golden-section search: one ink on white moves along one path, so there is one minimum.
  const ratio = (Math.sqrt(5) - 1) / 2;
  let [low, high] = [0, 1];
  for (let round = 0; round < 30; round++) {
    const span = (high - low) * ratio;
    if (miss(high - span) < miss(low + span)) high = low + span;
    else low = high - span;
  }
  return (low + high) / 2;
}

/** Media-relative Lab of a filter on the sheet of the anchor: what the profile's table holds. */
export function labOnAnchorSheet(layer: Layer): Triple {
  const ground = opaque(insideOf(flat(ANCHOR_SHEET)));
  const seen = stack(surfaceLayer(0), stack(layer, ground)).front;
  return spectrumToLab(
    seen.map((r) => r / ANCHOR_SHEET),
    D50,
  );
}

/** The filter for four effective areas, 0 to 1 each. */
function mixFilter({ roots, exponent }: ProcessModel, areas: readonly number[]): Layer {
  const mixed = new Float64Array(roots[0].length);
  for (let primary = 0; primary < 16; primary++) {
    let share = 1;
    for (let ink = 0; ink < 4; ink++) share *= primary & (1 << ink) ? areas[ink] : 1 - areas[ink];
    if (share === 0) continue;
    const root = roots[primary];
    for (let i = 0; i < mixed.length; i++) mixed[i] += share * root[i];
  }
  return filter(exponent === 1 ? mixed : mixed.map((v) => v ** exponent));
}

/** The colour layer for nominal C, M, Y, K, 0 to 1 each, with the condition's tone curve. */
export function processLayer(model: ProcessModel, tints: readonly number[]): Layer {
  const areas = tints.map((tint, ink) => {
    const curve = model.tone[ink];
    const at = Math.min(1, Math.max(0, tint)) * 255;
    const k = Math.min(254, Math.floor(at));
    return curve[k] + (at - k) * (curve[k + 1] - curve[k]);
  });
  return mixFilter(model, areas);
}
