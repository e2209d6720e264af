/** Fields of a plan in words, for lists of what a version changed. */
import type { FieldChange } from '@kyanos/core';
import { changeWords } from '../shop/fieldNames.ts';
import { t } from '../texts/texts.ts';

const FIELDS: Readonly<Record<string, string>> = {
  name: t('shop.planName'),
  customer: t('shop.planCustomer'),
  stack: t('shop.planStack'),
  modeId: t('shop.planMode'),
  lot: t('shop.planLot'),
  laminated: t('shop.planLaminated'),
  'material.name': t('shop.planMaterial'),
  'machine.name': t('shop.planMachine'),
  'artwork.page': t('shop.planPage'),
  'artwork.rearPage': t('shop.planRearPage'),
  'layout.copies': t('shop.planCopies'),
  'layout.gap': t('shop.planGap'),
  'layout.margin': t('shop.planMargin'),
  'layout.turned': t('shop.planTurned'),
  'trips.split': t('shop.planSplit'),
  'trips.waitMinutes': t('shop.planWait'),
  'trips.testPrint': t('shop.planTestPrint'),
  'artwork.overprint': t('fields.overprint'),
  'viewing.side': t('fields.seenFrom'),
  'viewing.light': t('fields.seenIn'),
  'viewing.backing': t('fields.seenOn'),
  'layout.mixed': t('fields.mixed'),
  'layout.grain': t('fields.grain'),
  'layout.loadLength': t('fields.loadLength'),
  'trips.fittedFor': t('fields.fittedFor'),
  'cutting.cutMm': t('fields.cut'),
  'cutting.creaseMm': t('fields.creased'),
  language: t('fields.papers'),
};
/** Whatever of them changed. */
const LISTS: Readonly<Record<string, string>> = {
  'artwork.names': t('fields.inFile'),
  versions: t('fields.versions'),
  'layout.places': t('fields.places'),
  'layout.companions': t('fields.companions'),
  'trips.careful': t('fields.careful'),
  extras: t('fields.extras'),
};

/** Returns undefined for what has no name as a field of a plan. */
export const planFieldName = (field: string): string | undefined =>
  FIELDS[field] ??
  Object.entries(LISTS).find(([list]) => field === list || field.startsWith(`${list}.`))?.[1];

/** What a version changed, in sentences; undefined of what stands elsewhere. The plan of a machine or material by its part. */
export function planChangeWords(change: FieldChange): string | undefined {
  const { field } = change;
  // Where the copies came from shows in what they hold.
  if (field.startsWith('from.') || field === 'format') return undefined;
  const [part, ...rest] = field.split('.');
  const name = planFieldName(field);
  if (name) return changeWords(change, name);
  // Another machine or material differs in every field: its name says so.
  if (part === 'machine' || part === 'material' || part === 'prices')
    return changeWords({ ...change, field: rest.join('.') });
  return changeWords(change);
}
