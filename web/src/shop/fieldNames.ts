/** Fields of the shop's things in words, for lists of what changed. */
import { MACHINE_FIELDS } from '@kyanos/core';
import type { FieldChange } from '@kyanos/core';
import { plain } from '../shared/format.ts';

const LABELS: Readonly<Record<string, string>> = {
  ...Object.fromEntries(MACHINE_FIELDS.map(({ path, label }) => [path, label])),
  pricePerM2: 'price a m²',
  pricePerLitre: 'price a litre',
  lossPerTrip: 'lost at the start of a trip',
  spotName: 'spot name',
  contrastRatio: 'contrast ratio',
  spitPerHour: 'spat an hour',
  specialSpeed: 'speed with specials',
  layersPerTrip: 'layers in one trip',
  labourRate: 'labour an hour',
  markupPercent: 'markup',
  marginPercent: 'margin',
  minimum: 'minimum charge',
  taxPercent: 'tax',
  spoilagePercent: 'spoilage',
  holdsFrom: 'holds from',
};

/** `inks.W.spotName` → "W: spot name". */
export function fieldName(field: string): string {
  if (LABELS[field]) return LABELS[field];
  const names = field.split('.');
  if (names.length === 2 && (names[0] === 'inks' || names[0] === 'modes'))
    return `${names[0].slice(0, -1)} ${names[1]}`;
  const last = names.at(-1)!;
  const word = LABELS[last] ?? last.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);
  const [head, of] = names;
  return (head === 'inks' || head === 'modes') && of !== undefined && names.length > 2
    ? `${of}: ${word}`
    : word;
}

/** Kept in hundredths of the shop's currency. */
const MONEY: readonly string[] = [
  ...MACHINE_FIELDS.filter(({ kind }) => kind === 'money').map(({ path }) => path),
  'pricePerM2',
  'pricePerLitre',
  'labourRate',
  'minimum',
];
const isMoney = (field: string): boolean =>
  MONEY.includes(field) || MONEY.includes(field.split('.').at(-1)!);

const text = (value: unknown): string =>
  value === undefined
    ? 'nothing'
    : typeof value === 'object' && value !== null
      ? '…'
      : typeof value === 'boolean'
        ? value
          ? 'yes'
          : 'no'
        : typeof value === 'number'
          ? plain(value)
          : String(value as string);

/** "White: laydown 11 → 12". What is assumed or learnt is told by itself elsewhere. */
export function changeWords({ field, was, now }: FieldChange): string | undefined {
  if (/^(assumed|learnt|measured|primaries)\b/.test(field)) return undefined;
  const told = (value: unknown) =>
    typeof value === 'number' && isMoney(field) ? (value / 100).toFixed(2) : text(value);
  return `${fieldName(field)} ${told(was)} → ${told(now)}`;
}
