/**
 * Where a print that is turned towards a lamp mirrors it: the share of the mirrored light that reaches the eye, place by place,
 * and its colour where the surface is a grating. It is drawn over the picture; the colours in numbers are those without it.
 *
 * Sources: G. J. Ward, "Measuring and modeling anisotropic reflection", Computer Graphics (SIGGRAPH) 26 (1992) 265–272, for the
 * lobe of a rough surface, wider across the strokes of a brush than along them; the grating equation d (sin α + sin β) = m λ, as
 * in M. Born, E. Wolf, Principles of Optics, 8.6.1. Both from memory. Roughness, periods and where the lamp stands: our judgement.
 */
import { inkFor, keyOf, type Machine, type Material, type Stack } from '../stack/index.ts';
import { D65, spectralLight, xyzToLinear, type Triple } from '../spectrum/index.ts';

/** Slope of the surface's facets, root mean square: along the strokes of a brush, and across them. */
export interface Roughness {
  readonly along: number;
  readonly across: number;
}

export const BRUSHED: Roughness = { along: 0.06, across: 0.32 };
/** Metal ink or foil without a direction. */
export const LEAFED: Roughness = { along: 0.13, across: 0.13 };
/** Embossed foil, smooth by itself. */
export const EMBOSSED: Roughness = { along: 0.09, across: 0.09 };

/** Period of an embossed foil's grating, µm. */
export const FOIL_PERIOD = 1;

/** Gloss at which nothing is mirrored any more, GU. */
const LEAST_GLOSS = 12;
/** The lamp's own size, as a slope. */
const LAMP = 0.035;
/** How much brighter than white paper the lamp is; a surface mirrors 4 % of it. */
const LAMP_TO_PAPER = 20;
const FRESNEL = 0.04;

/**
 * A film or varnish by its gloss: the duller it is, the wider and fainter the lamp lies in it.
 * @param gloss at 60°, GU
 * @returns undefined if it mirrors nothing
 */
export function varnished(
  gloss: number,
): { readonly rough: Roughness; readonly strength: number } | undefined {
  if (gloss < LEAST_GLOSS) return undefined;
  const dull = 1 - Math.min(1, gloss / 100);
  const slope = LAMP + 0.35 * dull ** 1.5;
  return {
    rough: { along: slope, across: slope },
    strength: Math.min(1, (LAMP_TO_PAPER * FRESNEL * gloss) / 100),
  };
}

/** Varnish by its finish, GU at 60° (common practice). */
const FINISHES = { gloss: 90, matt: 8 } as const;

/**
 * Gloss of the outermost surface on a side: of a clear that is laid over all of it, else of the material.
 * @returns GU at 60°
 */
export function surfaceGloss(
  { stack, machine, material }: SurfaceOf,
  side: 'front' | 'back',
): number {
  const outermost = stack[side].at(-1);
  const clear = outermost?.parts.find(
    ({ inkRole, rule }) =>
      inkRole === 'V' && rule?.from.kind === 'sheet' && rule.steps.length === 0,
  );
  const ink = clear && inkFor(machine, keyOf(clear));
  return ink ? FINISHES[ink.finish ?? 'gloss'] : material.optics.gloss;
}
interface SurfaceOf {
  readonly stack: Stack;
  readonly machine: Machine;
  readonly material: Material;
}

export interface Glare {
  readonly columns: number;
  readonly rows: number;
  /** Share of the mirrored light, 0 to 1, in rows. */
  readonly weight: Float32Array;
  /** Linear sRGB of a grating's light, three to a place, its strongest part 1. */
  readonly colour?: Float32Array;
}

/** The eye and the lamp, in lengths of the print's longer side; half the angle between them, and how far the print turns, rad. */
const EYE = 2.5;
const LAMP_AWAY = 6;
const HALF_APART = (20 * Math.PI) / 180;
const TURN = (30 * Math.PI) / 180;

/** Orders of a grating that are seen; each is fainter than the one before. */
const ORDERS = 3;
/** Share of the light that a foil bends away, to that which it mirrors. */
const BENT = 0.75;

/**
 * @param aspect height of the print by its width
 * @param tilt 0 turned away from the lamp to 1, where the lamp stands over its middle
 * @param period of a grating whose lines run down the print, µm; none if absent
 */
export function glare(
  columns: number,
  rows: number,
  aspect: number,
  tilt: number,
  { along, across }: Roughness,
  period?: number,
): Glare {
  const weight = new Float32Array(columns * rows);
  const colour = period === undefined ? undefined : new Float32Array(3 * columns * rows);
  // As the print sees them: it stays, and both turn round it.
  const turn = -TURN * (1 - tilt);
  const stand = (angle: number, away: number) => [away * Math.sin(angle), away * Math.cos(angle)];
  const [eyeX, eyeZ] = stand(turn + HALF_APART, EYE);
  const [lampX, lampZ] = stand(turn - HALF_APART, LAMP_AWAY);
  const [wide, high] = aspect > 1 ? [1 / aspect, 1] : [1, aspect];
  for (let row = 0, i = 0; row < rows; row++) {
    const y = ((row + 0.5) / rows - 0.5) * high;
    for (let column = 0; column < columns; column++, i++) {
      const x = ((column + 0.5) / columns - 0.5) * wide;
      const toEye = 1 / Math.hypot(eyeX - x, y, eyeZ);
      const toLamp = 1 / Math.hypot(lampX - x, y, lampZ);
      const sines = (eyeX - x) * toEye + (lampX - x) * toLamp;
      const hy = -y * (toEye + toLamp);
      const hz = eyeZ * toEye + lampZ * toLamp;
      const mirrored = Math.exp(-((sines / along) ** 2 + (hy / across) ** 2) / hz ** 2);
      weight[i] = mirrored;
      if (!colour) continue;
      const [r, g, b] = gratingLightAt(Math.abs(sines) * period!);
      const bent = BENT * Math.max(r, g, b) * (1 - mirrored);
      weight[i] = mirrored + bent;
      // The lamp itself is white.
      const share = weight[i] > 0 ? mirrored / weight[i] : 1;
      const most = Math.max(r, g, b, 1e-6);
      colour[3 * i] = share + ((1 - share) * r) / most;
      colour[3 * i + 1] = share + ((1 - share) * g) / most;
      colour[3 * i + 2] = share + ((1 - share) * b) / most;
    }
  }
  return { columns, rows, weight, ...(colour && { colour }) };
}

/**
 * What a grating sends towards the eye where the two ways differ by so much.
 * @param micrometres d (sin α + sin β)
 * @returns linear sRGB, 0 to about 1, what the screen can't show cut off
 */
export function gratingLight(micrometres: number): Triple {
  const sum = [0, 0, 0];
  for (let order = 1; order <= ORDERS; order++) {
    const nm = (1000 * micrometres) / order;
    const light = xyzToLinear(spectralLight(nm), D65.white);
    for (let k = 0; k < 3; k++) sum[k] += Math.max(0, light[k]) / order;
  }
  return sum.map((part) => part / STRONGEST) as unknown as Triple;
}
/** Linear sRGB of the strongest single wavelength by its power, about: red of 600 nm. */
const STRONGEST = 2.5;

/** The same for whole hundredths of a micrometre and less: it is asked for at every place. */
const STEP = 1 / 256;
const light: Triple[] = [];
const gratingLightAt = (micrometres: number): Triple => {
  const step = Math.round(micrometres / STEP);
  return (light[step] ??= gratingLight(step * STEP));
};
