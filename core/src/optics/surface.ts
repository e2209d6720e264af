/**
 * The surface between air and ink or film, for an instrument or an eye that keeps clear of the gloss
 * (45/0 geometry: what is mirrored at the outside is not seen).
 *
 * Source: J. L. Saunderson, "Calculation of the color of pigmented plastics", J. Opt. Soc. Am. 32
 * (1942) 727–736. The two constants belong to a refractive index near 1.5: 4 % outside at normal
 * incidence (Fresnel), 60 % of diffuse light turned back inside (both from memory).
 */
import { flat, type Spectrum } from '../spectrum/index.ts';
import type { Layer } from './layer.ts';

export const OUTSIDE = 0.04;
export const INSIDE = 0.6;

/**
 * Air above, ink below.
 * @param scatter diffuse share of the outer reflection: 0 gloss, 0.01–0.02 matt
 * @param diffuse how far light below has been scattered: 1 in paper or white ink, 0 in bare clear film, from which it
 *   leaves as straight as it came and is hardly turned back
 */
export const surfaceLayer = (scatter: number, diffuse = 1): Layer => {
  const inside = OUTSIDE + (INSIDE - OUTSIDE) * diffuse;
  return {
    front: flat(scatter),
    back: flat(inside),
    down: flat(1 - OUTSIDE),
    up: flat(1 - inside),
  };
};

/** Reflectance inside a body of index 1.5 that measures `measured` from outside: Saunderson's formula solved. */
export const insideOf = (measured: Spectrum): Spectrum =>
  measured.map((r) => r / ((1 - OUTSIDE) * (1 - INSIDE) + INSIDE * r));
