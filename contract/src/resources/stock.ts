import { STOCK_KINDS, STOCK_UNITS } from '@kyanos/core';
import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { JobId, StockEventId, StockItemId } from '../ids.ts';
import { AgeSchema, LaterAct, ReceivedSchema, Stocked, StockHistoryEntry } from '../stock.ts';

const one = z.object({ id: StockItemId });
const MoneySchema = z.object({
  minor: z.number(),
  currency: z.enum(['USD', 'EUR', 'GBP', 'CAD', 'AUD', 'CHF']),
});
const Size = z.object({ amount: z.number(), price: z.number() });

/** A product with what lies on the shelf of it. */
export const ShelfProduct = z.object({
  key: z.string(),
  kind: z.enum(STOCK_KINDS),
  product: z.string(),
  name: z.string(),
  unit: z.enum(STOCK_UNITS),
  width: z.number(),
  white: z.boolean(),
  /** Of a material. */
  materialClass: z.enum(['white', 'clear', 'dark', 'metallic', 'natural']).nullable(),
  fits: z.array(z.object({ machineId: z.string(), channel: z.string() })),
  keeping: z.object({
    shelfLifeMonths: z.number().exactOptional(),
    openWeeks: z.number().exactOptional(),
  }),
  supply: z.object({ deliveryDays: z.number(), sizes: z.array(Size) }),
  /** In the order in which they would be taken. */
  items: z.array(z.object({ item: Stocked, age: AgeSchema })),
});
export type ShelfProduct = z.output<typeof ShelfProduct>;

export const getShelf = endpoint({
  method: 'GET',
  path: '/stock/shelf',
  summary: 'Everything on the shelf, by product, with its age',
  answer: z.object({ today: z.iso.date(), products: z.array(ShelfProduct) }),
});
export const receiveStock = endpoint({
  method: 'POST',
  path: '/stock/items',
  summary: 'Receive a lot or a container, or several alike',
  body: z.strictObject({ received: ReceivedSchema, count: z.int().min(1).max(200).default(1) }),
  answer: z.array(Stocked),
  status: 201,
  once: true,
});
export const findStock = endpoint({
  method: 'GET',
  path: '/stock/codes/{code}',
  summary: 'The lot or container with this code on its label',
  params: z.object({ code: z.string().max(40) }),
  answer: Stocked,
});
export const actOnStock = endpoint({
  method: 'POST',
  path: '/stock/items/{id}/events',
  summary: 'Open, seal, move, fit, take out, draw, count or throw away',
  params: one,
  body: LaterAct,
  answer: Stocked,
  once: true,
});
export const listStockEvents = endpoint({
  method: 'GET',
  path: '/stock/events',
  summary: 'What was done to the stock, the newest first',
  query: z.object({
    item: StockItemId.optional(),
    before: StockEventId.optional(),
    limit: z.coerce.number().int().min(1).max(500).default(100),
  }),
  answer: z.array(StockHistoryEntry),
});
export const undoStock = endpoint({
  method: 'POST',
  path: '/stock/events/{id}/undo',
  summary: 'Undo an entry by an entry of its own',
  params: z.object({ id: StockEventId }),
  answer: Stocked.nullable(),
  once: true,
});
export const countStock = endpoint({
  method: 'POST',
  path: '/stock/counts',
  summary: 'A stocktake: what was counted, all of it or nothing',
  body: z.strictObject({
    counts: z
      .array(
        z.strictObject({
          id: StockItemId,
          left: z.number().min(0).max(1_000_000),
          /** What the books had when it was counted: refused where they have something else by now. Not asked if absent. */
          books: z.number().exactOptional(),
          reason: z.string().trim().max(200),
        }),
      )
      .min(1)
      .max(5000),
  }),
  answer: z.object({ counted: z.int(), changed: z.int() }),
  once: true,
});

const WorkingSchema = z.object({
  label: z.string(),
  value: z.number(),
  unit: z.string(),
  formula: z.string(),
  terms: z.array(
    z.object({
      label: z.string(),
      value: z.union([z.number(), z.string()]),
      unit: z.string(),
      from: z.string().exactOptional(),
    }),
  ),
  source: z.string().exactOptional(),
});
export { WorkingSchema, MoneySchema };

export const ReorderLineSchema = z.object({
  key: z.string(),
  name: z.string(),
  unit: z.enum(STOCK_UNITS),
  good: z.number(),
  overAge: z.number(),
  planned: z.number(),
  usualPerWeek: z.number(),
  emptyOn: z.iso.date().nullable(),
  orderBy: z.iso.date().nullable(),
  deliveryDays: z.number(),
  openWeeks: z.number().nullable(),
  sizes: z.array(Size),
  size: Size.nullable(),
  count: z.int(),
  cost: MoneySchema,
  reason: z.string(),
  working: WorkingSchema,
});
export type ReorderLineOnWire = z.output<typeof ReorderLineSchema>;
export const getReorder = endpoint({
  method: 'GET',
  path: '/stock/reorder',
  summary: 'What to order, and by when',
  answer: z.object({
    today: z.iso.date(),
    lines: z.array(ReorderLineSchema),
    /** Jobs whose needs are not known yet: their plates are not built. */
    notCounted: z.array(z.string()),
  }),
});
export const getPurchaseList = endpoint({
  method: 'GET',
  path: '/stock/purchase.{format}',
  summary: 'What to order as a paper or a table',
  params: z.object({ format: z.enum(['pdf', 'csv']) }),
  answer: { type: 'application/pdf', what: 'A purchase list; text/csv where the format is csv' },
});
export const getLabels = endpoint({
  method: 'GET',
  path: '/stock/labels.pdf',
  summary: 'Labels with a code for lots and containers',
  query: z.object({
    codes: z
      .string()
      .regex(/^[LC]\d{1,12}(,[LC]\d{1,12})*$/)
      .max(8000),
  }),
  answer: { type: 'application/pdf', what: 'Labels, twenty-four a page' },
});
export const exportStock = endpoint({
  method: 'GET',
  path: '/stock/stock.csv',
  summary: 'Everything on the shelf as a table',
  answer: { type: 'text/csv', what: 'A line a lot or container' },
});
export const importStock = endpoint({
  method: 'POST',
  path: '/stock/table',
  summary: 'Receive what a table lists: all of it or nothing',
  body: z.strictObject({ text: z.string().max(1_900_000) }),
  answer: z.array(Stocked),
  status: 201,
  once: true,
});

/** What a job takes, has reserved and has drawn. */
export const JobStock = z.object({
  /** Null while its plates are not built. */
  need: z
    .object({
      material: z.object({ name: z.string(), amount: z.number(), unit: z.enum(STOCK_UNITS) }),
      inks: z.array(
        z.object({
          channel: z.string(),
          name: z.string(),
          ml: z.number(),
          /** Of the fitted container; null where none is known. */
          code: z.string().nullable(),
          left: z.number().nullable(),
          leftAfter: z.number().nullable(),
        }),
      ),
    })
    .nullable(),
  reason: z.string(),
  lots: z.array(
    z.object({
      item: Stocked,
      age: AgeSchema,
      free: z.number(),
      leftAfter: z.number(),
      against: z.string().nullable(),
      chosen: z.boolean(),
    }),
  ),
  reserved: z.array(
    z.object({
      code: z.string(),
      lot: z.string(),
      amount: z.number(),
      unit: z.enum(STOCK_UNITS),
    }),
  ),
  drawn: z.array(
    z.object({
      code: z.string(),
      name: z.string(),
      amount: z.number(),
      unit: z.enum(STOCK_UNITS),
      source: z.string(),
    }),
  ),
});
export type JobStock = z.output<typeof JobStock>;
export const getJobStock = endpoint({
  method: 'GET',
  path: '/jobs/{id}/stock',
  summary: 'What a job takes off the shelf, and from which lot',
  params: z.object({ id: JobId }),
  answer: JobStock,
});
export const reserveForJob = endpoint({
  method: 'POST',
  path: '/jobs/{id}/stock',
  summary: 'Reserve material for a job from this lot, or from the one that is chosen for it',
  params: z.object({ id: JobId }),
  body: z.strictObject({ item: StockItemId.nullable() }),
  answer: JobStock,
  once: true,
});
