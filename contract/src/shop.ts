/** A shop: its prices, house rules, what is true of its machines today, and all of it as one file. */
import { CURRENCIES, type MachineState, type Shop } from '@kyanos/core';
import { z } from 'zod';
import { ShopId, amountMl, minorUnits, minutes, percent, text } from './fields.ts';
import { ChannelKey, Machine } from './machine.ts';
import { Material } from './material.ts';
import { prove, type Same } from './proof.ts';

export const Prices = z.strictObject({
  currency: z.enum(CURRENCIES),
  labourRate: minorUnits,
  markupPercent: z.number().min(0).max(10_000),
  minimum: minorUnits,
  pricing: z.enum(['markup', 'margin', 'market']).exactOptional(),
  marginPercent: z.number().min(0).max(99).exactOptional(),
  market: z
    .strictObject({ minor: minorUnits, per: z.enum(['piece', 'm2', 'ft2']) })
    .exactOptional(),
  spoilagePercent: z.number().min(0).max(90).exactOptional(),
  taxPercent: z.number().min(0).max(100).exactOptional(),
  breaks: z
    .array(z.strictObject({ copies: z.int().min(1).max(1_000_000), percentOff: percent }))
    .max(20)
    .exactOptional(),
  dayHours: z.number().positive().max(24).exactOptional(),
});

export const Revision = z.int().min(1).max(1_000_000);

/** What is true of a machine today. */
export const MachineStateSchema = z.strictObject({
  whiteSlot: z.enum(['under', 'other']).exactOptional(),
  leftMl: z.partialRecord(ChannelKey, amountMl),
  out: z.array(ChannelKey).exactOptional(),
  headsParked: z.literal(true).exactOptional(),
  shelf: z
    .strictObject({
      today: z.iso.date(),
      lots: z.array(
        z.strictObject({
          lot: z.string(),
          place: z.string(),
          free: z.number(),
          width: z.number(),
          age: z.enum(['over', 'soon', 'good', 'unknown']),
          until: z.iso.date().nullable(),
        }),
      ),
    })
    .exactOptional(),
  due: z.array(z.strictObject({ says: z.string(), white: z.boolean() })).exactOptional(),
});

/** What the house says once. */
export const HouseRulesSchema = z.strictObject({
  waitMinutes: minutes.exactOptional(),
  testPrint: z.boolean().exactOptional(),
  chokeMm: z.record(ShopId, z.number().min(0).max(20)).exactOptional(),
  grainWhite: z.number().min(0).max(100).exactOptional(),
  gap: z.number().min(0).max(1000).exactOptional(),
  margin: z.number().min(0).max(1000).exactOptional(),
});

export const ShopSchema = z.strictObject({
  name: text,
  machines: z.array(Machine),
  materials: z.array(Material),
  prices: Prices,
  rules: HouseRulesSchema.exactOptional(),
  revisions: z
    .strictObject({
      machines: z.record(z.string(), Revision),
      materials: z.record(z.string(), Revision),
      prices: Revision,
    })
    .exactOptional(),
});

prove<Same<z.output<typeof MachineStateSchema>, MachineState>>();
prove<Same<z.output<typeof ShopSchema>, Shop>>();
