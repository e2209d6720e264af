/** What lies behind a print, and inks that are known by their solids. */
import {
  edge,
  flat,
  GREEN,
  nearestReflectance,
  spectrumOf,
  type Spectrum,
} from '../spectrum/index.ts';
import { remembered } from '../remembered.ts';
import { dropsLayer, nodesFor } from './drops.ts';
import { filter, meanOver, type Layer } from './layer.ts';
import { dropStrength, scattererLayer, scatteringOf, type Scatterer } from './white.ts';
import { insideOf } from './surface.ts';

/** What lies behind a see-through print, as it reflects light that came through (from memory). */
export const GROUNDS = {
  white: flat(0.86),
  black: flat(0.015),
  wood: edge(0.12, 0.48, 560, 130),
  /** Its late wood. */
  'wood-grain': edge(0.08, 0.34, 560, 130),
  /** A room behind a window: little of what falls in comes out. */
  room: flat(0.05),
  /** Walls and faces of a lit room, or a street. */
  surroundings: flat(0.25),
  /** The opal face of a light box. */
  opal: flat(0.5),
  nothing: flat(0),
} satisfies Record<string, Spectrum>;
export type Background = keyof typeof GROUNDS;

/** An ink that is laid by the solid layer, one and more of them. */
export interface SolidInk {
  /** What so many solid layers are as an even film. */
  readonly layerOf: (solids: number) => Layer;
  readonly drops: number;
  readonly nodes: number;
}

/**
 * An ink known by a solid: how its flakes or pigment scatter and absorb is worked back from it, and so that the solid has
 * that transmittance on the average, however its drops fall.
 */
function solidInk(reflectance: Spectrum, transmittance: number, drops: number): SolidInk {
  const parts = Array.from(reflectance, (r) => scatteringOf(r, transmittance));
  const inkOf = (times: number): Scatterer => ({
    scattering: Float64Array.from(parts, ({ sx }) => sx * times),
    absorption: Float64Array.from(parts, ({ kx }) => kx * times),
  });
  const passed = (times: number) =>
    meanOver(
      dropsLayer(1, drops, SOLID_NODES, (solids) => scattererLayer(inkOf(times), solids)),
      ({ down }) => down[GREEN],
    );
  let [low, high] = [1, MOST_TIMES];
  // What few drops leave bare can't be closed by stronger ones.
  for (let round = 0; round < 30; round++) {
    const middle = Math.sqrt(low * high);
    if (passed(middle) > transmittance) low = middle;
    else high = middle;
  }
  const ink = inkOf(low);
  return {
    layerOf: (solids) => scattererLayer(ink, solids),
    drops,
    nodes: nodesFor(dropStrength(ink, 1) / drops),
  };
}

const SOLID_NODES = 12;
const MOST_TIMES = 8;

/** Silver ink: aluminium flakes in a binder, its solid measured away from the gloss (from memory). */
const SILVER_SOLID = insideOf(spectrumOf((nm) => 0.44 + 0.00002 * (nm - 380)));
/**
 * Metallic ink: silver, or flakes that are dyed or of another metal, by the colour of a solid measured away from the gloss.
 * @param lab CIELAB D50
 */
export const metallicInk = remembered(8, (drops: number, lab?: readonly [number, number, number]) =>
  solidInk(lab ? insideOf(nearestReflectance(lab)) : SILVER_SOLID, 0.03, drops),
);
/** Share of light that a solid of silver reflects like a mirror: its flakes lie flat, but not all of them (from memory). */
export const SILVER_MIRROR = 0.3;
/** Black block-out: a solid has the optical density 2.6 (from memory). */
export const blockOut = remembered(8, (drops: number) => solidInk(flat(0.02), 0.0025, drops));
/** Clear ink: takes almost nothing; what it changes is the surface (from memory). */
const CLEAR_SOLID = edge(0.93, 0.985, 415, 40);
/** Clear in drops: filters multiply, so the mean over a Poisson number of them has a closed form. */
export const clearCoat = (solids: number, drops: number): Layer =>
  filter(CLEAR_SOLID.map((t) => Math.exp(solids * drops * (t ** (1 / drops) - 1))));
