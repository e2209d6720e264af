import { PRINTER_REPORTS } from '@kyanos/core';
import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { JobId, PressJobId } from '../ids.ts';
import { ShopId } from '../fields.ts';
import { ChannelKey } from '../machine.ts';
import { Problem } from './common.ts';

/** Being sent, then as the printer says. */
export const PRESS_STATES = [
  'sending',
  'waiting',
  'held',
  'printing',
  'stopped',
  'done',
  'cancelled',
  'failed',
] as const;
export type PressState = (typeof PRESS_STATES)[number];

const Want = z.enum(['print', 'hold', 'cancel']);
export type PressWant = z.output<typeof Want>;

/** A job at a printer, as that said last. */
export const PressJob = z.object({
  id: PressJobId,
  jobId: JobId,
  name: z.string(),
  machineId: z.string(),
  state: z.enum(PRESS_STATES),
  want: Want,
  copies: z.int(),
  /** Good and spoilt copies so far; null where the printer does not count them. */
  done: z.int().nullable(),
  spoilt: z.int().nullable(),
  /** Printing, without hands and drying; null where the printer does not say. */
  minutes: z.number().nullable(),
  ml: z.partialRecord(ChannelKey, z.number()),
  /** What went wrong on the way, in sentences. */
  notes: z.array(z.string()),
  problem: Problem.nullable(),
  sentAt: z.iso.datetime(),
  sentBy: z.string(),
});
export type PressJob = z.output<typeof PressJob>;

/** A printer, as it said last. */
export const PrinterStatus = z.object({
  machineId: z.string(),
  uri: z.string(),
  /** It came with the app as a stand-in. */
  simulated: z.boolean(),
  /** Since when it does not answer; null while it does. */
  goneSince: z.iso.datetime().nullable(),
  seenAt: z.iso.datetime().nullable(),
  /** Null before its first answer. */
  state: z.enum(['idle', 'processing', 'stopped']).nullable(),
  /** What it is called, and what it waits for, in its own words. */
  name: z.string(),
  message: z.string(),
  /** Why it stands: keywords of RFC 8011, 5.4.12. */
  reasons: z.array(z.string()),
  supplies: z.array(
    z.object({
      /** An ink of the machine, where it is one. */
      channel: ChannelKey.nullable(),
      name: z.string(),
      kind: z.enum(['ink', 'waste', 'other']),
      leftMl: z.number().nullable(),
      /** 0 to 1; null where the printer does not know. */
      share: z.number().nullable(),
    }),
  ),
  /** Which of the things that are asked of it it tells: the operator is asked for the rest. */
  tells: z.array(z.enum(PRINTER_REPORTS)),
});
export type PrinterStatus = z.output<typeof PrinterStatus>;

export const sendToPress = endpoint({
  method: 'POST',
  path: '/jobs/{id}/press',
  summary: 'Send a job to the printer of its machine',
  params: z.object({ id: JobId }),
  body: z.strictObject({ hold: z.boolean().default(false) }),
  answer: PressJob,
  status: 201,
  once: true,
});
export const listSent = endpoint({
  method: 'GET',
  path: '/jobs/{id}/press',
  summary: 'How often a job was sent to a printer, the newest first',
  params: z.object({ id: JobId }),
  answer: z.array(PressJob),
});
export const wantOfPress = endpoint({
  method: 'PUT',
  path: '/press/{id}',
  summary: 'Hold a job at its printer, let it go, or give it up',
  params: z.object({ id: PressJobId }),
  body: z.strictObject({ want: Want }),
  answer: PressJob,
});
export const listPrinters = endpoint({
  method: 'GET',
  path: '/printers',
  summary: 'The printers of the machines, and the jobs that they have',
  answer: z.object({ printers: z.array(PrinterStatus), jobs: z.array(PressJob) }),
});
export const actOnPrinter = endpoint({
  method: 'POST',
  path: '/printers/{machine}/act',
  summary: 'Pause a printer after the piece under its heads, or let it go on',
  params: z.object({ machine: ShopId }),
  body: z.strictObject({ act: z.enum(['pause', 'resume']) }),
  answer: null,
});
export const tryPrinter = endpoint({
  method: 'POST',
  path: '/printers/try',
  summary: 'Ask whoever is at an address what it is',
  body: z.strictObject({ machine: ShopId, uri: z.string().max(500) }),
  answer: PrinterStatus,
});
