/**
 * What is printed on, and what lies behind it. Reflectances and transmittances of the bare material
 * inside its surface; typical values from memory unless a shop enters a measurement.
 */
import {
  edge,
  flat,
  map2,
  nearestReflectance,
  spectrumOf,
  type Spectrum,
  type Triple,
} from '../spectrum/index.ts';
import { remembered } from '../remembered.ts';
import { dropsLayer, nodesFor } from './drops.ts';
import { evenLayer, filter, meanOver, type Layer } from './layer.ts';
import { dropStrength, scattererLayer, scatteringOf, type Scatterer } from './white.ts';
import { insideOf } from './surface.ts';

export type MaterialClass = 'white' | 'clear' | 'dark' | 'metallic' | 'natural';

export interface MaterialOptics {
  /** Colour of the bare material on a white ground, Lab under D50. */
  readonly lab: Triple;
  /** Share of light that passes it, 0 opaque to 0.95 clear film. */
  readonly transmittance: number;
  /** Diffuse share of the outer reflection, 0 gloss to 0.02 matt. */
  readonly scatter: number;
  /** Share of light that it reflects like a mirror, towards the lamp, 0 to 1. */
  readonly mirror?: number;
  readonly texture?: Texture;
}

/** What a material shows where it is bare: wood its grain, kraft its fibres, metal its brush lines or a play of colours. */
export interface Texture {
  readonly kind: 'grain' | 'fibre' | 'brushed' | 'holographic';
  /** How much darker its dark parts are than the rest, L*. */
  readonly depth: number;
}

/** Typical of a class, from memory, where no measurement was entered. */
const TYPICAL: Readonly<Record<MaterialClass, { mirror: number; texture: Texture | undefined }>> = {
  white: { mirror: 0, texture: undefined },
  clear: { mirror: 0, texture: undefined },
  dark: { mirror: 0, texture: undefined },
  metallic: { mirror: 0.6, texture: { kind: 'brushed', depth: 5 } },
  natural: { mirror: 0, texture: { kind: 'grain', depth: 12 } },
};

/** The optics of a material with what its class is typical for where nothing was measured. */
export const wholeOptics = ({
  class: kind,
  optics,
}: {
  readonly class: MaterialClass;
  readonly optics: MaterialOptics;
}): MaterialOptics & { readonly mirror: number; readonly texture: Texture | undefined } => ({
  ...optics,
  mirror: optics.mirror ?? TYPICAL[kind].mirror,
  texture: optics.texture ?? TYPICAL[kind].texture,
});

/** The body of a material, between its two surfaces. */
export function materialLayer({ lab, transmittance }: MaterialOptics): Layer {
  const measured = nearestReflectance(lab);
  if (transmittance <= 0) return evenLayer(insideOf(measured), flat(0));
  // What colours a see-through film is what it takes from the light that passes it.
  const tint = measured.map(Math.sqrt);
  const through = tint.map((t) => t * transmittance);
  return evenLayer(
    map2(tint, through, (t, passed) => Math.max(0, Math.min(1, t) - passed) * 0.5),
    through,
  );
}

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
export type Ground = keyof typeof GROUNDS;

/** An ink that is laid by the solid layer, one and more of them. */
export interface SolidInk {
  /** What so many solid layers are as an even film. */
  readonly layerOf: (solids: number) => Layer;
  readonly drops: number;
  readonly nodes: number;
}

/**
 * An ink known by a solid: how its flakes or pigment scatter and absorb is reckoned back from it, and so that the solid has
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
/** 550 nm. */
const GREEN = 17;

/** Silver ink: aluminium flakes in a binder, its solid measured away from the gloss (from memory). */
const SILVER_SOLID = insideOf(spectrumOf((nm) => 0.44 + 0.00002 * (nm - 380)));
export const silverInk = remembered(8, (drops: number) => solidInk(SILVER_SOLID, 0.03, drops));
/** Share of light that a solid of silver reflects like a mirror: its flakes lie flat, but not all of them (from memory). */
export const SILVER_MIRROR = 0.3;
/** Black block-out: a solid has the optical density 2.6 (from memory). */
export const blockOut = remembered(8, (drops: number) => solidInk(flat(0.02), 0.0025, drops));
/** Clear ink: takes almost nothing; what it changes is the surface (from memory). */
const CLEAR_SOLID = edge(0.93, 0.985, 415, 40);
/** Clear in drops: filters multiply, so the mean over a Poisson number of them has a closed form. */
export const clearCoat = (solids: number, drops: number): Layer =>
  filter(CLEAR_SOLID.map((t) => Math.exp(solids * drops * (t ** (1 / drops) - 1))));
