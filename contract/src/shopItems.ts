/** What a shop keeps in revisions: machines, materials, inks, price lists, house rules. Money minor units, lengths mm. */
import {
  CHANNEL_ROLES,
  DomainError,
  SHOP_FILE_FORMAT,
  type InkProduct,
  type Machine,
  type Material,
  type Procedure,
  type PriceList,
  type RuleBook,
  type ShopFile,
  type ShopPreset,
} from '@kyanos/core';
import { z } from 'zod';
import { ProcedureSchema } from './care.ts';
import { materialFrom1 } from './format1.ts';
import { machineFrom2 } from './format2.ts';
import { machineFrom3 } from './format3.ts';
import { ShopId } from './fields.ts';
import { Ink, Machine as MachineSchema } from './machine.ts';
import { Material as MaterialSchema } from './material.ts';
import { MAX_NOTATION, problemOf, StackText } from './plan.ts';
import { HouseRulesSchema, Prices } from './shop.ts';
import { prove, type Same } from './proof.ts';
import { t } from './texts/texts.ts';

const Day = z.iso.date({ error: () => t('request.daySuch202611') });

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
    /** Null where this version can't read what an earlier one kept. */
    data: data.nullable(),
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
  procedure: { schema: ProcedureSchema, upToDate: (value: unknown) => value },
} as const;
export type ShopKind = keyof typeof SHOP_KINDS;

interface ShopTypes {
  readonly machine: Machine;
  readonly material: Material;
  readonly ink: InkProduct;
  readonly prices: PriceList;
  readonly rules: RuleBook;
  readonly preset: ShopPreset;
  readonly procedure: Procedure;
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
prove<Same<Parsed<'procedure'>, Procedure>>();

/** A thing as any version kept it. Returns undefined where it is none. */
export function tryItem<K extends ShopKind>(kind: K, value: unknown): ShopData<K> | undefined {
  const { schema, upToDate } = SHOP_KINDS[kind];
  return schema.safeParse(upToDate(value)).data as ShopData<K> | undefined;
}

/** A thing as any version kept it. @throws ZodError where it is none */
export function readItem<K extends ShopKind>(kind: K, value: unknown): ShopData<K> {
  const { schema, upToDate } = SHOP_KINDS[kind];
  return schema.parse(upToDate(value)) as unknown as ShopData<K>;
}

const entryOf = <S extends z.ZodType>(data: S) =>
  z.strictObject({ id: ShopId, standing: z.enum(STANDINGS).default('active'), data });
const entriesOf = <S extends z.ZodType>(data: S) => z.array(entryOf(data)).max(2000).default([]);

/** A whole shop, or a part of it, as one file. */
export const ShopFileSchema = z.strictObject({
  kyanosShop: z.literal(SHOP_FILE_FORMAT),
  name: z.string().trim().min(1).max(200).exactOptional(),
  machines: entriesOf(MachineSchema),
  materials: entriesOf(MaterialSchema),
  inks: entriesOf(InkProductSchema),
  presets: entriesOf(PresetSchema),
  procedures: entriesOf(ProcedureSchema),
  prices: PriceListSchema.exactOptional(),
  rules: RuleBookSchema.exactOptional(),
});
prove<Same<z.output<typeof ShopFileSchema>, ShopFile>>();

const KeptShopFile = z.looseObject({ kyanosShop: z.int().min(1) });

/**
 * A file of a shop, of this version or an earlier one.
 * @throws DomainError `SHOP_FILE_WRONG` with the field and the way out
 */
export function readShopFile(value: unknown): ShopFile {
  const kept = KeptShopFile.safeParse(value);
  const wrong = (message: string) => new DomainError('SHOP_FILE_WRONG', message);
  if (!kept.success) throw wrong(t('request.noFileShopHas'));
  if (kept.data.kyanosShop > SHOP_FILE_FORMAT)
    throw wrong(
      t('request.shopWrittenNewerVersion', {
        kyanosShop: kept.data.kyanosShop,
        newest: SHOP_FILE_FORMAT,
      }),
    );
  const upToDate = (list: unknown, kind: ShopKind) =>
    Array.isArray(list)
      ? list.map((entry: unknown) =>
          typeof entry === 'object' && entry !== null && 'data' in entry
            ? { ...entry, data: SHOP_KINDS[kind].upToDate(entry.data) }
            : entry,
        )
      : list;
  const { machines, materials, ...rest } = kept.data;
  const parsed = ShopFileSchema.safeParse({
    ...rest,
    ...(machines !== undefined && { machines: upToDate(machines, 'machine') }),
    ...(materials !== undefined && { materials: upToDate(materials, 'material') }),
  });
  if (!parsed.success) throw wrong(problemOf(parsed.error, t('request.file')));
  return parsed.data;
}
