/** Lots, containers and what happened to them, as they travel. Money minor units, lengths mm. */
import {
  AGES,
  DRAW_SOURCES,
  STOCK_KINDS,
  STOCK_UNITS,
  type Received,
  type StockAct,
  type StockItem,
} from '@kyanos/core';
import { z } from 'zod';
import { StockEventId, StockItemId } from './ids.ts';
import { ShopId } from './fields.ts';
import { ChannelKey } from './machine.ts';
import { prove, type Same } from './proof.ts';
import { t } from './texts/texts.ts';

const amount = z.number().min(0).max(1_000_000);
const words = z.string().trim().max(200);
const Day = z.iso.date({ error: () => t('request.daySuch202611') });

const received = {
  kind: z.enum(STOCK_KINDS),
  product: z.string().min(1).max(200),
  name: words.min(1),
  lot: words,
  unit: z.enum(STOCK_UNITS),
  width: z.number().min(0).max(200_000),
  size: z.number().positive().max(1_000_000),
  receivedOn: Day,
  madeOn: Day.nullable(),
  expiresOn: Day.nullable(),
  place: words,
  paid: z.int().min(0).max(1_000_000_000),
};
export const ReceivedSchema = z.strictObject(received);
prove<Same<z.output<typeof ReceivedSchema>, Received>>();

const fits = { machineId: ShopId, channel: ChannelKey };
const later = [
  z.strictObject({ act: z.literal('opened') }),
  z.strictObject({ act: z.literal('sealed') }),
  z.strictObject({ act: z.literal('moved'), place: words }),
  z.strictObject({ act: z.literal('fitted'), ...fits }),
  z.strictObject({ act: z.literal('taken-out') }),
  z.strictObject({ act: z.literal('reserved'), jobId: z.uuid(), amount }),
  z.strictObject({
    act: z.literal('drawn'),
    amount,
    source: z.enum(DRAW_SOURCES),
    jobId: z.uuid().exactOptional(),
  }),
  z.strictObject({ act: z.literal('counted'), left: amount, reason: words }),
  z.strictObject({ act: z.literal('discarded'), reason: words.min(1) }),
] as const;

/** What is done to a thing that is there. */
export const LaterAct = z.discriminatedUnion('act', later);
export type LaterAct = z.output<typeof LaterAct>;
const StockActSchema = z.discriminatedUnion('act', [
  z.strictObject({ act: z.literal('received'), ...received }),
  ...later,
]);
prove<Same<z.output<typeof StockActSchema>, StockAct>>();

/** A lot or container with the code that stands on its label. */
export const Stocked = z.object({
  ...received,
  id: StockItemId,
  code: z.string(),
  left: z.number(),
  overdrawn: z.number(),
  reserved: z.record(z.string(), z.number()),
  sealed: z.boolean(),
  openedOn: Day.nullable(),
  countedOn: Day.nullable(),
  fitted: z.object(fits).nullable(),
  discarded: z.string().nullable(),
});
export type Stocked = z.output<typeof Stocked>;
prove<Same<Omit<Stocked, 'code' | 'id'>, Omit<StockItem, 'id'>>>();

export const AgeSchema = z.object({
  age: z.enum(AGES),
  until: Day.nullable(),
  daysLeft: z.number().nullable(),
  from: z.string(),
});

/** What was written down of a thing, the newest first. */
export const StockHistoryEntry = z.object({
  id: StockEventId,
  itemId: StockItemId,
  code: z.string(),
  name: z.string(),
  lot: z.string(),
  unit: z.enum(STOCK_UNITS),
  at: z.iso.datetime(),
  by: z.string(),
  what: z.union([StockActSchema, z.object({ act: z.literal('undone'), event: z.number() })]),
  /** False once it was undone. */
  holds: z.boolean(),
});
export type StockHistoryEntry = z.output<typeof StockHistoryEntry>;
