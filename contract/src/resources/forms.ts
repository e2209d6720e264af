import { FORM_KINDS } from '@kyanos/core';
import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { ShopId } from '../fields.ts';
import { ChannelKey, Machine } from '../machine.ts';
import { HouseRulesSchema } from '../shop.ts';

const params = z.object({ id: ShopId, form: z.enum(FORM_KINDS) });
const query = z.object({ material: ShopId, white: ChannelKey.optional() });

export const getForm = endpoint({
  method: 'GET',
  path: '/shop/machines/{id}/forms/{form}.pdf',
  summary: 'A test form for a machine and a material, to be printed',
  params,
  query,
  answer: { type: 'application/pdf', what: 'The form, and a page for the bench' },
});
export const getFormTarget = endpoint({
  method: 'GET',
  path: '/shop/machines/{id}/forms/{form}.txt',
  summary: 'The description of a form’s patches for an instrument (ISO 28178)',
  params,
  query,
  answer: { type: 'text/plain', what: 'A target description' },
});

/** What was read: files of an instrument, typed values of L*, or the field that was chosen. */
const Read = z.strictObject({
  material: ShopId,
  /** Which white, where the machine has more than one. */
  white: ChannelKey.exactOptional(),
  /** The day of the reading. */
  on: z.iso.date(),
  files: z
    .array(
      z.strictObject({
        text: z.string().max(5_000_000),
        /** What lay under the form, where its patches don't say so. */
        backing: z.enum(['black', 'white']).exactOptional(),
      }),
    )
    .max(4)
    .exactOptional(),
  typed: z
    .array(
      z.strictObject({ id: z.string().min(1).max(100), lightness: z.number().min(0).max(100) }),
    )
    .max(2000)
    .exactOptional(),
  step: z.number().min(0).max(10_000).exactOptional(),
});

const Effect = z.object({
  opacity: z.number(),
  price: z.int().nullable(),
  findings: z.int(),
});
const FormFit = z.object({
  says: z.array(z.string()),
  machine: Machine,
  /** Of the machine that the fit was made on: a change that names it overwrites nobody. */
  revision: z.int(),
  /** What it changes in the rules of the house. */
  rules: HouseRulesSchema,
  residual: z
    .object({
      unit: z.enum(['ΔE2000', 'L*']),
      mean: z.number(),
      p95: z.number(),
      worst: z.object({ id: z.string(), value: z.number() }),
    })
    .exactOptional(),
  points: z.array(z.object({ id: z.string(), measured: z.number(), fitted: z.number() })),
  /** What it would change in some of the jobs on this machine, the newest first. */
  jobs: z.array(
    z.object({
      name: z.string(),
      /** How much the print hides in the middle, 0 to 1; its price, minor units, where it can be printed; and how many findings. */
      was: Effect,
      now: Effect,
    }),
  ),
});

export const fitForm = endpoint({
  method: 'POST',
  path: '/shop/machines/{id}/forms/{form}/fit',
  summary: 'What a form that was read says of its machine; nothing is changed',
  params,
  body: Read,
  answer: FormFit,
});
