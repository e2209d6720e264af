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

/** Share of the light inside that a surface turns back, by how far it has been scattered. */
export const insideShare = (diffuse: number): number => OUTSIDE + (INSIDE - OUTSIDE) * diffuse;

/**
 * The surface on the far side: ink or film above, air below. What it turns back of straight light goes the way of the gloss,
 * out of sight.
 */
export const farSurface = (diffuse: number): Layer => ({
  front: flat(INSIDE * diffuse),
  back: flat(0),
  down: flat(1 - insideShare(diffuse)),
  up: flat(1 - OUTSIDE),
});

/**
 * Air above, ink below.
 * @param scatter diffuse share of the outer reflection: 0 gloss, 0.01–0.02 matt
 * @param diffuse how far light below has been scattered: 1 in paper or white ink, 0 in bare clear film, from which it
 *   leaves as straight as it came and is hardly turned back
 */
export const surfaceLayer = (scatter: number, diffuse = 1): Layer => {
  const inside = insideShare(diffuse);
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
