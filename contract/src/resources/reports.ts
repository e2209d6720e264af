import type { JobReport } from '@kyanos/core';
import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { JobId, ReportId } from '../ids.ts';
import { ChannelKey, Machine } from '../machine.ts';
import { prove, type Same } from '../proof.ts';

const Subject = z.union([z.literal('time'), ChannelKey]);

const JobReportSchema = z.object({
  job: z.string(),
  finished: z.string(),
  minutes: z.number().exactOptional(),
  ml: z.partialRecord(ChannelKey, z.number()),
  planned: z.partialRecord(
    ChannelKey,
    z.object({ solidM2: z.number(), starts: z.number(), otherMl: z.number() }),
  ),
  plannedMinutes: z.object({ sweep: z.number(), turn: z.number(), back: z.number() }),
  use: z.boolean().exactOptional(),
  learnt: z.array(Subject).exactOptional(),
});
prove<Same<z.output<typeof JobReportSchema>, JobReport>>();

/** A report that is kept for a machine. */
export const StoredReport = z.object({
  id: ReportId,
  jobId: JobId.nullable(),
  report: JobReportSchema,
});
export type StoredReport = z.output<typeof StoredReport>;

/** What became of reports that were sent. */
export const ReportsTaken = z.object({
  taken: z.int(),
  /** Those that nothing is known of to compare them with. */
  left: z.array(z.object({ job: z.string(), why: z.string() })),
});
export type ReportsTaken = z.output<typeof ReportsTaken>;

const params = z.object({ machine: z.string() });
const one = z.object({ id: ReportId });

export const listReports = endpoint({
  method: 'GET',
  path: '/machines/{machine}/reports',
  summary: 'What a machine reported of finished jobs',
  params,
  answer: z.array(StoredReport),
});
export const takeReports = endpoint({
  method: 'POST',
  path: '/machines/{machine}/reports',
  summary: 'Take reports in, as a file has them or as JSON',
  params,
  body: z.strictObject({ text: z.string().max(2_000_000) }),
  answer: ReportsTaken,
  status: 201,
  once: true,
});
export const takeOverLearnt = endpoint({
  method: 'POST',
  path: '/machines/{machine}/learnt',
  summary: 'Put what reports say in the place of the machine’s figures',
  params,
  body: z.strictObject({ subjects: z.array(Subject).min(1) }),
  answer: Machine,
});
export const useReport = endpoint({
  method: 'PUT',
  path: '/reports/{id}',
  summary: 'Learn from a report or not; null leaves it to the estimate',
  params: one,
  body: z.strictObject({ use: z.boolean().nullable() }),
  answer: null,
});
export const removeReport = endpoint({
  method: 'DELETE',
  path: '/reports/{id}',
  summary: 'Remove a report',
  params: one,
  answer: null,
});
