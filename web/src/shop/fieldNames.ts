/** Fields of the shop's things in words, for lists of what changed. */
import { decimal, type FieldChange, machineFields, type Prices } from '@kyanos/core';
import { plain } from '../shared/format.ts';
import { t } from '../texts/texts.ts';

const LABELS: Readonly<Record<string, string>> = {
  ...Object.fromEntries(machineFields().map(({ path, label }) => [path, label])),
  pricePerM2: t('shop.priceM'),
  pricePerLitre: t('shop.priceLitre'),
  lossPerTrip: t('shop.lostStartTrip'),
  spotName: t('shop.spotNameWithin'),
  contrastRatio: t('shop.contrastRatio'),
  spitPerHour: t('shop.spatHour'),
  specialSpeed: t('shop.speedSpecials'),
  layersPerTrip: t('shop.layersInOneTrip'),
  labourRate: t('shop.labourHour'),
  markupPercent: t('shop.markup'),
  marginPercent: t('shop.margin'),
  minimum: t('shop.minimumCharge'),
  taxPercent: t('shop.tax'),
  spoilagePercent: t('shop.spoilage'),
  holdsFrom: t('shop.holdsFromWithin'),
  currency: t('shop.currencyWithin'),
  pricing: t('shop.pricingWithin'),
  'market.minor': t('shop.goingRateWithin'),
  dayHours: t('shop.dayHoursWithin'),
};

/** `inks.W.spotName` → "W: spot name". */
export function fieldName(field: string): string {
  if (LABELS[field]) return LABELS[field];
  const names = field.split('.');
  if (names[0] === 'breaks' && names.length > 1) {
    const n = Number(names[1]) + 1;
    if (names.length === 2) return t('shop.breakWithin', { n });
    return names[2] === 'copies'
      ? t('shop.breakCopiesWithin', { n })
      : t('shop.breakDiscountWithin', { n });
  }
  if (names.length === 2 && names[0] === 'inks') return t('shop.inkWithin', { key: names[1] });
  if (names.length === 2 && names[0] === 'modes') return t('shop.modeWithin', { key: names[1] });
  const last = names.at(-1)!;
  const word = LABELS[last] ?? last.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);
  const [head, of] = names;
  return (head === 'inks' || head === 'modes') && of !== undefined && names.length > 2
    ? `${of}: ${word}`
    : word;
}

/** Kept in hundredths of the shop's currency. */
const MONEY: readonly string[] = [
  ...machineFields()
    .filter(({ kind }) => kind === 'money')
    .map(({ path }) => path),
  'pricePerM2',
  'pricePerLitre',
  'labourRate',
  'minimum',
  'market.minor',
];
const isMoney = (field: string): boolean =>
  MONEY.includes(field) || MONEY.includes(field.split('.').at(-1)!);

const isBreak = (value: unknown): value is NonNullable<Prices['breaks']>[number] =>
  typeof value === 'object' && value !== null && 'percentOff' in value;

const text = (value: unknown): string =>
  isBreak(value)
    ? t('shop.breakAs', { copies: value.copies, percent: decimal(value.percentOff, 1) })
    : value === undefined
      ? t('shop.nothing')
      : typeof value === 'object' && value !== null
        ? '…'
        : typeof value === 'boolean'
          ? value
            ? t('shop.yes')
            : t('shop.no')
          : typeof value === 'number'
            ? plain(value)
            : String(value as string);

/** "White: laydown 11 → 12". What is assumed or learnt stands by itself elsewhere. */
export function changeWords({ field, was, now }: FieldChange): string | undefined {
  if (/^(assumed|learnt|measured|primaries)\b/.test(field)) return undefined;
  const words = (value: unknown) =>
    typeof value === 'number' && isMoney(field) ? decimal(value / 100, 2) : text(value);
  return `${fieldName(field)} ${words(was)} → ${words(now)}`;
}
