/** The wire between browser and server. Every request and answer, once, for both ends. */
import {
  BAND_ROWS,
  CHANNELS,
  ERROR_CODES,
  type ArtworkInfo,
  type JobReport,
  type Measures,
  type Shop,
} from '@kyanos/core';
import { z } from 'zod';
import { Plan, StackText } from './plan.ts';

export const MAX_UPLOAD_BYTES = 512 * 1024 * 1024;
/** Longest side of the picture that a browser works on. */
export const PREVIEW_PX = 1400;

/** Side of a tile of a page; a band of the raster is one row of tiles. */
export const TILE_PX = BAND_ROWS;
/**
 * Levels at which a page can be looked at in tiles, each half of the one before. Below the last one the preview is sharper.
 */
export const tileLevels = (widthPx: number, heightPx: number): number =>
  Math.max(1, Math.ceil(Math.log2(Math.max(widthPx, heightPx) / PREVIEW_PX)));

/** How a refusal looks. */
export const Problem = z.object({ code: z.enum(ERROR_CODES), message: z.string() });
export type Problem = z.output<typeof Problem>;

export const RipState = z.enum(['queued', 'running', 'done', 'failed', 'cancelled']);

export const ArtworkSummary = z.object({
  id: z.uuid(),
  fileId: z.uuid(),
  fileName: z.string(),
  bytes: z.int(),
  dpi: z.number(),
  /** How many times larger it is printed than it is drawn. */
  scale: z.number(),
  state: RipState,
  /** How often it was asked for: a cancel names the asking that it takes back. */
  attempt: z.int(),
  progress: z.number().min(0).max(1),
  /** Why it failed, for the operator. */
  problem: Problem.nullable(),
  info: z.custom<ArtworkInfo>().nullable(),
  /** There is a rough picture of it already. */
  firstLook: z.boolean(),
});
export type ArtworkSummary = z.output<typeof ArtworkSummary>;

export const NewRip = z.strictObject({
  fileId: z.uuid(),
  fileName: z.string().min(1).max(500),
  /** Resolution at which a PDF is turned into plates. Pictures keep their own. */
  dpi: z.int().min(36).max(1200),
  /** How many times larger it is printed than it is drawn: 10 for artwork at 1:10. */
  scale: z.number().min(0.01).max(100).default(1),
});
export type NewRip = z.output<typeof NewRip>;

export const StoredFile = z.object({
  id: z.uuid(),
  sha256: z.string(),
  bytes: z.int(),
  known: z.boolean(),
});
export type StoredFile = z.output<typeof StoredFile>;

export const JobSummary = z.object({
  id: z.uuid(),
  name: z.string(),
  version: z.int(),
  savedAt: z.string(),
  savedBy: z.string(),
  artworkId: z.uuid().nullable(),
  artworkState: RipState.nullable(),
  /** The name under which the artwork came to this job. */
  fileName: z.string().nullable(),
  /** Why the plan that is stored can't be read; null if it can. */
  problem: Problem.nullable(),
  machine: z.string(),
  material: z.string(),
  stack: z.string(),
  copies: z.int(),
});
export type JobSummary = z.output<typeof JobSummary>;

export const Job = z.object({
  id: z.uuid(),
  version: z.int().min(1),
  savedAt: z.string(),
  savedBy: z.string(),
  artworkId: z.uuid().nullable(),
  /** The name under which the artwork came to this job. */
  fileName: z.string().nullable(),
  plan: Plan,
});
export type Job = z.output<typeof Job>;

/** Files that a job had, in the order in which it got them. */
export const ArtworkVersion = z.object({
  artworkId: z.uuid(),
  fileName: z.string(),
  /** The job's version from which on it has this file. */
  since: z.int(),
});
export type ArtworkVersion = z.output<typeof ArtworkVersion>;

export const NewJob = z.strictObject({
  plan: Plan,
  artworkId: z.uuid().nullable(),
  /** The name under which the artwork comes; as before if absent. */
  fileName: z.string().min(1).max(500).optional(),
  savedBy: z.string().max(80),
});

/** `base` is the version the change was made on; another one in the meantime is a conflict. */
export const SaveJob = z.strictObject({
  base: z.int().min(1),
  plan: Plan,
  artworkId: z.uuid().nullable(),
  /** The name under which the artwork comes; as before if absent. */
  fileName: z.string().min(1).max(500).optional(),
  savedBy: z.string().max(80),
});

export const PlateBuild = z.object({
  id: z.uuid(),
  state: RipState,
  /** How often it was asked for: a cancel names the asking that it takes back. */
  attempt: z.int(),
  progress: z.number().min(0).max(1),
  problem: Problem.nullable(),
  measures: z.custom<Measures>().nullable(),
});
export type PlateBuild = z.output<typeof PlateBuild>;

/** The files of a plan for its machine, packed together. */
export const PlateExport = z.object({
  id: z.uuid(),
  state: RipState,
  /** How often it was asked for: a cancel names the asking that it takes back. */
  attempt: z.int(),
  progress: z.number().min(0).max(1),
  problem: Problem.nullable(),
  /** Of the packed file; null until it is there. */
  bytes: z.int().nullable(),
});
export type PlateExport = z.output<typeof PlateExport>;

/** A beginning that the shop saved for itself: stack, plates and mirroring. */
export const NewPreset = z.strictObject({
  name: z.string().trim().min(1).max(80),
  about: z.string().trim().max(200),
  notation: StackText,
});
export const SavedPreset = z.object({
  id: z.uuid(),
  name: z.string(),
  about: z.string(),
  notation: z.string(),
});
export type SavedPreset = z.output<typeof SavedPreset>;

export const ShopAnswer = z.custom<Shop>();

/** Reports of finished jobs as a file has them, or one that was typed in, as JSON. */
export const NewReports = z.strictObject({ text: z.string().max(2_000_000) });

/** A report that is kept for a machine. */
export interface StoredReport {
  readonly id: string;
  readonly jobId: string | null;
  readonly report: JobReport;
}

/** What became of reports that were sent. */
export interface ReportsTaken {
  readonly taken: number;
  /** Those that nothing is known of to compare them with. */
  readonly left: readonly { readonly job: string; readonly why: string }[];
}

/** Whether a report is learnt from; null leaves it to the estimate. */
export const ReportUse = z.strictObject({ use: z.boolean().nullable() });

/** What is to be taken over of what reports say. */
export const TakeOver = z.strictObject({
  subjects: z.array(z.enum([...CHANNELS, 'time'])).min(1),
});
