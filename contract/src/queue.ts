/** The queue: what stands in it, how a shop works, and what a hand has said. Minutes from when the queue begins. */
import type { KeptQueue, Queued, QueueMachine, WorkingHours } from '@kyanos/core';
import { z } from 'zod';
import { ShopId } from './fields.ts';
import { ChannelKey } from './machine.ts';
import { prove, type Same } from './proof.ts';
import { t } from './texts/texts.ts';

const clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, { error: () => t('request.clock') });
const ShiftHours = z
  .strictObject({ from: clock, to: clock })
  .refine(({ from, to }) => from < to, { error: () => t('request.shiftEndsLater') });

export const HoursSettings = z
  .strictObject({
    week: z.array(z.array(ShiftHours).max(6)).length(7),
    closed: z.array(z.iso.date()).max(400),
    operators: z.int().min(1).max(50),
    racks: z.int().min(0).max(500),
    overnight: z.boolean(),
    materialMinutes: z.number().min(0).max(240),
  })
  .refine(({ week }) => week.some((day) => day.length > 0), {
    error: () => t('request.openSomeDay'),
  });
prove<Same<z.output<typeof HoursSettings>, WorkingHours>>();

/** The id of a job, or that of a job with the number of its trips behind a slash. */
const TaskId = z.string().max(60);

export const QueueSettings = z.strictObject({
  machines: z.record(ShopId, z.array(TaskId).max(5000)),
  pins: z.record(TaskId, z.strictObject({ machineId: ShopId, at: z.iso.datetime() })),
  apart: z.array(TaskId).max(5000),
});
prove<Same<z.output<typeof QueueSettings>, KeptQueue>>();

const TaskWorkSchema = z.object({
  parts: z.array(
    z.object({
      step: z.enum([
        'setup',
        'fitting',
        'slot',
        'heads',
        'check',
        'loading',
        'print',
        'return',
        'wait',
        'crease',
        'tool',
        'cut',
      ]),
      minutes: z.number(),
      attended: z.boolean(),
    }),
  ),
  rackMinutes: z.number(),
  wants: z.object({
    material: z.string(),
    materialName: z.string(),
    slot: z.enum(['under', 'other']).exactOptional(),
    white: z.boolean(),
    inks: z.array(ChannelKey),
  }),
  ml: z.record(ChannelKey, z.number()),
  material: z.object({ amount: z.number(), unit: z.enum(['m', 'sheets']) }),
  spread: z.object({ low: z.number(), high: z.number(), hands: z.number().exactOptional() }),
});

export const QueuedSchema = z.object({
  id: z.string(),
  name: z.string(),
  on: z.record(z.string(), TaskWorkSchema),
  due: z.number().exactOptional(),
  weight: z.number(),
  after: z.string().exactOptional(),
  pinned: z.object({ machineId: z.string(), at: z.number() }).exactOptional(),
  home: z.string(),
  printing: z.boolean(),
});

export const QueueMachineSchema = z.object({
  id: z.string(),
  name: z.string(),
  setup: z.object({
    material: z.string().exactOptional(),
    slot: z.enum(['under', 'other']).exactOptional(),
    headsParked: z.boolean(),
    out: z.array(ChannelKey),
  }),
  freeAt: z.number(),
  slotMinutes: z.number(),
  headsMinutes: z.number(),
  materialMinutes: z.number(),
  fitting: z
    .object({ minutes: z.number(), lossMl: z.number(), cleaning: z.number() })
    .exactOptional(),
  hourRate: z.number(),
  leftMl: z.record(ChannelKey, z.number()),
});

prove<Same<z.output<typeof QueuedSchema>, Queued>>();
prove<Same<z.output<typeof QueueMachineSchema>, QueueMachine>>();
