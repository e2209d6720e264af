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

/** A layer that only absorbs: a transparent ink or a tinted film. */
export const filter = (transmittance: Spectrum): Layer => evenLayer(flat(0), transmittance);

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
 * {@link stack}, half of them, without allocation. For tables with many thousand piles.
 */
export class RisingPile {
  /** Reflectance seen from above. */
  readonly front = new Float64Array(BANDS);
  /** Share of the light from below that comes out on top. */
  readonly up = new Float64Array(BANDS);

  /** On a ground that nothing passes; without one, light comes from below. */
  begin(ground?: Spectrum): void {
    if (ground) this.front.set(ground);
    else this.front.fill(0);
    this.up.fill(ground ? 0 : 1);
  }

  add(upper: Layer): void {
    const { front, up } = this;
    for (let i = 0; i < BANDS; i++) {
      const kept = upper.back[i] * front[i];
      const trips = kept < 1 ? 1 / (1 - kept) : 0;
      up[i] *= upper.up[i] * trips;
      front[i] = upper.front[i] + upper.down[i] * front[i] * upper.up[i] * trips;
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
