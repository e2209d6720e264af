/**
 * Plans of format 1 stated how a sheet's body passes light between its surfaces, and how its outside scatters. What an
 * instrument would have measured of that sheet is worked out here, as format 2 states it.
 */
import {
  backAndThrough,
  measuredSheet,
  nearestReflectance,
  type MaterialOptics,
  type Triple,
} from '@kyanos/core';
import { z } from 'zod';

const Optics1 = z.looseObject({
  lab: z.tuple([z.number(), z.number(), z.number()]),
  transmittance: z.number(),
  scatter: z.number(),
  mirror: z.number().optional(),
});
const Material1 = z.looseObject({ optics: Optics1 });

/** Bodies that passed so much were taken for clear, those below the lower figure for translucent. */
const [CLEAR, TRANSLUCENT] = [0.85, 0.65];
/** Diffuse share of a dead matt surface, and the gloss that went with none. */
const [MATT, GLOSSY] = [0.02, 85];

const rounded = (value: number, digits: number): number =>
  Math.round(value * 10 ** digits) / 10 ** digits;
const roundedLab = ([l, a, b]: Triple): Triple => [rounded(l, 2), rounded(a, 2), rounded(b, 2)];

function measured(lab: Triple, transmittance: number): Omit<MaterialOptics, 'gloss'> {
  if (transmittance <= 0) return { lab, transmittance: 0, haze: 1 };
  const straight = (transmittance - TRANSLUCENT) / (CLEAR - TRANSLUCENT);
  const haze = 1 - Math.min(1, Math.max(0, straight));
  const tint = nearestReflectance(lab).map(Math.sqrt);
  const down = tint.map((t) => t * transmittance);
  const front = tint.map((t, i) => Math.max(0, Math.min(1, t) - down[i]) * 0.5);
  const sheet = measuredSheet({ layer: { front, back: front, down, up: down }, diffuse: haze });
  return {
    lab: roundedLab(sheet.lab),
    labBlack: roundedLab(sheet.labBlack),
    transmittance: rounded(Math.min(0.93, sheet.transmittance), 4),
    haze: rounded(haze, 3),
  };
}

/** A material of format 1 as format 2 has it; anything else is left as it is. */
export function materialFrom1(value: unknown): unknown {
  const parsed = Material1.safeParse(value);
  if (!parsed.success) return value;
  const { scatter, mirror, lab, transmittance, ...rest } = parsed.data.optics;
  const sheet = {
    ...measured(lab, transmittance),
    gloss: rounded(GLOSSY * (1 - Math.min(1, scatter / MATT)), 1),
  };
  // Some stated more light than falls in.
  const most = Math.max(0, 1 - backAndThrough(sheet));
  return {
    ...parsed.data,
    optics: {
      ...rest,
      ...sheet,
      ...(mirror !== undefined && { mirror: rounded(Math.min(mirror, most), 3) }),
    },
  };
}

const Trips1 = z.looseObject({ careful: z.looseObject({}) });

/** In format 1 what was careful held for every trip with special ink. */
export function tripsFrom1(value: unknown): unknown {
  const parsed = Trips1.safeParse(value);
  return parsed.success && !Array.isArray(parsed.data.careful)
    ? { ...parsed.data, careful: [parsed.data.careful] }
    : value;
}
