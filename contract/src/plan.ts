/** The plan file and what it is made of. Lengths mm, money minor units, shares percent unless a field says otherwise. */
import {
  CURRENCIES,
  DomainError,
  formatStack,
  parseStack,
  PLAN_FORMAT,
  type PrintPlan,
  type Shop,
  type Stack,
} from '@kyanos/core';
import { z } from 'zod';

const text = z.string().min(1).max(200);
const id = z.string().regex(/^[a-z0-9-]{1,60}$/, 'is lower-case letters, digits and hyphens');
const length = z.number().positive().max(200_000);
const percent = z.number().min(0).max(100);
const minorUnits = z.int().min(0).max(1_000_000_000);

/** A drawn shape is long; a stack of them still fits a page of text. */
const MAX_NOTATION = 60_000;

/** The short notation on the wire, layers in the program. */
export const StackText = z.codec(z.string().max(MAX_NOTATION), z.custom<Stack>(), {
  decode: (notation, context) => {
    try {
      return parseStack(notation);
    } catch (error) {
      if (!(error instanceof DomainError)) throw error;
      context.issues.push({ code: 'custom', message: error.message, input: notation });
      return z.NEVER;
    }
  },
  encode: formatStack,
});

export const MaterialClass = z.enum(['white', 'clear', 'dark', 'metallic', 'natural']);

export const Ink = z
  .strictObject({
    channel: z.enum(['C', 'M', 'Y', 'K', 'W', 'S', 'V']),
    name: text,
    laydown: z.number().positive().max(200),
    pricePerLitre: minorUnits,
    lossPerTrip: z.number().min(0).max(1000),
    spotName: z.string().max(200).nullable(),
    contrastRatio: z.number().min(0.05).max(0.995).exactOptional(),
  })
  .refine((ink) => ink.channel !== 'W' || ink.contrastRatio !== undefined, {
    path: ['contrastRatio'],
    error: 'is needed for white ink',
  });

export const Mode = z.strictObject({
  id,
  name: text,
  passes: z.int().min(1).max(64),
  speed: z.number().positive().max(10_000),
  specialSpeed: z.number().positive().max(10_000),
  bidirectional: z.boolean(),
  layersPerTrip: z.int().min(1).max(12),
  materials: z.array(MaterialClass),
  specials: z.boolean(),
});

export const Machine = z.strictObject({
  id,
  name: text,
  kind: z.enum(['roll', 'flatbed', 'label']),
  cure: z.enum(['uv', 'solvent', 'water']),
  maxWidth: length,
  minWidth: z.number().min(0).max(200_000),
  maxLength: length,
  maxTwoTripLength: length,
  maxHits: z.int().min(1).max(20),
  maxLayers: z.int().min(1).max(12),
  returnsToOrigin: z.boolean(),
  headHeight: z.number().positive().max(1000),
  turnSeconds: z.number().min(0).max(60),
  returnSpeed: z.number().positive().max(10_000),
  silverUnderLimit: percent,
  whiteSlot: z
    .strictObject({ stands: z.enum(['under', 'other']), minutes: z.number().min(0).max(240) })
    .exactOptional(),
  /** Common practice where a machine's own limit is not known. */
  inkLimit: z.number().min(100).max(2000).default(400),
  inks: z.array(Ink).min(1),
  modes: z.array(Mode).min(1),
  hourRate: minorUnits,
  setupMinutes: z.number().min(0).max(10_000),
});

export const Material = z.strictObject({
  id,
  name: text,
  class: MaterialClass,
  form: z.enum(['roll', 'sheet', 'board']),
  width: length,
  length,
  thickness: z.number().positive().max(500),
  pricePerM2: minorUnits,
  optics: z.strictObject({
    lab: z.tuple([
      z.number().min(0).max(100),
      z.number().min(-128).max(128),
      z.number().min(-128).max(128),
    ]),
    transmittance: z.number().min(0).max(0.95),
    scatter: z.number().min(0).max(0.05),
    /** What is typical of the class where they are left out. */
    mirror: z.number().min(0).max(1).exactOptional(),
    texture: z
      .strictObject({
        kind: z.enum(['grain', 'fibre', 'brushed', 'holographic']),
        depth: z.number().min(0).max(60),
      })
      .exactOptional(),
  }),
  adhesive: z.boolean(),
  printableBack: z.boolean(),
  label: z.strictObject({ width: length, height: length }).nullable().default(null),
});

export const Prices = z.strictObject({
  currency: z.enum(CURRENCIES),
  labourRate: minorUnits,
  markupPercent: z.number().min(0).max(10_000),
  minimum: minorUnits,
});

export const Plan = z.strictObject({
  format: z.literal(PLAN_FORMAT),
  name: text,
  artwork: z.strictObject({
    page: z.int().min(1).max(10_000),
    rearPage: z.int().min(1).max(10_000).nullable(),
    names: z.record(z.string().max(1000), z.enum(['W', 'S', 'V', 'process', 'ignore'])),
    overprint: z.array(z.string().max(1000)).max(60).default([]),
  }),
  viewing: z.strictObject({
    side: z.enum(['front', 'back', 'both']),
    light: z.enum(['front', 'behind', 'both']),
    backing: z.enum(['white', 'black', 'wood', 'daylight', 'night']),
  }),
  material: Material,
  lot: z.string().max(100),
  machine: Machine,
  modeId: id,
  stack: StackText,
  layout: z.strictObject({
    copies: z.int().min(1).max(1_000_000),
    gap: z.number().min(0).max(1000),
    margin: z.number().min(0).max(1000),
    turned: z.boolean(),
  }),
  trips: z.strictObject({
    split: z.enum(['together', 'apart']),
    waitMinutes: z.number().min(0).max(10_000),
    testPrint: z.boolean(),
  }),
  prices: Prices,
  laminated: z.boolean(),
});
export type PlanJson = z.input<typeof Plan>;

export const ShopSchema = z.strictObject({
  name: text,
  machines: z.array(Machine),
  materials: z.array(Material),
  prices: Prices,
});

/** Fails to compile when schema and core type part ways. */
type Same<A, B> = [A] extends [B] ? ([B] extends [A] ? true : never) : never;
type Loose<T> = T extends Stack
  ? T
  : T extends readonly (infer E)[]
    ? readonly Loose<E>[]
    : T extends object
      ? { readonly [K in keyof T]: Loose<T[K]> }
      : T;
export const PROOF: [
  Same<Loose<z.output<typeof Plan>>, Loose<PrintPlan>>,
  Same<Loose<z.output<typeof ShopSchema>>, Loose<Shop>>,
] = [true, true];

/** The first thing wrong with a value, in a sentence that names the field. */
export function problemOf(error: z.ZodError, whole: string): string {
  const [issue] = error.issues;
  const where = issue.path.length ? `the field ${issue.path.join('.')}` : whole;
  if (issue.code === 'unrecognized_keys')
    return `There is no field ${issue.keys.map((key) => `"${key}"`).join(', ')} in ${where}. Remove it, or see docs/plan-files.md for the fields there are.`;
  const message = issue.message.replace(/^Invalid input: /, '').replace(/\.$/, '');
  return `Something is wrong with ${where}: ${message}.`;
}

/** A plan as it is written to a file or sent. The schema's arrays are not readonly, the program's are. */
export const encodePlan = (plan: PrintPlan): PlanJson =>
  z.encode(Plan, plan as z.output<typeof Plan>);
