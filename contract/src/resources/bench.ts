import { JOB_STATES } from '@kyanos/core';
import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { JobId } from '../ids.ts';
import { ChannelKey } from '../machine.ts';

const params = z.object({ id: JobId });

const RunStepSchema = z.object({
  title: z.string(),
  trip: z.int().exactOptional(),
  settings: z.array(z.object({ label: z.string(), value: z.string() })),
  checks: z.array(z.string()),
  cautions: z.array(z.string()),
});

/** A check of a run sheet: its step and its place there, from 0. */
const Tick = z.string().regex(/^\d{1,3}\.\d{1,3}$/);
const count = z.int().min(0).max(1_000_000);

/** What was said of a job at the bench. */
export const BenchState = z.object({
  /** Of the plan: ticks are of one version, a changed plan is checked anew. */
  version: z.int(),
  state: z.enum(JOB_STATES),
  ticks: z.array(Tick),
  startedAt: z.iso.datetime().nullable(),
  /** Since when it rests; null while it goes on. */
  restsSince: z.iso.datetime().nullable(),
  spoilt: z.int(),
  /** Its printer has finished, and did not say what it took. */
  printerFinished: z.boolean(),
});
export type BenchState = z.output<typeof BenchState>;

/** A job as it lies at the bench. */
export const Bench = BenchState.extend({
  jobId: JobId,
  number: z.int(),
  name: z.string(),
  customer: z.string(),
  machineId: z.string(),
  material: z.string(),
  copies: z.int(),
  due: z.iso.datetime().nullable(),
  notes: z.string(),
  /** None while its plates are not built, or where it can't be printed; then it says why. */
  steps: z.array(RunStepSchema),
  why: z.string(),
  /** Inks that it lays, for what the operator writes down. */
  inks: z.array(z.object({ channel: ChannelKey, name: z.string(), ml: z.number() })),
});
export type Bench = z.output<typeof Bench>;

export const getBench = endpoint({
  method: 'GET',
  path: '/jobs/{id}/bench',
  summary: 'A job at the bench: its run sheet, with what is ticked',
  params,
  answer: Bench,
});
export const getBenchState = endpoint({
  method: 'GET',
  path: '/jobs/{id}/bench/state',
  summary: 'What was ticked and said of a job at the bench',
  params,
  answer: BenchState,
});
export const changeBench = endpoint({
  method: 'PUT',
  path: '/jobs/{id}/bench',
  summary: 'Tick a check, begin to print, rest, go on, or count what is spoilt',
  params,
  body: z.strictObject({
    /** Of the plan that the sheet was read from. */
    version: z.int(),
    tick: z.strictObject({ check: Tick, on: z.boolean() }).exactOptional(),
    begins: z.literal(true).exactOptional(),
    rests: z.boolean().exactOptional(),
    spoilt: count.exactOptional(),
  }),
  answer: BenchState,
});
/** What the operator says that a job took; what is not known is left out. */
export const finishBench = endpoint({
  method: 'POST',
  path: '/jobs/{id}/bench/done',
  summary: 'A job is printed: what it took is drawn from the shelf and learnt from',
  params,
  body: z.strictObject({
    spoilt: count,
    minutes: z.number().min(0).max(100_000).exactOptional(),
    ml: z.partialRecord(ChannelKey, z.number().min(0).max(100_000)),
  }),
  /** What it did to the stock, in sentences. */
  answer: z.object({ stock: z.array(z.string()) }),
  once: true,
});
