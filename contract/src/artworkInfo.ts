/** What is known of artwork, as it travels. Lengths mm, places from the top left corner of what is printed, shares 0 to 1. */
import {
  ARTWORK_FORMATS,
  FINDING_CODES,
  SEPARATION_KINDS,
  LINE_ROLES,
  SEVERITIES,
  type ArtworkInfo,
} from '@kyanos/core';
import { z } from 'zod';
import { RoleSchema } from './machine.ts';
import { prove, type Same } from './proof.ts';

export const share = z.number().min(0).max(1);
export const Box = z.object({
  left: z.number(),
  top: z.number(),
  width: z.number(),
  height: z.number(),
});
/** A coarse map in rows: run lengths, each with a letter from a (nothing) on. */
export const Cells = z.object({ columns: z.int(), rows: z.int(), runs: z.string() });
const names = z.array(z.string());
/** Fields that artwork read by an earlier version may lack. */
const boxes = z.array(Box).default([]);

export const Repair = z.discriminatedUnion('kind', [
  z.object({
    label: z.string(),
    kind: z.literal('map-name'),
    separation: z.string(),
    role: RoleSchema,
  }),
  z.object({
    label: z.string(),
    kind: z.literal('overprint'),
    separation: z.string(),
    keep: z.boolean(),
  }),
  z.object({
    label: z.string(),
    kind: z.literal('state'),
    change: z.object({ whiteSlot: z.enum(['under', 'other']).exactOptional() }),
  }),
  z.object({ label: z.string(), kind: z.literal('haze'), percent: z.number() }),
  z.object({ label: z.string(), kind: z.literal('scale'), factor: z.number() }),
  z.object({ label: z.string(), kind: z.literal('rule'), key: z.string(), rule: z.string() }),
  z.object({
    label: z.string(),
    kind: z.literal('plan'),
    change: z.object({
      stack: z.string().exactOptional(),
      modeId: z.string().exactOptional(),
      rearPage: z.int().exactOptional(),
      laminated: z.boolean().exactOptional(),
      lot: z.string().exactOptional(),
      split: z.enum(['together', 'apart']).exactOptional(),
      waitMinutes: z.number().exactOptional(),
      loadLength: z.number().exactOptional(),
      layAnew: z.boolean().exactOptional(),
    }),
  }),
]);

export const Finding = z.object({
  code: z.enum(FINDING_CODES),
  severity: z.enum(SEVERITIES),
  message: z.string(),
  page: z.int().exactOptional(),
  place: z
    .discriminatedUnion('kind', [
      z.object({ kind: z.literal('boxes'), boxes: z.array(Box) }),
      z.object({ kind: z.literal('cells'), cells: Cells }),
    ])
    .exactOptional(),
  measure: z
    .object({ value: z.number(), unit: z.enum(['cm²', 'mm', '%', 'dpi', 'count', 'pt']) })
    .exactOptional(),
  repair: Repair.exactOptional(),
});

export const DocumentStructure = z.object({
  version: z.string(),
  claims: names,
  outputIntent: z.string().nullable(),
  layers: z.array(
    z.object({
      name: z.string(),
      shown: z.boolean(),
      prints: z.boolean(),
      /** What lines it holds, by its name. */
      lines: z.enum(LINE_ROLES).exactOptional(),
    }),
  ),
  fonts: z.array(z.object({ name: z.string(), kind: z.string(), embedded: z.boolean() })),
});

/** What is stroked in one spot alone, or lies on a layer of lines; path data as in SVG, mm. */
export const LineUse = z.object({
  name: z.string(),
  from: z.enum(['spot', 'layer']),
  strokes: z.int(),
  closed: z.boolean(),
  overprinting: z.int(),
  lengthMm: z.number(),
  paths: z.array(z.object({ widthMm: z.number(), d: z.string() })),
});

const TextUse = z.object({ box: Box, sizePt: z.number(), inks: names, mirrored: z.boolean() });

export const PageStructure = z.object({
  /** Those that the page states itself. */
  boxes: z.object({
    media: Box,
    crop: Box.nullable(),
    bleed: Box.nullable(),
    trim: Box.nullable(),
  }),
  turn: z.number(),
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
  text: z.array(TextUse),
  lines: z.array(LineUse).default([]),
  hairlines: z.array(z.object({ box: Box, widthMm: z.number(), inks: names })),
  rgb: boxes,
  rgbObjects: z.int(),
  transparency: z.boolean(),
  marks: z.array(Box),
  layerColour: z.record(z.string(), z.array(Box)).default({}),
  hidden: z.record(z.string(), z.int()),
  mayKnockOut: z.boolean(),
  annotations: boxes,
  vanishing: boxes,
  reversed: z.array(TextUse).default([]),
  cutType: boxes,
  beyondMm: z.number().default(0),
  outside: boxes,
  fontsUsed: names.default([]),
  incomplete: z.boolean(),
});

const Lab = z.tuple([z.number(), z.number(), z.number()]);

export const Separation = z.object({
  name: z.string(),
  kind: z.enum(SEPARATION_KINDS),
  /** Mean over the trimmed page, and over everything printed. */
  coverage: share,
  coverageWithBleed: share,
  /** What the file wants in its place in process ink, in even steps of tint from 0 to 1. */
  alternate: z
    .object({ space: z.string(), ramp: z.array(z.tuple([share, share, share, share])) })
    .exactOptional(),
});

export const Format = z.enum(ARTWORK_FORMATS);

export const ArtworkPage = z.object({
  number: z.int(),
  widthMm: z.number(),
  heightMm: z.number(),
  trimMm: Box,
  dpi: z.number(),
  widthPx: z.int(),
  heightPx: z.int(),
  trimPx: z.object({
    left: z.number(),
    top: z.number(),
    right: z.number(),
    bottom: z.number(),
  }),
  bleedDeclared: z.boolean(),
  separations: z.array(Separation),
  overprinted: names,
  knockouts: z.array(
    z.object({
      separation: z.string(),
      specialLostMm2: z.number(),
      colourLostMm2: z.number(),
      cells: Cells,
    }),
  ),
  content: z.object({
    highest: z.array(z.number()),
    faint: Cells.exactOptional(),
    inkSum: z.array(z.number()),
    heavy: Cells.exactOptional(),
  }),
  edgeShare: z.number().default(0),
  barcodes: z.array(
    z.object({
      type: z.string(),
      content: z.string(),
      box: Box,
      turn: z.number(),
      moduleMm: z.number(),
      quiet: z.tuple([z.number(), z.number()]),
      quietWanted: z.tuple([z.number(), z.number()]),
      checkDigit: z.boolean().exactOptional(),
      mirrored: z.boolean(),
      errorCorrection: z.number().optional(),
    }),
  ),
  structure: PageStructure.exactOptional(),
  lines: z.array(LineUse).exactOptional(),
  notes: z.array(Finding),
});

export const ArtworkInfoSchema = z.object({
  format: Format,
  colour: z.string(),
  anchor: z.object({ primaries: z.array(Lab), ramps: z.array(z.array(Lab)) }),
  document: DocumentStructure.exactOptional(),
  pages: z.array(ArtworkPage),
});

prove<Same<z.output<typeof ArtworkInfoSchema>, ArtworkInfo>>();
