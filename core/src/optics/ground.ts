/**
 * What is printed on, and what lies behind it. Reflectances and transmittances of the bare material
 * inside its surface; typical values from memory unless a shop enters a measurement.
 */
import {
  edge,
  flat,
  map2,
  smoothestReflectance,
  spectrumOf,
  type Spectrum,
  type Triple,
} from '../spectrum/index.ts';
import { evenLayer, type Layer } from './layer.ts';
import { insideOf } from './surface.ts';

export type MaterialClass = 'white' | 'clear' | 'dark' | 'metallic' | 'natural';

export interface MaterialOptics {
  /** Colour of the bare material on a white ground, Lab under D50. */
  readonly lab: Triple;
  /** Share of light that passes it, 0 opaque to 0.95 clear film. */
  readonly transmittance: number;
  /** Diffuse share of the outer reflection, 0 gloss to 0.02 matt. */
  readonly scatter: number;
}

/** The body of a material, between its two surfaces. */
export function materialLayer({ lab, transmittance }: MaterialOptics): Layer {
  const measured = smoothestReflectance(lab);
  if (transmittance <= 0) return evenLayer(insideOf(measured), flat(0));
  // What colours a see-through film is what it takes from the light that passes it.
  const tint = measured.map(Math.sqrt);
  const through = tint.map((t) => t * transmittance);
  return evenLayer(
    map2(tint, through, (t, passed) => Math.max(0, Math.min(1, t) - passed) * 0.5),
    through,
  );
}

/** What a see-through print lies on or is held in front of. */
export const BACKINGS = {
  white: flat(0.86),
  black: flat(0.015),
  wood: edge(0.12, 0.48, 560, 130),
  daylight: flat(0.35),
  night: flat(0.02),
} satisfies Record<string, Spectrum>;
export type Backing = keyof typeof BACKINGS;

/** Silver ink at full coverage: aluminium flakes in a binder, measured away from the gloss (from memory). */
export const SILVER = evenLayer(
  insideOf(spectrumOf((nm) => 0.44 + 0.00002 * (nm - 380))),
  flat(0.03),
);

/** Clear ink: takes almost nothing; what it changes is the surface. */
export const CLEAR_COAT = evenLayer(flat(0), edge(0.93, 0.985, 415, 40));

/** Black block-out at full density: optical density 2.6 (from memory). */
export const BLOCK_OUT = evenLayer(flat(0.02), flat(0.0025));
