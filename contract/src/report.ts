/** What the command line prints: the same numbers as on the screen, in a form for scripts. */
import {
  documentFindings,
  drawnLines,
  ERROR_CODES,
  FINDING_CODES,
  inkMl,
  SEPARATION_KINDS,
  LEVEL,
  pageFindings,
  processInk,
  type ArtworkInfo,
  type PlanResult,
  type Trip,
} from '@kyanos/core';
import { z } from 'zod';
import {
  Box,
  DocumentStructure,
  Finding,
  Format,
  LineUse,
  PageStructure,
  Repair,
  Separation,
  share,
} from './artworkInfo.ts';

const Money = z.object({ minor: z.int(), currency: z.string() });
const Interval = z.object({ low: z.number(), high: z.number() });

/** What `plan --list-repairs` prints. */
export const RepairsReport = z.object({
  repairs: z.array(z.object({ code: z.enum(FINDING_CODES), repair: Repair })),
});

/** What a page says of itself; its lines stand beside it, and what only our own checks use is left out. */
const StructureReport = PageStructure.omit({ lines: true, rgb: true, mayKnockOut: true });

export const InspectReport = z.object({
  file: z.string(),
  format: Format,
  colour: z.string(),
  document: DocumentStructure.nullable(),
  /** Of the file as a whole. */
  findings: z.array(Finding),
  pages: z.array(
    z.object({
      number: z.int(),
      widthMm: z.number(),
      heightMm: z.number(),
      trimMm: Box,
      bleedDeclared: z.boolean(),
      dpi: z.number(),
      widthPx: z.int(),
      heightPx: z.int(),
      separations: z.array(
        Separation.extend({ alternate: Separation.shape.alternate.unwrap().nullable() }),
      ),
      knockouts: z.array(
        z.object({
          separation: z.string(),
          /** Where the special is gone under what was drawn over it, and where colour is gone under the special. */
          specialLostCm2: z.number(),
          colourLostCm2: z.number(),
        }),
      ),
      /** Sum of the process inks at one place, percent: the most there is, and what 99 % of the page stay below. */
      processInk: z.object({ most: z.number(), p99: z.number() }),
      barcodes: z.array(
        z.object({
          type: z.string(),
          content: z.string(),
          checkDigit: z.enum(['right', 'wrong', 'none']),
          moduleMm: z.number(),
          quietModules: z.array(z.number()).length(2),
          quietWanted: z.array(z.number()).length(2),
          turn: z.number(),
          mirrored: z.boolean(),
          box: Box,
        }),
      ),
      lines: z.array(LineUse),
      structure: StructureReport.nullable(),
      findings: z.array(Finding),
    }),
  ),
});
export type InspectReport = z.output<typeof InspectReport>;

/** What `inspect --coverage` prints of a file: how much of everything printed each separation covers, and no more. */
export const CoverageReport = z.object({
  file: z.string(),
  format: Format,
  pages: z.array(
    z.object({
      number: z.int(),
      widthMm: z.number(),
      heightMm: z.number(),
      separations: z.array(
        z.object({
          name: z.string(),
          kind: z.enum(SEPARATION_KINDS),
          coverage: share,
        }),
      ),
    }),
  ),
});
export type CoverageReport = z.output<typeof CoverageReport>;

/** What `inspect` prints of a file that can't be read. */
export const RefusalReport = z.object({
  file: z.string(),
  code: z.enum(ERROR_CODES),
  message: z.string(),
});
export type RefusalReport = z.output<typeof RefusalReport>;

/** What `inspect` prints for several files. */
export const InspectReports = z.array(z.union([InspectReport, CoverageReport, RefusalReport]));

/** A figure over everything printed, 0 to 1: what all but the edges have at least, the middle, and how it is spread. */
export const AreaReport = z.object({
  least: share,
  median: share,
  parts: z.array(z.object({ value: share, share })),
});

export const PlanReport = z.object({
  stack: z.string(),
  findings: z.array(Finding),
  plates: z.array(
    z.object({
      plate: z.string(),
      coverage: share,
      areaCm2: z.number(),
      overlapCm2: z.number(),
      holes: z.int(),
      holesCm2: z.number(),
      islands: z.int(),
      /** Null where all are wider than 2 mm. */
      thinnestStrokeMm: z.number().nullable(),
      /** What each step of the rule adds; less than 0 where it takes away. */
      stepsCm2: z.array(z.number()),
      ownAddedCm2: z.number(),
      ownLostCm2: z.number(),
    }),
  ),
  opacity: z.object({
    /** Of the bare material, and of what is printed; absent where nothing is. */
    material: share,
    printed: AreaReport.optional(),
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
      passes: z.int(),
      speed: z.number(),
    }),
  ),
  layout: z
    .object({
      columns: z.int(),
      loads: z.int(),
      perLoad: z.int(),
      /** No layout gets more on a load. */
      mostPerLoad: z.int(),
      materialCm2: z.number(),
      wasteCm2: z.number(),
      waste: Money,
    })
    .nullable(),
  minutes: z.number().nullable(),
  operatorMinutes: z.number().nullable(),
  inkMl: z.record(z.string(), z.number()),
  /** Where time and ink will lie in 8 of 10 jobs. */
  interval: z
    .object({ level: share, minutes: Interval, inkMl: z.record(z.string(), Interval) })
    .nullable(),
  containers: z.array(z.object({ channel: z.string(), opened: z.int(), leftAfterMl: z.number() })),
  inkCost: Money.nullable(),
  cost: Money.nullable(),
  /** They add up to the cost. */
  costLines: z.array(z.object({ label: z.string(), group: z.string(), amount: Money })),
  /** Ink and cost by version; empty where the plan has none. They add up to the whole. */
  versions: z.array(
    z.object({
      page: z.int(),
      copies: z.int(),
      inkMl: z.record(z.string(), z.number()),
      cost: Money,
      perPiece: Money,
    }),
  ),
  /** Which versions lie on which load. */
  versionLoads: z.array(
    z.object({
      first: z.int(),
      times: z.int(),
      pieces: z.array(z.object({ page: z.int(), copies: z.int() })),
    }),
  ),
  price: Money.nullable(),
  tax: Money.nullable(),
  /** Price over the time in all. */
  perHour: Money.nullable(),
  /** Price over the copies, and over their finished area. */
  perPiece: Money.nullable(),
  perM2: Money.nullable(),
  perFt2: Money.nullable(),
  runSheet: z.array(
    z.object({
      title: z.string(),
      /** Number of the trip that is printed in this step. */
      trip: z.int().exactOptional(),
      settings: z.array(z.object({ label: z.string(), value: z.string() })),
      checks: z.array(z.string()),
      cautions: z.array(z.string()),
    }),
  ),
});
export type PlanReport = z.output<typeof PlanReport>;

const cm2 = (mm2: number) => mm2 / 100;
/** What `plates` wrote. */
export const PlatesReport = z.object({
  files: z.array(
    z.object({
      path: z.string(),
      /** For the machine, all inks together, one plate, or one plate for a look. */
      kind: z.enum(['pdf', 'inks', 'plate', 'look', 'lines']),
      /** Page of the artwork that it holds: versions have files of their own. */
      page: z.int(),
      /** Files for the machine are counted in the order of printing, from 1. */
      file: z.int(),
      plates: z.array(z.object({ name: z.string(), coverage: share })),
    }),
  ),
});

const CHECKED = { true: 'right', false: 'wrong', undefined: 'none' } as const;

export function inspectReport(file: string, info: ArtworkInfo): InspectReport {
  const { format, colour, document, pages } = info;
  return InspectReport.parse({
    file,
    format,
    colour,
    document: document ?? null,
    findings: documentFindings(info),
    pages: pages.map((page) => ({
      ...page,
      separations: page.separations.map((separation) => ({
        ...separation,
        alternate: separation.alternate ?? null,
      })),
      knockouts: page.knockouts.map(({ separation, specialLostMm2, colourLostMm2 }) => ({
        separation,
        specialLostCm2: cm2(specialLostMm2),
        colourLostCm2: cm2(colourLostMm2),
      })),
      processInk: processInk(page),
      barcodes: page.barcodes.map(({ quiet, checkDigit, ...barcode }) => ({
        ...barcode,
        quietModules: quiet,
        checkDigit: CHECKED[`${checkDigit}`],
      })),
      lines: drawnLines(page),
      structure: page.structure ?? null,
      findings: pageFindings(page),
    })),
  });
}

const layerText = ({ layers }: Trip) =>
  layers.map(({ parts }) => parts.map(({ inkRole }) => inkRole).join('+'));

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
      islands: plate.islands,
      thinnestStrokeMm: plate.strokeMm,
      stepsCm2: plate.steps.map(cm2),
      ownAddedCm2: cm2(plate.own.addedMm2),
      ownLostCm2: cm2(plate.own.lostMm2),
    })),
    opacity: result.opacity,
    trips: (work?.trips ?? []).map((trip) => ({
      layers: layerText(trip),
      minutes: trip.minutes,
      waitMinutes: trip.waitMinutes,
      hits: trip.hits,
      passes: trip.passes,
      speed: trip.speed,
    })),
    layout: work
      ? {
          columns: work.layout.columns,
          loads: work.layout.loadCount,
          perLoad: work.layout.perLoad,
          mostPerLoad: work.layout.most,
          materialCm2: cm2(work.layout.materialMm2),
          wasteCm2: cm2(work.layout.wasteMm2),
          waste: work.cost.waste,
        }
      : null,
    minutes: work?.minutes ?? null,
    operatorMinutes: work?.operatorMinutes ?? null,
    inkMl: work ? inkMl(work) : {},
    interval: work ? { level: LEVEL, ...work.interval } : null,
    containers: work?.containers ?? [],
    inkCost: cost?.ink ?? null,
    cost: cost?.total ?? null,
    costLines: cost?.lines ?? [],
    versions: work?.versions ?? [],
    versionLoads: work?.versionLoads ?? [],
    price: cost?.price ?? null,
    tax: cost?.tax ?? null,
    perHour: cost?.perHour ?? null,
    perPiece: cost?.perPiece ?? null,
    perM2: cost?.perM2 ?? null,
    perFt2: cost?.perFt2 ?? null,
    runSheet: work?.runSheet ?? [],
  });
}
