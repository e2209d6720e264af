/** The plan file and what it is made of. Lengths mm, money minor units, shares percent unless a field says otherwise. */
import {
  DomainError,
  formatStack,
  LANGUAGES,
  parseStack,
  PLAN_FORMAT,
  type PrintPlan,
  type Stack,
} from '@kyanos/core';
import { z } from 'zod';
import { ShopId, length, minorUnits, minutes, text } from './fields.ts';
import { Machine, RoleSchema } from './machine.ts';
import { Material } from './material.ts';
import { Prices, Revision } from './shop.ts';
import { prove, type Same } from './proof.ts';
import { t } from './texts/texts.ts';

/** A drawn shape is long; a stack of them still fits a page of text. */
export const MAX_NOTATION = 300_000;

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

export const Extra = z.strictObject({
  name: text,
  kind: z.enum(['labour', 'finishing', 'part']),
  minutes,
  minor: minorUnits,
  per: z.enum(['job', 'load', 'piece', 'm2']),
});

const Version = z.strictObject({
  page: z.int().min(1).max(10_000),
  copies: z.int().min(0).max(1_000_000),
});

const PlanFields = z.strictObject({
  format: z.literal(PLAN_FORMAT),
  name: text,
  artwork: z.strictObject({
    page: z.int().min(1).max(10_000),
    rearPage: z.int().min(1).max(10_000).nullable(),
    names: z.record(z.string().max(1000), RoleSchema),
    overprint: z.array(z.string().max(1000)).max(60).default([]),
  }),
  /** Pages printed together, each in its quantity; `layout.copies` is their sum, and `artwork.page` the one looked at. */
  versions: z.array(Version).min(2).max(500).exactOptional(),
  viewing: z.strictObject({
    side: z.enum(['front', 'back', 'both']),
    light: z.enum(['front', 'behind', 'both']),
    backing: z.enum(['white', 'black', 'wood', 'daylight', 'night']),
  }),
  material: Material,
  lot: z.string().max(100),
  machine: Machine,
  modeId: ShopId,
  stack: StackText,
  layout: z.strictObject({
    copies: z.int().min(1).max(1_000_000),
    gap: z.number().min(0).max(1000),
    margin: z.number().min(0).max(1000),
    turned: z.boolean(),
    mixed: z.boolean().exactOptional(),
    grain: z.enum(['upright', 'sideways']).exactOptional(),
    loadLength: length.exactOptional(),
    places: z
      .array(
        z.strictObject({
          left: z.number().min(-10_000).max(200_000),
          top: z.number().min(-10_000).max(200_000),
          turned: z.boolean(),
        }),
      )
      .max(2000)
      .exactOptional(),
    companions: z
      .array(
        z.strictObject({
          name: text,
          width: length,
          height: length,
          copies: z.int().min(1).max(100_000),
        }),
      )
      .max(40)
      .exactOptional(),
  }),
  trips: z.strictObject({
    split: z.enum(['together', 'apart']),
    waitMinutes: z.number().min(0).max(10_000),
    testPrint: z.boolean(),
    careful: z
      .array(
        z.strictObject({
          trip: z.int().min(1).max(12).exactOptional(),
          speed: z.number().positive().max(10_000).exactOptional(),
          oneDirection: z.boolean().exactOptional(),
          passes: z.int().min(1).max(64).exactOptional(),
        }),
      )
      .max(13)
      .exactOptional(),
    fittedFor: z.int().min(0).max(1000).exactOptional(),
  }),
  prices: Prices,
  laminated: z.boolean(),
  cutting: z
    .strictObject({
      cutMm: z.number().min(0).max(10_000_000),
      creaseMm: z.number().min(0).max(10_000_000),
    })
    .exactOptional(),
  customer: z.string().max(200).exactOptional(),
  language: z.enum(LANGUAGES).exactOptional(),
  extras: z.array(Extra).max(60).exactOptional(),
  from: z
    .strictObject({
      machine: Revision.exactOptional(),
      material: Revision.exactOptional(),
      prices: Revision.exactOptional(),
    })
    .exactOptional(),
});

export const Plan = PlanFields.superRefine((plan, context) => {
  const { versions, artwork, layout } = plan;
  if (!versions) return;
  const wrong = (path: string, message: string) =>
    context.addIssue({ code: 'custom', path: [path], message });
  const pages = new Set(versions.map(({ page }) => page));
  const copies = versions.reduce((sum, version) => sum + version.copies, 0);
  if (pages.size < versions.length) wrong('versions', t('request.hasPageTwiceAdd'));
  else if (!pages.has(artwork.page))
    wrong('artwork.page', t('request.whichNoneVersions', { page: artwork.page }));
  else if (artwork.rearPage !== null) wrong('artwork.rearPage', t('request.printOnePageFront'));
  else if (copies !== layout.copies)
    wrong('layout.copies', t('request.versionsAddUp', { copies: layout.copies, copies2: copies }));
});

export type PlanJson = z.input<typeof Plan>;

prove<Same<z.output<typeof Plan>, PrintPlan>>();

/** The first thing wrong with a value, in a sentence that names the field. */
export function problemOf(error: z.ZodError, whole: string): string {
  const [issue] = error.issues;
  const where = issue.path.length ? t('request.field', { path: issue.path.join('.') }) : whole;
  if (issue.code === 'unrecognized_keys')
    return t('request.thereNoFieldRemove', {
      keys: issue.keys.map((key) => `"${key}"`).join(', '),
      where,
    });
  const message = issue.message
    .replace(/^(Invalid input|Ungültige Eingabe): /, '')
    .replace(/\.$/, '');
  return t('request.somethingWrong', { where, message });
}

/** A plan as it is written to a file or sent. The schema's arrays are not readonly, the program's are. */
export const encodePlan = (plan: PrintPlan): PlanJson =>
  z.encode(Plan, plan as z.output<typeof Plan>);
