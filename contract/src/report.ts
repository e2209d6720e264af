/** What the command line prints: the same numbers as on the screen, in a form for scripts. */
import { inkMl, type ArtworkInfo, type PlanResult, type Trip } from '@kyanos/core';
import { z } from 'zod';

const Money = z.object({ minor: z.int(), currency: z.string() });
const share = z.number().min(0).max(1);

export const FindingReport = z.object({
  code: z.string(),
  severity: z.enum(['error', 'warning', 'note']),
  message: z.string(),
});

export const InspectReport = z.object({
  format: z.enum(['pdf', 'tiff', 'png', 'jpeg']),
  colour: z.string(),
  pages: z.array(
    z.object({
      number: z.int(),
      widthMm: z.number(),
      heightMm: z.number(),
      trimMm: z.object({
        left: z.number(),
        top: z.number(),
        width: z.number(),
        height: z.number(),
      }),
      dpi: z.number(),
      widthPx: z.int(),
      heightPx: z.int(),
      separations: z.array(
        z.object({
          name: z.string(),
          kind: z.enum(['process', 'white', 'metallic', 'clear', 'spot']),
          /** Mean over the trimmed page. */
          coverage: share,
          coverageWithBleed: share,
        }),
      ),
      findings: z.array(FindingReport),
    }),
  ),
});
export type InspectReport = z.output<typeof InspectReport>;

export const PlanReport = z.object({
  stack: z.string(),
  findings: z.array(FindingReport),
  plates: z.array(
    z.object({
      plate: z.string(),
      coverage: share,
      areaCm2: z.number(),
      overlapCm2: z.number(),
      holes: z.int(),
      holesCm2: z.number(),
    }),
  ),
  opacity: z.object({
    whole: share,
    layers: z.array(
      z.object({ layer: z.string(), density: z.number(), hits: z.int(), contrastRatio: share }),
    ),
  }),
  trips: z.array(
    z.object({
      layers: z.array(z.string()),
      minutes: z.number(),
      waitMinutes: z.number(),
      hits: z.int(),
    }),
  ),
  minutes: z.number().nullable(),
  operatorMinutes: z.number().nullable(),
  inkMl: z.record(z.string(), z.number()),
  inkCost: Money.nullable(),
  cost: Money.nullable(),
  price: Money.nullable(),
  /** Price over the copies, and over their finished area. */
  perPiece: Money.nullable(),
  perM2: Money.nullable(),
  perFt2: Money.nullable(),
  runSheet: z.array(
    z.object({
      title: z.string(),
      settings: z.array(z.object({ label: z.string(), value: z.string() })),
      checks: z.array(z.string()),
      cautions: z.array(z.string()),
    }),
  ),
});
export type PlanReport = z.output<typeof PlanReport>;

export const inspectReport = ({ format, colour, pages }: ArtworkInfo): InspectReport =>
  InspectReport.parse({ format, colour, pages });

const layerText = ({ layers }: Trip) =>
  layers.map(({ parts }) => parts.map(({ lay }) => lay).join('+'));

export function planReport(result: PlanResult): PlanReport {
  const { work } = result;
  const cost = work?.cost;
  return PlanReport.parse({
    stack: result.notation,
    findings: result.findings,
    plates: result.plates.map((plate) => ({
      plate: plate.key,
      coverage: plate.coverage,
      areaCm2: plate.areaMm2 / 100,
      overlapCm2: plate.overlapMm2 / 100,
      holes: plate.holes.count,
      holesCm2: plate.holes.areaMm2 / 100,
    })),
    opacity: result.opacity,
    trips: (work?.trips ?? []).map((trip) => ({
      layers: layerText(trip),
      minutes: trip.minutes,
      waitMinutes: trip.waitMinutes,
      hits: trip.hits,
    })),
    minutes: work?.minutes ?? null,
    operatorMinutes: work?.operatorMinutes ?? null,
    inkMl: work ? inkMl(work) : {},
    inkCost: cost?.ink ?? null,
    cost: cost?.total ?? null,
    price: cost?.price ?? null,
    perPiece: cost?.perPiece ?? null,
    perM2: cost?.perM2 ?? null,
    perFt2: cost?.perFt2 ?? null,
    runSheet: work?.runSheet ?? [],
  });
}
