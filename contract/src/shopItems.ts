/** What a shop keeps in revisions: machines, materials, inks, price lists, house rules. Money minor units, lengths mm. */
import {
  CHANNEL_ROLES,
  type InkProduct,
  type Machine,
  type Material,
  type PriceList,
  type RuleBook,
  type ShopPreset,
} from '@kyanos/core';
import { z } from 'zod';
import { materialFrom1 } from './format1.ts';
import { machineFrom2 } from './format2.ts';
import { machineFrom3 } from './format3.ts';
import {
  HouseRulesSchema,
  Ink,
  Machine as MachineSchema,
  Material as MaterialSchema,
  MAX_NOTATION,
  Prices,
  ShopId,
  StackText,
} from './plan.ts';
import { prove, type Same } from './proof.ts';

const Day = z.iso.date('is a day such as 2026-11-27');

export const PriceListSchema = z.strictObject({ holdsFrom: Day.exactOptional(), prices: Prices });
export const RuleBookSchema = z.strictObject({
  holdsFrom: Day.exactOptional(),
  rules: HouseRulesSchema,
});

/** Text that is a stack, kept as it is written. */
const Notation = z
  .string()
  .max(MAX_NOTATION)
  .superRefine((text, context) => {
    const read = StackText.safeDecode(text);
    for (const { message } of read.error?.issues ?? [])
      context.addIssue({ code: 'custom', message });
  });

/** A beginning that the shop saved for itself. */
export const PresetSchema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  about: z.string().trim().max(200),
  notation: Notation,
});

const { name, pricePerLitre, container, contrastRatio, lab, finish } = Ink.shape;
export const InkProductSchema = z.strictObject({
  id: ShopId,
  name,
  role: z.enum(CHANNEL_ROLES),
  pricePerLitre,
  container,
  contrastRatio,
  lab,
  finish,
});

/** Active ones are planned with, drafts not yet, retired ones no more; jobs keep what they have. */
export const STANDINGS = ['active', 'draft', 'retired'] as const;
export type Standing = (typeof STANDINGS)[number];

/** A thing of the shop as it is now. */
export const itemOf = <S extends z.ZodType>(data: S) =>
  z.object({
    id: z.string(),
    revision: z.int(),
    standing: z.enum(STANDINGS),
    savedAt: z.string(),
    savedBy: z.string(),
    data,
  });

/** A state that it had. */
export const revisionOf = <S extends z.ZodType>(data: S) =>
  z.object({
    number: z.int(),
    savedAt: z.string(),
    savedBy: z.string(),
    /** What it was saved for, where that was said. */
    note: z.string(),
    data,
  });

/** Each kind with its schema, and what brings an earlier version's up to date. */
export const SHOP_KINDS = {
  machine: {
    schema: MachineSchema,
    upToDate: (value: unknown) => machineFrom3(machineFrom2(value)),
  },
  material: { schema: MaterialSchema, upToDate: materialFrom1 },
  ink: { schema: InkProductSchema, upToDate: (value: unknown) => value },
  prices: { schema: PriceListSchema, upToDate: (value: unknown) => value },
  rules: { schema: RuleBookSchema, upToDate: (value: unknown) => value },
  preset: { schema: PresetSchema, upToDate: (value: unknown) => value },
} as const;
export type ShopKind = keyof typeof SHOP_KINDS;

interface ShopTypes {
  readonly machine: Machine;
  readonly material: Material;
  readonly ink: InkProduct;
  readonly prices: PriceList;
  readonly rules: RuleBook;
  readonly preset: ShopPreset;
}
/** What a thing of a kind is. */
export type ShopData<K extends ShopKind> = ShopTypes[K];

type Parsed<K extends ShopKind> = z.output<(typeof SHOP_KINDS)[K]['schema']>;
prove<Same<Parsed<'machine'>, Machine>>();
prove<Same<Parsed<'material'>, Material>>();
prove<Same<Parsed<'ink'>, InkProduct>>();
prove<Same<Parsed<'prices'>, PriceList>>();
prove<Same<Parsed<'rules'>, RuleBook>>();
prove<Same<Parsed<'preset'>, ShopPreset>>();

/** A thing as any version kept it. @throws ZodError where it is none */
export function readItem<K extends ShopKind>(kind: K, value: unknown): ShopData<K> {
  const { schema, upToDate } = SHOP_KINDS[kind];
  return schema.parse(upToDate(value)) as unknown as ShopData<K>;
}
