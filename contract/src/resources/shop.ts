import { ORIGIN_PARTS } from '@kyanos/core';
import { z } from 'zod';
import { endpoint } from '../endpoint.ts';
import { JobId } from '../ids.ts';
import { ShopId } from '../fields.ts';
import { MachineStateSchema, ShopSchema } from '../shop.ts';
import {
  itemOf,
  revisionOf,
  SHOP_KINDS,
  ShopFileSchema,
  STANDINGS,
  type ShopKind,
} from '../shopItems.ts';

const params = z.object({ machine: z.string() });

export const getShop = endpoint({
  method: 'GET',
  path: '/shop',
  summary: 'Machines, materials, prices and house rules that new jobs are planned with',
  answer: ShopSchema,
});
export const nameShop = endpoint({
  method: 'PUT',
  path: '/shop/name',
  summary: 'Name the shop',
  body: z.strictObject({ name: z.string().trim().min(1).max(200) }),
  answer: null,
});
export const getMachineState = endpoint({
  method: 'GET',
  path: '/shop/machines/{machine}/state',
  summary:
    'What is true of a machine today; with the shelf of a material and the care that is due where one is named',
  params,
  query: z.object({ material: ShopId.optional(), job: JobId.optional() }),
  answer: MachineStateSchema,
  revised: true,
});
export const saveMachineState = endpoint({
  method: 'PUT',
  path: '/shop/machines/{machine}/state',
  summary: 'Say what is true of it today',
  params,
  body: MachineStateSchema,
  answer: MachineStateSchema,
  revised: true,
});

/** What a plan has a copy of: a machine or a material by its id, or the prices. */
const Part = z.object({ part: z.enum(ORIGIN_PARTS), id: ShopId });

export const listBehind = endpoint({
  method: 'GET',
  path: '/shop/behind',
  summary: 'Jobs that have an earlier revision of a machine, a material or the prices',
  query: Part,
  answer: z.array(z.object({ id: JobId, name: z.string(), version: z.int(), revision: z.int() })),
});
export const takeOverEverywhere = endpoint({
  method: 'POST',
  path: '/shop/taken-over',
  summary: 'Have all jobs take over the shop’s own of today, each as a version of its own',
  body: z.strictObject(Part.shape),
  answer: z.object({
    changed: z.int(),
    left: z.array(z.object({ name: z.string(), why: z.string() })),
  }),
});

export const exportShop = endpoint({
  method: 'GET',
  path: '/shop/file',
  summary: 'The whole shop as one file, or one machine of it',
  query: z.object({ machine: ShopId.optional() }),
  answer: ShopFileSchema,
});
const ShopChanges = z.array(
  z.object({
    kind: z.enum(['machine', 'material', 'ink', 'preset', 'procedure', 'prices', 'rules']),
    id: z.string(),
    name: z.string(),
    what: z.enum(['new', 'changed', 'same']),
    fields: z.array(z.object({ field: z.string(), was: z.unknown(), now: z.unknown() })),
  }),
);
/** The file as it is: it may be of an earlier version. */
const fileBody = z.strictObject({ file: z.unknown() });
export const previewShop = endpoint({
  method: 'POST',
  path: '/shop/file/preview',
  summary: 'What taking a file in would change',
  body: fileBody,
  answer: ShopChanges,
});
export const importShop = endpoint({
  method: 'POST',
  path: '/shop/file',
  summary: 'Take a file in: all of it or nothing',
  body: fileBody,
  answer: ShopChanges,
  once: true,
});

/** Where things of one kind are listed, made, read, changed, retired and had back. */
function itemsAt<S extends z.ZodType>(path: string, one: string, schema: S) {
  const params = z.object({ id: ShopId });
  return {
    list: endpoint({
      method: 'GET',
      path: `/shop/${path}`,
      summary: `Every ${one}, drafts and retired ones too`,
      answer: z.array(itemOf(schema)),
    }),
    make: endpoint({
      method: 'POST',
      path: `/shop/${path}`,
      summary: `A new ${one}, to plan with or as a draft`,
      body: z.strictObject({
        id: ShopId,
        standing: z.enum(['active', 'draft']).default('active'),
        data: schema,
      }),
      answer: itemOf(schema),
      status: 201,
      once: true,
    }),
    get: endpoint({
      method: 'GET',
      path: `/shop/${path}/{id}`,
      summary: `A ${one} as it is now`,
      params,
      answer: schema,
      revised: true,
    }),
    save: endpoint({
      method: 'PUT',
      path: `/shop/${path}/{id}`,
      summary: `Change a ${one}; jobs keep the one they have`,
      params,
      body: schema,
      answer: schema,
      revised: true,
    }),
    stand: endpoint({
      method: 'PUT',
      path: `/shop/${path}/{id}/standing`,
      summary: `Plan with a ${one}, keep it as a draft, or retire it`,
      params,
      body: z.strictObject({ standing: z.enum(STANDINGS) }),
      answer: null,
    }),
    revisions: endpoint({
      method: 'GET',
      path: `/shop/${path}/{id}/revisions`,
      summary: `Every state that a ${one} had, the newest first`,
      params,
      answer: z.array(revisionOf(schema)),
    }),
  };
}

export const SHOP_ENDPOINTS = {
  machine: itemsAt('machines', 'machine', SHOP_KINDS.machine.schema),
  material: itemsAt('materials', 'material', SHOP_KINDS.material.schema),
  ink: itemsAt('inks', 'ink', SHOP_KINDS.ink.schema),
  prices: itemsAt('prices', 'price list', SHOP_KINDS.prices.schema),
  preset: itemsAt('presets', 'preset', SHOP_KINDS.preset.schema),
  procedure: itemsAt('procedures', 'procedure of care', SHOP_KINDS.procedure.schema),
  rules: itemsAt('rules', 'set of house rules', SHOP_KINDS.rules.schema),
} as const satisfies Readonly<Record<ShopKind, unknown>>;
