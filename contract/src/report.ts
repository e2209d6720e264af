/** What the command line prints: the same numbers as on the screen, in a form for scripts. */
import {
  documentFindings,
  drawnLines,
  ERROR_CODES,
  FINDING_CODES,
  inkMl,
  KINDS,
  LEVEL,
  LINE_ROLES,
  pageFindings,
  processInk,
  ROLES,
  SEVERITIES,
  type ArtworkInfo,
  type PlanResult,
  type Trip,
} from '@kyanos/core';
import { z } from 'zod';

const Money = z.object({ minor: z.int(), currency: z.string() });
const share = z.number().min(0).max(1);
const Interval = z.object({ low: z.number(), high: z.number() });

const Box = z.object({ left: z.number(), top: z.number(), width: z.number(), height: z.number() });
const Role = z.enum(ROLES);

const Repair = z.discriminatedUnion('kind', [
  z.object({
    label: z.string(),
    kind: z.literal('map-name'),
    separation: z.string(),
    role: Role,
  }),
  z.object({
    label: z.string(),
    kind: z.literal('overprint'),
    separation: z.string(),
    keep: z.boolean(),
  }),
  z.object({ label: z.string(), kind: z.literal('haze'), percent: z.number() }),
  z.object({ label: z.string(), kind: z.literal('scale'), factor: z.number() }),
  z.object({
    label: z.string(),
    kind: z.literal('rule'),
    key: z.string(),
    rule: z.string(),
  }),
  z.object({
    label: z.string(),
    kind: z.literal('plan'),
    change: z.record(z.string(), z.union([z.string(), z.number(), z.boolean()])),
  }),
]);

/** Lengths in mm, places from the top left corner of what is printed. */
export const FindingReport = z.object({
  code: z.enum(FINDING_CODES),
  severity: z.enum(SEVERITIES),
  message: z.string(),
  page: z.int().optional(),
  place: z
    .discriminatedUnion('kind', [
      z.object({ kind: z.literal('boxes'), boxes: z.array(Box) }),
      /** A coarse map in rows: run lengths, each with a letter from a (nothing) on. */
      z.object({
        kind: z.literal('cells'),
        cells: z.object({ columns: z.int(), rows: z.int(), runs: z.string() }),
      }),
    ])
    .optional(),
  measure: z.object({ value: z.number(), unit: z.string() }).optional(),
  repair: Repair.optional(),
});

/** What `plan --list-repairs` prints. */
export const RepairsReport = z.object({
  repairs: z.array(z.object({ code: z.enum(FINDING_CODES), repair: Repair })),
});

const DocumentReport = z.object({
  version: z.string(),
  claims: z.array(z.string()),
  outputIntent: z.string().nullable(),
  layers: z.array(
    z.object({
      name: z.string(),
      shown: z.boolean(),
      prints: z.boolean(),
      /** What lines it holds, by its name. */
      lines: z.enum(LINE_ROLES).optional(),
    }),
  ),
  fonts: z.array(z.object({ name: z.string(), kind: z.string(), embedded: z.boolean() })),
});

const StructureReport = z.object({
  /** Those that the page states itself. */
  boxes: z.object({
    media: Box,
    crop: Box.nullable(),
    bleed: Box.nullable(),
    trim: Box.nullable(),
  }),
  turn: z.int(),
  spots: z.array(
    z.object({
      name: z.string(),
      /** Objects that paint it; 0 if it is only declared. */
      objects: z.int(),
      overprinting: z.int(),
      modes: z.array(z.int()),
    }),
  ),
  pictures: z.array(
    z.object({
      box: Box,
      widthPx: z.number(),
      heightPx: z.number(),
      dpi: z.number(),
      space: z.string(),
    }),
  ),
  text: z.array(
    z.object({ box: Box, sizePt: z.number(), inks: z.array(z.string()), mirrored: z.boolean() }),
  ),
  hairlines: z.array(z.object({ box: Box, widthMm: z.number(), inks: z.array(z.string()) })),
  rgbObjects: z.int(),
  transparency: z.boolean(),
  marks: z.array(Box),
  annotations: z.array(Box),
  vanishing: z.array(Box),
  reversed: z.array(
    z.object({ box: Box, sizePt: z.number(), inks: z.array(z.string()), mirrored: z.boolean() }),
  ),
  cutType: z.array(Box),
  beyondMm: z.number(),
  outside: z.array(Box),
  fontsUsed: z.array(z.string()),
  layerColour: z.record(z.string(), z.array(Box)),
  hidden: z.record(z.string(), z.int()),
  incomplete: z.boolean(),
});

export const InspectReport = z.object({
  file: z.string(),
  format: z.enum(['pdf', 'tiff', 'png', 'jpeg', 'webp', 'svg']),
  colour: z.string(),
  document: DocumentReport.nullable(),
  /** Of the file as a whole. */
  findings: z.array(FindingReport),
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
        z.object({
          name: z.string(),
          kind: z.enum(KINDS),
          /** Mean over the trimmed page. */
          coverage: share,
          coverageWithBleed: share,
          /** What the file wants in its place in process ink, in even steps of tint from 0 to 1. */
          alternate: z
            .object({ space: z.string(), ramp: z.array(z.array(share).length(4)) })
            .nullable(),
        }),
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
      /** What is stroked in one spot alone, or lies on a layer of lines; path data as in SVG, mm. */
      lines: z.array(
        z.object({
          name: z.string(),
          from: z.enum(['spot', 'layer']),
          strokes: z.int(),
          closed: z.boolean(),
          overprinting: z.int(),
          lengthMm: z.number(),
          paths: z.array(z.object({ widthMm: z.number(), d: z.string() })),
        }),
      ),
      structure: StructureReport.nullable(),
      findings: z.array(FindingReport),
    }),
  ),
});
export type InspectReport = z.output<typeof InspectReport>;

/** What `inspect --coverage` prints of a file: how much of everything printed each separation covers, and no more. */
export const CoverageReport = z.object({
  file: z.string(),
  format: z.enum(['pdf', 'tiff', 'png', 'jpeg', 'webp', 'svg']),
  pages: z.array(
    z.object({
      number: z.int(),
      widthMm: z.number(),
      heightMm: z.number(),
      separations: z.array(
        z.object({
          name: z.string(),
          kind: z.enum(KINDS),
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
  findings: z.array(FindingReport),
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
          loads: work.layout.fillings,
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
