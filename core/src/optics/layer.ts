/**
 * Layers that reflect and transmit diffuse light, and what they become when stacked. Fractions of
 * the incident flux by wavelength, 0 to 1. Down is away from the viewer.
 *
 * A layer may pass more one way than the other, which a surface between air and ink does.
 * Source: P. Kubelka, "New contributions to the optics of intensely light-scattering materials.
 * Part II: Nonhomogeneous layers", J. Opt. Soc. Am. 44 (1954) 330–335.
 */
import { BANDS, flat, type Spectrum } from '../spectrum/index.ts';

export interface Layer {
  /** Reflectance seen from above. */
  readonly front: Spectrum;
  /** Reflectance seen from below. */
  readonly back: Spectrum;
  /** Transmittance downwards. */
  readonly down: Spectrum;
  /** Transmittance upwards. */
  readonly up: Spectrum;
}

/** No layer at all: the identity of {@link stack}. */
export const NOTHING: Layer = { front: flat(0), back: flat(0), down: flat(1), up: flat(1) };

/** A layer alike from both sides. */
export const evenLayer = (reflectance: Spectrum, transmittance: Spectrum): Layer => ({
  front: reflectance,
  back: reflectance,
  down: transmittance,
  up: transmittance,
});

/** Reflects nothing. */
const DULL: Spectrum = flat(0);

/** A layer that only absorbs: a transparent ink or a tinted film. */
export const filter = (transmittance: Spectrum): Layer => evenLayer(DULL, transmittance);

/** A backing that nothing passes. */
export const opaque = (reflectance: Spectrum): Layer => evenLayer(reflectance, flat(0));

/** The same layer with its other side up. */
export const turned = ({ front, back, down, up }: Layer): Layer => ({
  front: back,
  back: front,
  down: up,
  up: down,
});

/**
 * The one layer that behaves like `upper` lying on `lower`. Associative, so a pile is
 * `layers.reduce(stack, NOTHING)` from the top down. Not commutative.
 */
export function stack(upper: Layer, lower: Layer): Layer {
  const front = new Float64Array(BANDS);
  const back = new Float64Array(BANDS);
  const down = new Float64Array(BANDS);
  const up = new Float64Array(BANDS);
  for (let i = 0; i < BANDS; i++) {
    // Each round trip between the layers keeps this share of the light; all trips together form a
    // geometric series, which diverges only between perfect mirrors, where no light gets in.
    const kept = upper.back[i] * lower.front[i];
    const trips = kept < 1 ? 1 / (1 - kept) : 0;
    front[i] = upper.front[i] + upper.down[i] * lower.front[i] * upper.up[i] * trips;
    back[i] = lower.back[i] + lower.up[i] * upper.back[i] * lower.down[i] * trips;
    down[i] = upper.down[i] * lower.down[i] * trips;
    up[i] = lower.up[i] * upper.up[i] * trips;
  }
  return { front, back, down, up };
}

/**
 * A pile built from the bottom, layer by layer, of which only the view from above is wanted: the same sums as
 * {@link stack}, half of them, without allocation. For tables with many thousand piles, most of which begin alike.
 */
export class RisingPile {
  readonly #fronts: Spectrum[] = [new Float64Array(BANDS)];
  readonly #ups: Spectrum[] = [new Float64Array(BANDS)];
  #height = 0;

  /** Reflectance seen from above. */
  get front(): Spectrum {
    return this.#fronts[this.#height];
  }
  /** Share of the light from below that comes out on top. */
  get up(): Spectrum {
    return this.#ups[this.#height];
  }

  /** @param ground reflectance of what lies at the bottom; light comes from below it or with it */
  begin(ground: Spectrum): void {
    this.#height = 0;
    this.front.set(ground);
    this.up.fill(1);
  }

  /** Takes layers off again until so many are left. */
  cut(height: number): void {
    this.#height = height;
  }

  add(upper: Layer): void {
    const [front, up] = [this.front, this.up];
    const height = ++this.#height;
    const newFront = (this.#fronts[height] ??= new Float64Array(BANDS));
    const newUp = (this.#ups[height] ??= new Float64Array(BANDS));
    const { down, up: out } = upper;
    if (upper.back === DULL) {
      for (let i = 0; i < BANDS; i++) {
        newUp[i] = up[i] * out[i];
        newFront[i] = down[i] * front[i] * out[i];
      }
      return;
    }
    for (let i = 0; i < BANDS; i++) {
      const kept = upper.back[i] * front[i];
      const trips = kept < 1 ? 1 / (1 - kept) : 0;
      newUp[i] = up[i] * out[i] * trips;
      newFront[i] = upper.front[i] + down[i] * front[i] * out[i] * trips;
    }
  }
}

/**
 * A layer printed at partial coverage: `solid` on a share of the area and `bare` on the rest, mixed as
 * a power mean, since light enters through one and leaves through the other.
 * Source: J. A. C. Yule, W. J. Nielsen, "The penetration of light into paper and its effect on
 * halftone reproduction", Proc. TAGA 3 (1951) 65–76. n = 1 is Murray–Davies.
 */
export function halftone(coverage: number, solid: Layer, bare: Layer, n: number): Layer {
  if (coverage <= 0) return bare;
  if (coverage >= 1) return solid;
  const mix = (a: Spectrum, b: Spectrum) =>
    a.map((s, i) => (coverage * s ** (1 / n) + (1 - coverage) * b[i] ** (1 / n)) ** n);
  return {
    front: mix(solid.front, bare.front),
    back: mix(solid.back, bare.back),
    down: mix(solid.down, bare.down),
    up: mix(solid.up, bare.up),
  };
}
