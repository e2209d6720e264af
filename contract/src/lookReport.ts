/** What `look` prints: how a print is seen in one view, in numbers. Contrasts, shares and opacities 0 to 1. */
import {
  PARAMETERS,
  surroundingsOf,
  type BarcodeLook,
  type LookNumbers,
  type RearStrength,
  type View,
} from '@kyanos/core';
import { z } from 'zod';
import { AreaReport } from './report.ts';

const Grade = z.enum(['A', 'B', 'C', 'D', 'F']);
/** Reflectances at 660 nm, 0 to 1. */
const ScanReport = z.object({
  symbolContrast: z.number(),
  darkest: z.number(),
  lightest: z.number(),
  /** Predicted: the mean of ten profiles, 0 to 4, its letter, and what limits it. */
  value: z.number(),
  grade: Grade,
  limitedBy: z.enum(PARAMETERS),
  measured: z.partialRecord(z.enum(PARAMETERS), z.number()),
  decodes: z.boolean(),
});
/** ΔE2000. */
const SpreadReport = z.object({ median: z.number(), p95: z.number() });

const ShowThroughReport = z.object({
  /** In the middle, and the most that a hundredth of the area shows. */
  deltaE: z.number(),
  most: z.number(),
  of: z.enum(['picture', 'ground', 'nothing']),
});

/** How a print looks in one view. Contrasts, shares and opacities 0 to 1. */
export const LookReport = z.object({
  view: z.object({
    side: z.enum(['front', 'back']),
    place: z.string(),
    lux: z.number(),
    behind: z.number(),
  }),
  picture: z.object({ path: z.string(), width: z.int(), height: z.int() }).nullable(),
  /** Share of the picture whose colour a screen can't show. */
  outOfGamut: z.number().min(0).max(1),
  /** Material and specials over black against over white, without colour: bare, and over everything printed. */
  opacity: z.object({ material: z.number(), printed: AreaReport.nullable() }),
  layers: z.array(
    z.object({
      layer: z.string(),
      inkRole: z.string(),
      density: z.number(),
      hits: z.int(),
      contrastRatio: z.number(),
    }),
  ),
  /** Against the same art on white paper, over the pixels with ink; null where there is none. */
  deltaE: SpreadReport.nullable(),
  /** Luminance contrast at the edges of the art. */
  readability: z.object({ print: z.number(), paper: z.number() }).nullable(),
  /** ΔE2000 on each side of the strongest that can lie on the other, over everything printed. */
  showThrough: z.object({ front: ShowThroughReport, back: ShowThroughReport }),
  dayNight: SpreadReport.nullable(),
  /** ΔE2000 between the light and the dark of the material's texture. */
  grain: z.object({ bare: z.number(), printed: z.number() }).nullable(),
  /** L* of metal, tilted into the lamp and away from it; null where nothing shines. */
  flop: z.object({ into: z.number(), away: z.number() }).nullable(),
  rearStrength: z
    .object({
      density: z.number(),
      /** Densities that no eye could tell from the best. */
      asGood: z.object({ from: z.number(), to: z.number() }),
      deltaE: z.number(),
      p95: z.number(),
      atFull: z.number(),
    })
    .nullable(),
  barcodes: z.array(
    ScanReport.extend({
      type: z.string(),
      content: z.string(),
      withWhite: ScanReport.nullable(),
      withoutWhite: ScanReport.nullable(),
    }),
  ),
});
export type LookReport = z.output<typeof LookReport>;

export function lookReport(
  view: View,
  picture: LookReport['picture'],
  outOfGamut: number,
  { opacity, showThrough, ...numbers }: LookNumbers,
  rear: RearStrength | undefined,
  barcodes: readonly BarcodeLook[],
): LookReport {
  const { lux, behind } = surroundingsOf(view);
  return LookReport.parse({
    view: { side: view.side, place: view.place, lux, behind },
    picture,
    outOfGamut,
    opacity: { material: opacity.material, printed: opacity.printed ?? null },
    layers: opacity.layers,
    deltaE: numbers.deltaE ?? null,
    readability: numbers.readability ?? null,
    showThrough,
    dayNight: numbers.dayNight ?? null,
    grain: numbers.grain ?? null,
    flop: numbers.flop ?? null,
    rearStrength: rear ?? null,
    barcodes: barcodes.map(({ barcode, planned, withWhite, withoutWhite }) => ({
      type: barcode.type,
      content: barcode.content,
      ...planned,
      withWhite: withWhite ?? null,
      withoutWhite: withoutWhite ?? null,
    })),
  });
}
