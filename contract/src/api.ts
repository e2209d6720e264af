/** The wire between browser and server. Every request and answer, once, for both ends. */
import type { ArtworkInfo, PlateMeasure, Shop } from '@kyanos/core';
import { z } from 'zod';
import { Plan } from './plan.ts';

export const MAX_UPLOAD_BYTES = 512 * 1024 * 1024;
/** Longest side of the picture that a browser works on. */
export const PREVIEW_PX = 1400;

/** How a refusal looks. */
export const Problem = z.object({ code: z.string(), message: z.string() });
export type Problem = z.output<typeof Problem>;

export const RipState = z.enum(['queued', 'running', 'done', 'failed', 'cancelled']);

export const ArtworkSummary = z.object({
  id: z.uuid(),
  fileName: z.string(),
  bytes: z.int(),
  dpi: z.number(),
  state: RipState,
  progress: z.number().min(0).max(1),
  /** Why it failed, for the operator. */
  problem: Problem.nullable(),
  info: z.custom<ArtworkInfo>().nullable(),
});
export type ArtworkSummary = z.output<typeof ArtworkSummary>;

export const NewRip = z.strictObject({
  fileId: z.uuid(),
  fileName: z.string().min(1).max(500),
  /** Resolution at which a PDF is turned into plates. Pictures keep their own. */
  dpi: z.int().min(36).max(1200),
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
  plan: Plan,
});
export type Job = z.output<typeof Job>;

export const NewJob = z.strictObject({
  plan: Plan,
  artworkId: z.uuid().nullable(),
  savedBy: z.string().max(80),
});

/** `base` is the version the change was made on; another one in the meantime is a conflict. */
export const SaveJob = z.strictObject({
  base: z.int().min(1),
  plan: Plan,
  artworkId: z.uuid().nullable(),
  savedBy: z.string().max(80),
});

export const PlateBuild = z.object({
  id: z.uuid(),
  state: RipState,
  progress: z.number().min(0).max(1),
  problem: Problem.nullable(),
  measures: z.custom<PlateMeasure[]>().nullable(),
});
export type PlateBuild = z.output<typeof PlateBuild>;

export const ShopAnswer = z.custom<Shop>();
