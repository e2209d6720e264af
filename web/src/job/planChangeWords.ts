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
};

/** What a version changed, in sentences; undefined of what stands elsewhere. The plan of a machine or material by its part. */
export function planChangeWords(change: FieldChange): string | undefined {
  const { field } = change;
  // Where the copies came from shows in what they hold.
  if (field.startsWith('from.') || field === 'format') return undefined;
  const [part, ...rest] = field.split('.');
  if (FIELDS[field]) return changeWords({ ...change, field: FIELDS[field] });
  // Another machine or material differs in every field: its name says so.
  if (part === 'machine' || part === 'material' || part === 'prices')
    return changeWords({ ...change, field: rest.join('.') });
  return changeWords(change);
}
