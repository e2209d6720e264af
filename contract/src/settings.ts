/** What a shop says of itself once and means for every job. Money minor units. */
import {
  PROCESS_IDS,
  PROCESSES,
  type Process,
  type ProductSupply,
  type WhiteUse,
} from '@kyanos/core';
import { z } from 'zod';
import { ShopId } from './fields.ts';
import { RoleSchema } from './machine.ts';
import { MaterialClass } from './material.ts';
import { prove, type Same, type Wire } from './proof.ts';
import { HoursSettings, QueueSettings } from './queue.ts';
import { t } from './texts/texts.ts';

const minorUnits = z.int().min(0).max(1_000_000_000);
const minutes = z.number().min(0).max(10_000);

/** What another process costs in this shop's world. */
const ProcessFigures = z.strictObject({
  id: z.enum(PROCESS_IDS),
  name: z.string().min(1).max(80),
  about: z.string().max(300),
  plateEach: minorUnits,
  setupMinutes: minutes,
  setupM2: z.number().min(0).max(100_000),
  hourRate: minorUnits,
  m2PerHour: z.number().positive().max(1_000_000),
  throughs: z.enum(['once', 'each separation']),
  inkPerM2: minorUnits,
  minutesPerPiece: minutes,
  minutesPerIsland: minutes,
  filmPerM2: minorUnits,
  carriage: minorUnits,
  leastOrder: minorUnits,
  proof: minorUnits,
  die: minorUnits,
  trimPercent: z.number().min(0).max(90),
  spoilagePercent: z.number().min(0).max(90),
  handlingMinutes: minutes,
  waitHours: z.number().min(0).max(10_000),
  opacity: z.number().min(0).max(1),
  detailMm: z.number().min(0).max(100),
  gradients: z.boolean(),
  covers: z.boolean(),
  materials: z.array(MaterialClass),
  forms: z.array(z.enum(['roll', 'sheet', 'board'])),
  mostSeparations: z.int().min(1).max(100),
});

/** Figures that a shop kept before there were more of them: the rest is as usual. */
const StoredFigures = z.codec(z.looseObject({ id: z.enum(PROCESS_IDS) }), ProcessFigures, {
  decode: (kept) =>
    ({ ...PROCESSES.find(({ id }) => id === kept.id), ...kept }) as z.output<typeof ProcessFigures>,
  encode: (figures) => figures,
});

export const ProcessSettings = z.array(StoredFigures).max(PROCESS_IDS.length);

/** The white that is wanted in the coming weeks, and what looking after it takes. */
export const WhiteSettings = z.strictObject({
  weeks: z
    .array(z.strictObject({ ml: z.number().min(0).max(100_000), jobs: z.int().min(0).max(1000) }))
    .min(1)
    .max(52),
  containers: z
    .array(z.strictObject({ ml: z.number().positive().max(1_000_000), price: minorUnits }))
    .max(6),
  openWeeks: z.number().positive().max(520),
  movingMl: z.number().min(0).max(10_000),
  careMinutes: minutes,
  fitMinutes: minutes,
  takeOutMinutes: minutes,
  swapMinutes: minutes,
  swapMl: z.number().min(0).max(10_000),
  swapFluid: minorUnits,
  gatherWeeks: z.int().min(1).max(26),
  outsideJob: minorUnits,
});
export type WhiteSettings = Wire<z.output<typeof WhiteSettings>>;

/** What the shop said of spots, by their names: remembered for the files that come. */
export const SpotNames = z
  .record(z.string().max(1000), RoleSchema)
  .refine((names) => Object.keys(names).length <= 1000, {
    error: () => t('request.most1000Names'),
  });
export type SpotNames = z.output<typeof SpotNames>;

/** How products are bought, and how long open ink keeps; by the key of the product. */
export const SupplySettings = z
  .record(
    z.string().max(240),
    z.strictObject({
      deliveryDays: z.int().min(0).max(365),
      openWeeks: z.number().positive().max(520).exactOptional(),
      sizes: z
        .array(z.strictObject({ amount: z.number().positive().max(1_000_000), price: minorUnits }))
        .max(6),
    }),
  )
  .refine((supplies) => Object.keys(supplies).length <= 2000, {
    error: () => t('request.most2000Products'),
  });
prove<Same<z.output<typeof SupplySettings>, Record<string, ProductSupply>>>();

/** How likely a quote becomes an order, 0 to 1. */
export const FloorSettings = z.strictObject({ quoteChance: z.number().min(0).max(1) });

/** Where the printers of machines are: by the id of a machine, an address of the Internet Printing Protocol. */
export const PrinterSettings = z.record(
  ShopId,
  z.strictObject({
    uri: z
      .string()
      .max(500)
      .refine((uri) => /^(ipps?|https?):\/\/[^/\s]+/i.test(uri) && URL.canParse(uri), {
        error: () => t('request.printerAddress'),
      }),
    /** A stand-in that came with the app, whose address the app keeps. */
    simulated: z.boolean().exactOptional(),
  }),
);

const days = z.int().min(1).max(3650);
/** How long what nobody needs any more is kept. */
export const KeepingSettings = z.strictObject({
  /** Cleaned every day; otherwise only when somebody says so. */
  daily: z.boolean(),
  /** Jobs that were put away. */
  awayDays: days,
  /** Jobs of exercises. */
  practiceDays: days,
  /** Files for machines, plates that were built: made again when they are wanted. */
  exportDays: days,
  plateDays: days,
  /** From then on the last version of each day is kept of a job. */
  thinDays: days,
});
export type Keeping = z.output<typeof KeepingSettings>;
/** Our own choice; nothing goes by itself until the shop says so. */
export const USUAL_KEEPING: Keeping = {
  daily: false,
  awayDays: 365,
  practiceDays: 90,
  exportDays: 30,
  plateDays: 90,
  thinDays: 180,
};

export const SETTINGS = {
  keeping: KeepingSettings,
  hours: HoursSettings,
  printers: PrinterSettings,
  queue: QueueSettings,
  supply: SupplySettings,
  floor: FloorSettings,
  processes: ProcessSettings,
  'white-use': WhiteSettings,
  'spot-names': SpotNames,
} as const;
export type SettingName = keyof typeof SETTINGS;

prove<Same<z.output<typeof ProcessSettings>, readonly Process[]>>();
prove<Same<WhiteSettings, Omit<WhiteUse, 'labourRate' | 'currency'>>>();
