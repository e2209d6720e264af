import { JOB_STATES, OPEN_STATES, PRIORITIES } from '@kyanos/core';
import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { ArtworkId, ExerciseId, FileId, JobId } from '../ids.ts';
import { Plan } from '../plan.ts';
import { Problem, WorkState } from './common.ts';

export const JobSummary = z.object({
  id: JobId,
  name: z.string(),
  version: z.int(),
  savedAt: z.string(),
  savedBy: z.string(),
  artworkId: ArtworkId.nullable(),
  artworkState: WorkState.nullable(),
  /** The name under which the artwork came to this job. */
  fileName: z.string().nullable(),
  /** Why the plan that is stored can't be read; null if it can. */
  problem: Problem.nullable(),
  machine: z.string(),
  material: z.string(),
  stack: z.string(),
  copies: z.int(),
  /** That the shop calls it by. */
  number: z.int(),
  priority: z.enum(PRIORITIES),
  state: z.enum(JOB_STATES),
  /** When the customer wants it. */
  due: z.iso.datetime().nullable(),
  /** What the shop wrote beside it. */
  notes: z.string(),
  /** It is off the board, and kept. */
  putAway: z.boolean(),
  /** What was found against it; null while its plates are not built. */
  decide: z.object({ errors: z.int(), warnings: z.int() }).nullable(),
});
export type JobSummary = z.output<typeof JobSummary>;

export const JOB_SORTS = [
  'saved',
  'due',
  'name',
  'machine',
  'material',
  'copies',
  'state',
] as const;

/** Jobs of one state, those that something is still to be done for, all that are on the board, or those that were put away. */
export const JOB_FILTERS = ['all', 'open', 'away', ...JOB_STATES] as const;
export type JobFilter = (typeof JOB_FILTERS)[number];
export const statesOf = (filter: JobFilter): readonly string[] =>
  filter === 'all' || filter === 'away' ? JOB_STATES : filter === 'open' ? OPEN_STATES : [filter];

/** Which jobs are wanted, and in which order. */
export const JobQuery = z.object({
  /** Every word is in the name, the file, the machine, the material or whom it is for. */
  search: z.string().max(200).default(''),
  state: z.enum(JOB_FILTERS).default('all'),
  sort: z.enum(JOB_SORTS).default('saved'),
  order: z.enum(['up', 'down']).default('down'),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
  limit: z.coerce.number().int().min(1).max(500).default(50),
});
export type JobQuery = z.output<typeof JobQuery>;

export const JobList = z.object({ total: z.int(), jobs: z.array(JobSummary) });
export type JobList = z.output<typeof JobList>;

export const Job = z.object({
  id: JobId,
  version: z.int().min(1),
  savedAt: z.string(),
  savedBy: z.string(),
  artworkId: ArtworkId.nullable(),
  /** The name under which the artwork came to this job. */
  fileName: z.string().nullable(),
  plan: Plan,
  /** It is no job of the shop but an exercise that was not handed in yet: what would help is not shown. */
  exercise: ExerciseId.nullable(),
  /** It was made for an exercise, handed in or not: it is never printed. */
  practice: z.boolean(),
});
export type Job = z.output<typeof Job>;

/** Files that a job had, in the order in which it got them. */
export const ArtworkVersion = z.object({
  artworkId: ArtworkId,
  fileName: z.string(),
  /** The job's version from which on it has this file. */
  since: z.int(),
});
export type ArtworkVersion = z.output<typeof ArtworkVersion>;

const content = {
  plan: Plan,
  artworkId: ArtworkId.nullable(),
  /** The name under which the artwork comes; as before if absent. */
  fileName: z.string().min(1).max(500).exactOptional(),
};
export const NewJob = z.strictObject(content);
export type NewJob = z.output<typeof NewJob>;
/** The one after it is as far as the database counts. */
const MOST_VERSIONS = 2 ** 31 - 2;
const BaseVersion = z.int().min(1).max(MOST_VERSIONS);
const VersionNumber = z.coerce.number().int().min(1).max(MOST_VERSIONS);
/** `base` is the version the change was made on; another one in the meantime is a conflict. */
export const SaveJob = z.strictObject({ base: BaseVersion, ...content });
export type SaveJob = z.output<typeof SaveJob>;

const params = z.object({ id: JobId });

export const listJobs = endpoint({
  method: 'GET',
  path: '/jobs',
  summary: 'Jobs on the board, a page of them',
  query: JobQuery,
  answer: JobList,
});
export const makeJob = endpoint({
  method: 'POST',
  path: '/jobs',
  summary: 'Begin a job',
  body: NewJob,
  answer: Job,
  status: 201,
  once: true,
});
export const getJob = endpoint({
  method: 'GET',
  path: '/jobs/{id}',
  summary: 'A job as it was saved last',
  params,
  answer: Job,
});
export const saveJob = endpoint({
  method: 'PUT',
  path: '/jobs/{id}',
  summary: 'Save a job as its next version',
  params,
  body: SaveJob,
  answer: Job,
  once: true,
});
/** A field of a plan that differs, by its dotted path in the plan file; absent on the side that lacks it. */
const PlanChange = z.object({
  field: z.string(),
  was: z.unknown().optional(),
  now: z.unknown().optional(),
});
/** What differs between two versions: fields of their plans, the first of them, and how many more there are. */
export const PlanChanges = z.object({ fields: z.array(PlanChange), more: z.int() });
export type PlanChanges = z.output<typeof PlanChanges>;

/** A version of a job as its history tells it. */
export const JobVersion = z.object({
  version: z.int(),
  savedAt: z.string(),
  savedBy: z.string(),
  artworkId: ArtworkId.nullable(),
  fileName: z.string().nullable(),
  /** What it changed of the version before; null for the first one, and where one of the two can't be read. */
  changes: PlanChanges.nullable(),
});
export type JobVersion = z.output<typeof JobVersion>;
/** What became of a job beside its plan. `was` and `now` are the state, the time it is due, how pressing it is, the notes, or `away`. */
export const JobEvent = z.object({
  at: z.string(),
  by: z.string(),
  what: z.enum(['state', 'due', 'priority', 'notes', 'away']),
  was: z.string().nullable(),
  now: z.string().nullable(),
});
export type JobEvent = z.output<typeof JobEvent>;
export const listVersions = endpoint({
  method: 'GET',
  path: '/jobs/{id}/versions',
  summary: 'Versions of a job, the newest first, with who saved each and what it changed',
  params,
  /** Only earlier ones than this: the next page. */
  query: z.object({ before: VersionNumber.optional() }),
  /** With what became of the job beside its plan while they were the newest. */
  answer: z.object({
    versions: z.array(JobVersion),
    events: z.array(JobEvent),
    total: z.int(),
  }),
});
export const compareVersions = endpoint({
  method: 'GET',
  path: '/jobs/{id}/versions/{from}/to/{to}',
  summary: 'What differs between two versions of a job',
  params: params.extend({ from: VersionNumber, to: VersionNumber }),
  answer: PlanChanges,
});
export const bringBackVersion = endpoint({
  method: 'POST',
  path: '/jobs/{id}/versions/{version}/bring-back',
  summary: 'Save an earlier version of a job as its next one',
  params: params.extend({ version: VersionNumber }),
  body: z.strictObject({ base: BaseVersion }),
  answer: Job,
  once: true,
});
const JobOrder = z.strictObject({
  state: z.enum(JOB_STATES),
  due: z.iso.datetime().nullable(),
  priority: z.enum(PRIORITIES),
});
export type JobOrder = z.output<typeof JobOrder>;
/** `was` is what the change was made on; something else in the meantime is a conflict. */
export const setJobOrder = endpoint({
  method: 'PUT',
  path: '/jobs/{id}/order',
  summary: 'Change the state of a job, when it is due, or how pressing it is',
  params,
  body: z.strictObject({ was: JobOrder, now: JobOrder }),
  /** What it did to the stock, in sentences. */
  answer: JobOrder.extend({ stock: z.array(z.string()) }),
});
/** `was` is what the change was made on; something else in the meantime is a conflict. */
export const setJobNotes = endpoint({
  method: 'PUT',
  path: '/jobs/{id}/notes',
  summary: 'Write beside a job what is not in its plan',
  params,
  body: z.strictObject({ was: z.string().max(10_000), now: z.string().max(4000) }),
  answer: null,
});
export const putJobAway = endpoint({
  method: 'PUT',
  path: '/jobs/{id}/away',
  summary: 'Put a job away from the board, or take it back',
  params,
  body: z.strictObject({ away: z.boolean() }),
  answer: null,
});
export const listJobArtworks = endpoint({
  method: 'GET',
  path: '/jobs/{id}/artworks',
  summary: 'The files that a job had',
  params,
  answer: z.array(ArtworkVersion),
});

export const getJobFile = endpoint({
  method: 'GET',
  path: '/jobs/{id}/file.zip',
  summary: 'A job as one file, with its artwork',
  params,
  answer: { type: 'application/zip', what: 'job.json and the artwork' },
});
export const takeJobFile = endpoint({
  method: 'POST',
  path: '/jobs/file',
  summary: 'Take in a job that was written as one file; its file is stored first',
  body: z.strictObject({ fileId: FileId }),
  answer: Job,
  status: 201,
});

export const PAPERS = ['run-sheet', 'quote', 'order-confirmation', 'inner-sheet', 'jig'] as const;
export type Paper = (typeof PAPERS)[number];
export const getPaper = endpoint({
  method: 'GET',
  path: '/jobs/{id}/{paper}.pdf',
  summary: 'A paper of a job: run sheet, quote, order confirmation, inner sheet, jig',
  params: params.extend({ paper: z.enum(PAPERS) }),
  answer: { type: 'application/pdf', what: 'A page or more to print' },
});
