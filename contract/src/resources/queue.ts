import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { JobId } from '../ids.ts';
import type { Wire } from '../proof.ts';
import { QueuedSchema, QueueMachineSchema, QueueSettings, HoursSettings } from '../queue.ts';

/** A job that stands in the queue, as the shop knows it. */
const QueueJob = z.object({
  id: JobId,
  number: z.int(),
  name: z.string(),
  customer: z.string(),
  state: z.enum(['accepted', 'ready', 'printing']),
  due: z.iso.datetime().nullable(),
  copies: z.int(),
  /** The material that it has reserved, where its last day is known. */
  lot: z.object({ lot: z.string(), until: z.iso.date() }).nullable(),
  /** Machines on which it has trips that can be printed apart from each other. */
  apartOn: z.array(z.string()),
});

export const QueueState = z.object({
  /** When the minutes begin. */
  begins: z.iso.datetime(),
  hours: HoursSettings,
  machines: z.array(QueueMachineSchema),
  /** One for each job: what is kept places them. */
  tasks: z.array(QueuedSchema),
  jobs: z.array(QueueJob),
  /** What lies on the shelf, by material: metres or sheets. */
  free: z.record(z.string(), z.number()),
  kept: QueueSettings,
  /** Of what is kept: the next change is made on it. */
  revision: z.int(),
  currency: z.string(),
  /** Jobs to be printed that can't stand in it, and why. */
  left: z.array(z.object({ id: JobId, name: z.string(), why: z.string() })),
});
export type QueueState = Wire<z.output<typeof QueueState>>;

export const getQueue = endpoint({
  method: 'GET',
  path: '/queue',
  summary: 'What is to be printed, on which machines, and in which order',
  answer: QueueState,
});
/** A quote, as it would stand in the queue. */
export const getQuoted = endpoint({
  method: 'GET',
  path: '/queue/jobs/{id}',
  summary: 'A job that is not in the queue yet, as it would stand in it',
  params: z.object({ id: JobId }),
  /** When the minutes of the queue begin that it would stand in. */
  query: z.object({ begins: z.iso.datetime() }),
  answer: z.object({ task: QueuedSchema.nullable(), why: z.string() }),
});
export const getDayList = endpoint({
  method: 'GET',
  path: '/queue/day.pdf',
  summary: 'What is printed on the day that comes, machine by machine',
  answer: { type: 'application/pdf', what: 'a list for the wall' },
});
export const getQueueCalendar = endpoint({
  method: 'GET',
  path: '/queue.ics',
  summary: 'The queue as a calendar to subscribe to',
  answer: { type: 'text/calendar', what: 'iCalendar (RFC 5545)' },
});
