/**
 * What is printed on, from what data sheets state and instruments measure of the whole sheet: total luminous transmittance and
 * haze (ASTM D1003, ISO 13468 and 14782), gloss at 60° (ISO 2813), colour over white and over black (45/0). All of it is
 * worked back through the two surfaces to the body between them. Standards from memory.
 */
import { remembered } from '../remembered.ts';
import {
  D50,
  D65,
  labToXyz,
  nearestReflectance,
  spectrumToLab,
  spectrumToXyz,
  type Spectrum,
  type Triple,
} from '../spectrum/index.ts';
import { GROUNDS } from './background.ts';
import { evenLayer, type Layer } from './layer.ts';
import { INSIDE, insideOf, insideShare, OUTSIDE } from './surface.ts';

export const MATERIAL_CLASSES = ['white', 'clear', 'dark', 'metallic', 'natural'] as const;
export type MaterialClass = (typeof MATERIAL_CLASSES)[number];

export interface MaterialOptics {
  /** Colour of the bare sheet lying loose on white, Lab under D50. */
  readonly lab: Triple;
  /** The same on black, where it was measured. */
  readonly labBlack?: Triple;
  /** Total luminous transmittance of the whole sheet, 0 opaque to 0.93 clear. */
  readonly transmittance: number;
  /** Share of the passing light that leaves its way, 0 clear to 1. */
  readonly haze: number;
  /** Gloss at 60°, GU: 85 and more is glossy, 0 dead matt. */
  readonly gloss: number;
  /** Share of light that it reflects like a mirror, towards the lamp, 0 to 1. */
  readonly mirror?: number;
  readonly texture?: SurfaceTexture;
}

/** What a material shows where it is bare: wood its grain, kraft its fibres, metal its brush lines or a play of colours. */
export interface SurfaceTexture {
  readonly kind: 'grain' | 'fibre' | 'brushed' | 'holographic';
  /** How much darker its dark parts are than the rest, L*. */
  readonly depth: number;
}

/** Typical of a class, from memory, where no measurement was entered. */
const TYPICAL: Readonly<
  Record<MaterialClass, { mirror: number; texture: SurfaceTexture | undefined }>
> = {
  white: { mirror: 0, texture: undefined },
  clear: { mirror: 0, texture: undefined },
  dark: { mirror: 0, texture: undefined },
  metallic: { mirror: 0.5, texture: { kind: 'brushed', depth: 5 } },
  natural: { mirror: 0, texture: { kind: 'grain', depth: 12 } },
};

/** Light that is scattered back and light that passes, shares of what falls in: with what is mirrored no more than all of it. */
export const backAndThrough = ({ lab, labBlack, transmittance }: MaterialOptics): number =>
  (transmittance > 0 && !labBlack ? 0 : labToXyz(labBlack ?? lab, D50.white)[1]) + transmittance;

/** The optics of a material with what its class is typical for where nothing was measured. */
export const wholeOptics = ({
  class: kind,
  optics,
}: {
  readonly class: MaterialClass;
  readonly optics: MaterialOptics;
}): MaterialOptics & { readonly mirror: number; readonly texture: SurfaceTexture | undefined } => ({
  ...optics,
  mirror: optics.mirror ?? Math.min(TYPICAL[kind].mirror, Math.max(0, 1 - backAndThrough(optics))),
  texture: optics.texture ?? TYPICAL[kind].texture,
});

/** Diffuse share of the outer reflection of a dead matt surface: from there on nothing is mirrored (from memory). */
export const MATT = 0.02;
/** Gloss from which a surface scatters nothing at its outside; below it in proportion (common practice: 85 GU is glossy). */
const GLOSSY = 85;

/** Diffuse share of the outer reflection, 0 gloss to {@link MATT}. */
export const surfaceScatter = ({ gloss }: Pick<MaterialOptics, 'gloss'>): number =>
  MATT * (1 - Math.min(1, gloss / GLOSSY));

/** A sheet without its surfaces. */
export interface Body {
  readonly layer: Layer;
  /** How far light that has passed it is scattered, 0 to 1: it decides how much is turned back at the surfaces. */
  readonly diffuse: number;
}

/** Reflectance, at one wavelength, of a body of reflectance r and transmittance t that lies loose on a ground. */
function reflectanceOn(ground: number, r: number, t: number, diffuse: number): number {
  const inside = insideShare(diffuse);
  const below = INSIDE * diffuse + (1 - inside) * (1 - OUTSIDE) * ground;
  const body = r + (t * t * below) / (1 - r * below);
  return ((1 - OUTSIDE) * (1 - inside) * body) / (1 - inside * body);
}

/** Total transmittance of the whole sheet, at one wavelength. */
function totalThrough(r: number, t: number, diffuse: number): number {
  const inside = insideShare(diffuse);
  const again = 1 - r * inside;
  const back = r + (t * t * inside) / again;
  return ((1 - OUTSIDE) * ((t * (1 - inside)) / again)) / (1 - inside * back);
}

const luminous = (spectrum: Spectrum): number => spectrumToXyz(spectrum, D65)[1];

/** What instruments would measure of a sheet with this body. */
export function measuredSheet({ layer: { front, down }, diffuse }: Body): {
  readonly lab: Triple;
  readonly labBlack: Triple;
  readonly transmittance: number;
} {
  const on = (ground: Spectrum) =>
    spectrumToLab(
      front.map((r, i) => reflectanceOn(ground[i], r, down[i], diffuse)),
      D50,
    );
  return {
    lab: on(GROUNDS.white),
    labBlack: on(GROUNDS.black),
    transmittance: luminous(front.map((r, i) => totalThrough(r, down[i], diffuse))),
  };
}

const HALVINGS = 28;
/** The value between low and high at which something that rises comes to what is wanted; an end where it does not. */
function where(low: number, high: number, reaches: (value: number) => boolean): number {
  let [from, to] = [low, high];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (from + to) / 2;
    if (reaches(middle)) to = middle;
    else from = middle;
  }
  return (from + to) / 2;
}

/** The body of a material, between its two surfaces. What measurements contradict one another about is left at the nearest that can be. */
export function materialBody(optics: MaterialOptics): Body {
  const { lab, labBlack, transmittance, haze } = optics;
  return bodyOf(lab, labBlack ?? null, transmittance, haze);
}

const bodyOf = remembered(
  24,
  (lab: Triple, labBlack: Triple | null, transmittance: number, haze: number): Body => {
    const onWhite = nearestReflectance(lab);
    if (transmittance <= 0)
      return { layer: evenLayer(insideOf(onWhite), new Float64Array(onWhite.length)), diffuse: 1 };
    // What colours a see-through sheet is what it takes from light that passes it twice.
    const most = Math.max(...onWhite);
    const tint = onWhite.map((r) => Math.sqrt(r / most));
    const [seen, ground] = labBlack
      ? [nearestReflectance(labBlack), GROUNDS.black]
      : [onWhite, GROUNDS.white];
    /** By how much it passes inside, and how far it scatters. */
    const bodyAt = (passes: number, diffuse: number) => {
      const through = tint.map((t) => Math.min(1, t * passes));
      // Over white alone a little too light a ground looks like scattering: what is not scattered is not sent back.
      const back = through.map((t, i) =>
        where(
          0,
          Math.min(1 - t, labBlack ? 1 : haze),
          (r) => reflectanceOn(ground[i], r, t, diffuse) >= seen[i],
        ),
      );
      return { back, through };
    };
    const passesAt = (passes: number, diffuse: number) => {
      const { back, through } = bodyAt(passes, diffuse);
      return luminous(back.map((r, i) => totalThrough(r, through[i], diffuse)));
    };
    // Haze that is thrown forward narrowly is not turned back at the surface as light from all sides is: a sheet that passes
    // more than fully scattered light could is worked out with as much of that as lets it.
    const diffuse =
      passesAt(1, haze) >= transmittance
        ? haze
        : haze - where(0, haze, (less) => passesAt(1, haze - less) >= transmittance);
    const passes = where(0, 1, (share) => passesAt(share, diffuse) >= transmittance);
    const { back, through } = bodyAt(passes, diffuse);
    return { layer: evenLayer(back, through), diffuse };
  },
);
