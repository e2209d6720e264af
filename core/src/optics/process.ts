/**
 * Process colours as transparent filters: the sixteen overprints of C, M, Y and K, anchored to the
 * colours an ICC profile states for them, mixed by area.
 *
 * Sources: H. E. J. Neugebauer, "Die theoretischen Grundlagen des Mehrfarbenbuchdrucks", Z. wiss.
 * Photogr. 36 (1937) 73–89; M. E. Demichel, Procédé 26 (1924) 17–21, 26–27; Yule and Nielsen 1951
 * (see layer.ts). Filters pass the light twice on white, so n is halved for transmittances.
 */
import {
  BANDS,
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
  const mixer = new Mixer({ roots, exponent });
  const tone = anchor.ramps.map((ramp, channel) => toneCurve(mixer, channel, ramp));
  return { roots, exponent, tone };
}

/** For each tint of the ramp the area that comes nearest to its Lab, joined by straight lines. */
function toneCurve(mixer: Mixer, channel: number, ramp: readonly Triple[]): Float64Array {
  const areas = [0, ...ramp.map((lab) => bestArea(mixer, channel, lab)), 1];
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

function bestArea(mixer: Mixer, channel: number, lab: Triple): number {
  const miss = (area: number) => {
    const areas = [0, 0, 0, 0];
    areas[channel] = area;
    return deltaE2000(lab, labOnAnchorSheet(mixer.mix(areas)));
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

/**
 * The filters of one condition for four effective areas, 0 to 1 each. The mixture is linear in each ink by itself, so what the
 * first inks make of the sixteen overprints is kept for the next call: of neighbours in a table only the last ink is new.
 */
class Mixer {
  readonly #exponent: number;
  /** Before the first ink sixteen spectra, after each ink half as many, one after another. */
  readonly #left: readonly Float64Array[];
  readonly #areas = [NaN, NaN, NaN, NaN];

  constructor({ roots, exponent }: Pick<ProcessModel, 'roots' | 'exponent'>) {
    this.#exponent = exponent;
    const whole = new Float64Array(16 * BANDS);
    roots.forEach((root, primary) => whole.set(root, primary * BANDS));
    this.#left = [whole, ...[8, 4, 2].map((count) => new Float64Array(count * BANDS))];
  }

  mix(areas: readonly number[]): Layer {
    let ink = 0;
    while (ink < 3 && areas[ink] === this.#areas[ink]) ink++;
    const mixed = new Float64Array(BANDS);
    for (; ink < 4; ink++) {
      const area = areas[ink];
      this.#areas[ink] = area;
      const from = this.#left[ink];
      const to = ink === 3 ? mixed : this.#left[ink + 1];
      // Bit by bit: what holds the ink lies behind what does not.
      for (let pair = 0, at = 0; at < to.length; pair += 2 * BANDS)
        for (let i = 0; i < BANDS; i++, at++)
          to[at] = from[pair + i] + area * (from[pair + BANDS + i] - from[pair + i]);
    }
    if (this.#exponent !== 1) for (let i = 0; i < BANDS; i++) mixed[i] = mixed[i] ** this.#exponent;
    return filter(mixed);
  }
}

/** Makes the colour layers of one condition, one after another. */
export class ProcessLayers {
  readonly #model: ProcessModel;
  readonly #mixer: Mixer;

  constructor(model: ProcessModel) {
    this.#model = model;
    this.#mixer = new Mixer(model);
  }

  /** The colour layer for nominal C, M, Y, K, 0 to 1 each, with the condition's tone curve. */
  at(tints: readonly number[]): Layer {
    const areas = [0, 0, 0, 0];
    for (let ink = 0; ink < 4; ink++) {
      const curve = this.#model.tone[ink];
      const at = Math.min(1, Math.max(0, tints[ink])) * 255;
      const k = Math.min(254, Math.floor(at));
      areas[ink] = curve[k] + (at - k) * (curve[k + 1] - curve[k]);
    }
    return this.#mixer.mix(areas);
  }
}

/** A single colour layer: see {@link ProcessLayers}. */
export const processLayer = (model: ProcessModel, tints: readonly number[]): Layer =>
  new ProcessLayers(model).at(tints);
