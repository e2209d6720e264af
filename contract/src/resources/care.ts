import { z } from 'zod';
import { CareStateSchema, Missing, ProcedureSchema, LogbookAct, LogbookEntry } from '../care.ts';
import { endpoint } from '../endpoint.ts';
import { CareEventId, FileId, RunId } from '../ids.ts';
import { ShopId } from '../fields.ts';
import { ChannelKey } from '../machine.ts';
import { Stocked } from '../stock.ts';
import { MoneySchema, WorkingSchema } from './stock.ts';

const machine = z.object({ machine: ShopId });
const run = z.object({ run: RunId });

export const DueSchema = z.object({
  code: z.enum([
    'agitate',
    'stood',
    'pattern',
    'missing-nozzles',
    'use-white',
    'waste',
    'expiry',
    'running',
  ]),
  when: z.enum(['now', 'soon']),
  says: z.string(),
  procedure: z.string().exactOptional(),
  run: z.string().exactOptional(),
  working: WorkingSchema.exactOptional(),
});
export type DueOnWire = z.output<typeof DueSchema>;

/** A machine as it stands. */
export const MachineCare = z.object({
  id: z.string(),
  name: z.string(),
  kind: z.enum(['roll', 'flatbed', 'label']),
  /** It has white ink. */
  white: z.boolean(),
  state: CareStateSchema,
  wasteHolds: z.number(),
  nozzles: z.number(),
  school: z.enum(['moving', 'parking']),
  inks: z.array(
    z.object({
      channel: ChannelKey,
      name: z.string(),
      role: z.string(),
      rows: z.number(),
      /** What one container holds, and what is left in the one that is fitted; null where nobody said. */
      holdsMl: z.number().nullable(),
      leftMl: z.number().nullable(),
      container: Stocked.nullable(),
    }),
  ),
  movesSlot: z.boolean(),
  due: z.array(DueSchema),
  procedures: z.array(z.string()),
  /** White settles: what is estimated now; null where white never moved by the logbook. */
  settling: WorkingSchema.nullable(),
  /** In the last 14 days, mL. */
  whiteTwoWeeksMl: z.number(),
});
export type MachineCare = z.output<typeof MachineCare>;

export const listCare = endpoint({
  method: 'GET',
  path: '/care/machines',
  summary: 'Every machine as it stands, and what is due',
  answer: z.array(MachineCare),
});
export const listDue = endpoint({
  method: 'GET',
  path: '/care/due',
  summary: 'What is due on any machine',
  answer: z.array(DueSchema.extend({ machine: z.string(), name: z.string() })),
});
export const getDueCalendar = endpoint({
  method: 'GET',
  path: '/care/due.ics',
  summary: 'What is due, as a calendar to subscribe to',
  answer: { type: 'text/calendar', what: 'iCalendar (RFC 5545)' },
});
export const listCareEvents = endpoint({
  method: 'GET',
  path: '/care/machines/{machine}/events',
  summary: 'The logbook of a machine, the newest first',
  params: machine,
  query: z.object({
    before: CareEventId.optional(),
    limit: z.coerce.number().int().min(1).max(1000).default(100),
  }),
  answer: z.array(LogbookEntry),
});
/** A day of a machine. */
export const CareDay = z.object({
  day: z.iso.date(),
  whiteMl: z.number(),
  jobs: z.int(),
  agitated: z.int(),
  /** Most nozzles missing in a pattern of that day; null where none was printed. */
  missing: z.int().nullable(),
  swaps: z.int(),
  waste: z.int(),
  cleanings: z.int(),
  parked: z.int(),
  /** Spent on care. */
  careMl: z.number(),
  careMinutes: z.number(),
});
export type CareDay = z.output<typeof CareDay>;
export const getCareWeeks = endpoint({
  method: 'GET',
  path: '/care/machines/{machine}/weeks',
  summary: 'Day by day: white printed, and care',
  params: machine,
  query: z.object({ weeks: z.coerce.number().int().min(1).max(104).default(26) }),
  answer: z.array(CareDay),
});
export const writeLogbook = endpoint({
  method: 'POST',
  path: '/care/machines/{machine}/events',
  summary: 'Write into the logbook what was done',
  params: machine,
  body: z.strictObject({ what: LogbookAct, at: z.iso.datetime().exactOptional() }),
  answer: LogbookEntry,
  status: 201,
  once: true,
});
export const undoCare = endpoint({
  method: 'POST',
  path: '/care/events/{id}/undo',
  summary: 'Undo an entry by an entry of its own',
  params: z.object({ id: CareEventId }),
  answer: null,
});
export const getCarePicture = endpoint({
  method: 'GET',
  path: '/care/pictures/{id}',
  summary: 'A picture that stands beside a note',
  params: z.object({ id: FileId }),
  answer: { type: 'image/*', what: 'A JPEG, PNG or WebP as it was sent' },
});

/** Built in, or the shop’s own in its place. */
export const listProcedures = endpoint({
  method: 'GET',
  path: '/care/procedures',
  summary: 'Procedures: the built-in ones as the shop has changed them, and its own',
  answer: z.array(
    z.object({
      id: z.string(),
      /** The shop has one of its own under this id. */
      own: z.boolean(),
      builtIn: z.boolean(),
      procedure: ProcedureSchema,
    }),
  ),
});

export const RunState = z.object({
  id: RunId,
  machine: z.object({ id: z.string(), name: z.string() }),
  procedureId: z.string(),
  procedure: ProcedureSchema,
  startedAt: z.string(),
  startedBy: z.string(),
  steps: z.array(
    z.object({
      by: z.string().exactOptional(),
      doneAt: z.string().exactOptional(),
      timerAt: z.string().exactOptional(),
      wrote: z.record(z.string(), z.union([z.string(), z.number()])),
    }),
  ),
  at: z.int(),
  ended: z
    .object({ at: z.string(), finished: z.boolean(), minutes: z.number(), ml: z.number() })
    .exactOptional(),
  /** The clock of the server, so that a timer is right on any screen. */
  now: z.string(),
});
export type RunState = z.output<typeof RunState>;
export const startRun = endpoint({
  method: 'POST',
  path: '/care/machines/{machine}/runs',
  summary: 'Begin a procedure',
  params: machine,
  body: z.strictObject({ procedure: ShopId }),
  answer: RunState,
  status: 201,
  once: true,
});
export const getRun = endpoint({
  method: 'GET',
  path: '/care/runs/{run}',
  summary: 'How far a procedure is',
  params: run,
  answer: RunState,
});
const stepParams = run.extend({ step: z.coerce.number().int().min(0).max(199) });
export const startTimer = endpoint({
  method: 'POST',
  path: '/care/runs/{run}/steps/{step}/timer',
  summary: 'Start the timer of a step',
  params: stepParams,
  answer: RunState,
});
export const tickStep = endpoint({
  method: 'POST',
  path: '/care/runs/{run}/steps/{step}',
  summary: 'Tick a step off; a step that is ticked already stays as it is',
  params: stepParams,
  body: z.strictObject({
    wrote: z.record(z.string().max(60), z.union([z.string().max(2000), z.number()])),
    missing: Missing.exactOptional(),
  }),
  answer: RunState,
});
export const endRun = endpoint({
  method: 'POST',
  path: '/care/runs/{run}/end',
  summary: 'End a procedure, finished or stopped',
  params: run,
  answer: RunState,
});

export const getWhiteForecast = endpoint({
  method: 'GET',
  path: '/care/machines/{machine}/white',
  summary: 'Keep white in or flush it out: from the jobs that are coming and what care has cost',
  params: machine,
  answer: z.object({
    says: z.string(),
    weeks: z.array(z.object({ ml: z.number(), jobs: z.number() })),
    past: z.array(z.object({ ml: z.number(), jobs: z.number() })),
    choices: z.array(
      z.object({
        id: z.enum(['keep', 'park', 'flush', 'gather', 'send']),
        name: z.string(),
        says: z.string(),
        total: MoneySchema,
        cheapestIn: z.number(),
        working: WorkingSchema,
      }),
    ),
    /** What care of white came to in the weeks that are past. */
    spent: z.object({
      weeks: z.int(),
      minutes: z.number(),
      ml: z.number(),
      cost: MoneySchema,
      working: WorkingSchema,
    }),
    jobs: z.array(
      z.object({
        name: z.string(),
        ml: z.number(),
        due: z.iso.date().nullable(),
        chance: z.number(),
      }),
    ),
    notCounted: z.array(z.string()),
  }),
});
