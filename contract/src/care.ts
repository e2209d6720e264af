/** The logbook of a machine, procedures and their runs, as they travel. */
import {
  CAUTIONS,
  DRAW_SOURCES,
  STEP_EFFECTS,
  type CareAct,
  type CareState,
  type CautionId,
  type Procedure,
} from '@kyanos/core';
import { z } from 'zod';
import { CareEventId } from './ids.ts';
import { ChannelKey } from './machine.ts';
import { prove, type Same } from './proof.ts';

const ml = z.number().min(0).max(100_000);
const minutes = z.number().min(0).max(100_000);
const words = z.string().trim().max(2000);
const line = z.string().trim().max(200);
const run = z.uuid();
const step = z.int().min(0).max(199);

export const Missing = z
  .array(
    z.strictObject({
      channel: ChannelKey,
      row: z.int().min(0).max(63),
      nozzle: z.int().min(0).max(4095),
    }),
  )
  .max(5000);
const Wrote = z.record(z.string().max(60), z.union([words, z.number()]));

/** What somebody writes into the logbook; runs of procedures have addresses of their own. */
const logbookActs = [
  z.strictObject({ act: z.literal('agitated') }),
  z.strictObject({ act: z.literal('pattern'), missing: Missing }),
  z.strictObject({ act: z.literal('cleaned'), ml, minutes }),
  z.strictObject({ act: z.enum(['filled', 'flushed']), channel: ChannelKey, ml, minutes }),
  z.strictObject({ act: z.enum(['parked', 'heads-fitted']) }),
  z.strictObject({ act: z.literal('slot'), to: z.enum(['under', 'other']) }),
  z.strictObject({ act: z.literal('waste-emptied') }),
  z.strictObject({ act: z.literal('replaced'), part: line.min(1) }),
  z.strictObject({
    act: z.literal('note'),
    text: words.min(1),
    picture: z.uuid().exactOptional(),
  }),
] as const;
export const LogbookAct = z.discriminatedUnion('act', logbookActs);
export type LogbookAct = z.output<typeof LogbookAct>;

export const CareActSchema = z.discriminatedUnion('act', [
  ...logbookActs,
  z.strictObject({
    act: z.literal('printed'),
    name: line,
    jobId: z.uuid().exactOptional(),
    ml: z.partialRecord(ChannelKey, ml),
    wasteMl: ml,
    minutes,
    source: z.enum(DRAW_SOURCES),
  }),
  z.strictObject({ act: z.literal('run-started'), run, procedure: line, title: line }),
  z.strictObject({ act: z.literal('run-timer'), run, step }),
  z.strictObject({ act: z.literal('run-step'), run, step, wrote: Wrote }),
  z.strictObject({ act: z.literal('run-ended'), run, finished: z.boolean(), minutes, ml }),
]);
prove<Same<z.output<typeof CareActSchema>, CareAct>>();

export const LogbookEntry = z.object({
  id: CareEventId,
  machineId: z.string(),
  at: z.iso.datetime(),
  by: z.string(),
  what: z.union([CareActSchema, z.object({ act: z.literal('undone'), event: z.number() })]),
  holds: z.boolean(),
});
export type LogbookEntry = z.output<typeof LogbookEntry>;

export const CareStateSchema = z.object({
  whiteSlot: z.enum(['under', 'other']).exactOptional(),
  heads: z.enum(['fitted', 'parked']).exactOptional(),
  filled: z.partialRecord(ChannelKey, z.boolean()),
  wasteMl: z.number(),
  wasteEmptiedAt: z.string().exactOptional(),
  agitatedAt: z.string().exactOptional(),
  whiteMovedAt: z.string().exactOptional(),
  whitePrintedAt: z.string().exactOptional(),
  pattern: z.object({ at: z.string(), missing: Missing }).exactOptional(),
  stoodUntil: z.string().exactOptional(),
  running: z.array(z.string()),
});
prove<Same<z.output<typeof CareStateSchema>, CareState>>();

const CAUTION_IDS = Object.keys(CAUTIONS) as [CautionId, ...CautionId[]];

/** A procedure as the shop keeps it. */
export const ProcedureSchema = z.strictObject({
  title: line.min(1),
  when: words,
  have: z.array(line.min(1)).max(30),
  steps: z
    .array(
      z.strictObject({
        do: words.min(1),
        why: words.exactOptional(),
        minutes: z.number().min(0).max(600),
        waitMinutes: z.number().min(0).max(600).exactOptional(),
        cautions: z.array(z.enum(CAUTION_IDS)).exactOptional(),
        write: z
          .array(
            z.strictObject({
              id: z.string().regex(/^[a-z][a-z0-9-]{0,30}$/),
              label: line.min(1),
              kind: z.enum(['number', 'text']),
              unit: z.string().max(20).exactOptional(),
            }),
          )
          .max(10)
          .exactOptional(),
        effect: z.enum(STEP_EFFECTS).exactOptional(),
      }),
    )
    .min(1)
    .max(100),
  ml: ml.exactOptional(),
});
prove<Same<z.output<typeof ProcedureSchema>, Procedure>>();
