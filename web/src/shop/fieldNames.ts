/** Fields of the shop's things in words, for lists of what changed. */
import {
  CLASS_NAMES,
  decimal,
  type FieldChange,
  FORM_NAMES,
  machineFields,
  type Prices,
} from '@kyanos/core';
import { plain } from '../shared/format.ts';
import { t } from '../texts/texts.ts';
import { ROLE_NAMES } from './inkWords.ts';

/** By their place in a thing of the shop; those of an ink and of a mode by their place in it. */
const LABELS: Readonly<Record<string, string>> = {
  ...Object.fromEntries(machineFields().map(({ path, label }) => [path, label])),
  // Of all of them.
  name: t('fields.name'),
  lab: t('fields.lab'),
  // Of a material.
  class: t('fields.materialClass'),
  form: t('fields.form'),
  width: t('fields.width'),
  length: t('fields.length'),
  thickness: t('fields.thickness'),
  pricePerM2: t('shop.priceM'),
  'optics.lab': t('fields.lab'),
  'optics.labBlack': t('fields.labBlack'),
  'optics.transmittance': t('fields.transmittance'),
  'optics.haze': t('fields.haze'),
  'optics.gloss': t('fields.gloss'),
  'optics.mirror': t('fields.mirror'),
  'optics.texture': t('fields.texture'),
  'optics.texture.kind': t('fields.textureKind'),
  'optics.texture.depth': t('fields.textureDepth'),
  adhesive: t('fields.adhesive'),
  printableBack: t('fields.printableBack'),
  label: t('fields.label'),
  'label.width': t('fields.labelWidth'),
  'label.height': t('fields.labelHeight'),
  grain: t('fields.grain'),
  shelfLifeMonths: t('fields.shelfLife'),
  // Of an ink.
  channel: t('fields.key'),
  role: t('fields.role'),
  product: t('fields.product'),
  laydown: t('fields.laydown'),
  pricePerLitre: t('shop.priceLitre'),
  lossPerTrip: t('shop.lostStartTrip'),
  spotName: t('shop.spotNameWithin'),
  contrastRatio: t('shop.contrastRatio'),
  finish: t('fields.finish'),
  split: t('fields.split'),
  'split.of': t('fields.splitOf'),
  'split.curve': t('fields.splitCurve'),
  'split.saves': t('fields.splitSaves'),
  drops: t('fields.drops'),
  rows: t('fields.rows'),
  tone: t('fields.tone'),
  spitPerHour: t('shop.spatHour'),
  settling: t('fields.settling'),
  'settling.diameterNm': t('fields.particleSize'),
  'settling.spread': t('fields.particleSpread'),
  'settling.pigmentDensity': t('fields.pigmentDensity'),
  'settling.fluidDensity': t('fields.fluidDensity'),
  'settling.viscosity': t('fields.viscosity'),
  'settling.heightMm': t('fields.fluidHeight'),
  container: t('fields.container'),
  'container.ml': t('fields.containerMl'),
  laydownFrom: t('fields.laydownFrom'),
  'laydownFrom.kind': t('fields.laydownFrom'),
  'laydownFrom.picolitres': t('fields.dropSize'),
  'laydownFrom.dpiAcross': t('fields.dotsAcross'),
  'laydownFrom.dpiAlong': t('fields.dotsAlong'),
  'laydownFrom.ml': t('fields.inkMeasured'),
  'laydownFrom.areaMm2': t('fields.areaMeasured'),
  'laydownFrom.cover': t('fields.coverMeasured'),
  'laydownFrom.cure': t('fields.dries'),
  // Of a mode.
  passes: t('fields.passes'),
  speed: t('fields.speed'),
  specialSpeed: t('shop.speedSpecials'),
  bidirectional: t('fields.bothWays'),
  layersPerTrip: t('shop.layersInOneTrip'),
  materials: t('fields.materials'),
  specials: t('fields.specials'),
  // Of prices, and of what the house says.
  holdsFrom: t('shop.holdsFromWithin'),
  currency: t('shop.currencyWithin'),
  labourRate: t('shop.labourHour'),
  markupPercent: t('shop.markup'),
  marginPercent: t('shop.margin'),
  minimum: t('shop.minimumCharge'),
  pricing: t('shop.pricingWithin'),
  market: t('shop.goingRateWithin'),
  'market.minor': t('shop.goingRateWithin'),
  'market.per': t('fields.marketPer'),
  spoilagePercent: t('shop.spoilage'),
  taxPercent: t('shop.tax'),
  dayHours: t('shop.dayHoursWithin'),
  waitMinutes: t('fields.wait'),
  testPrint: t('fields.testPrint'),
  grainWhite: t('fields.grainWhite'),
  gap: t('fields.gap'),
  margin: t('fields.margin'),
  // Of a preset.
  about: t('fields.about'),
  notation: t('fields.stack'),
};

/** The same where it says which: with `*` for the key of an ink or a mode, the number of a break, or the id of a machine. */
const PLACES: Readonly<Record<string, (key: string) => string>> = {
  'inks.*': (key) => t('shop.inkWithin', { key }),
  'modes.*': (key) => t('shop.modeWithin', { key }),
  'breaks.*': (key) => t('shop.breakWithin', { n: Number(key) + 1 }),
  'breaks.*.copies': (key) => t('shop.breakCopiesWithin', { n: Number(key) + 1 }),
  'breaks.*.percentOff': (key) => t('shop.breakDiscountWithin', { n: Number(key) + 1 }),
  'chokeMm.*': (machine) => t('fields.choke', { machine }),
};
const KEYED = new Set(Object.keys(PLACES).map((place) => place.split('.')[0]));
const LAB_PARTS = ['L*', 'a*', 'b*'];

/** Price lists and house rules hold what they say in a part of its own. */
const placeOf = (field: string): string => field.replace(/^(prices|rules)\./, '');

/** Returns undefined for what has no name. */
export function namedField(field: string): string | undefined {
  const place = placeOf(field);
  if (Object.hasOwn(LABELS, place)) return LABELS[place];
  const [head, ...rest] = place.split('.');
  if (!KEYED.has(head) || rest.length === 0) {
    // A number of a list: of a colour it is a part of it, of anything else one of several.
    const [, list, number] = /^(.*)\.(\d+)$/.exec(place) ?? [];
    const name = list && namedField(list);
    const part = name && /(^|\.)lab(Black)?$/.test(list) ? LAB_PARTS[Number(number)] : undefined;
    return part ? t('fields.labPart', { part, colour: name! }) : name;
  }
  const [key, ...below] = rest;
  const keyed = [head, '*', ...below].join('.');
  if (Object.hasOwn(PLACES, keyed)) return PLACES[keyed](key);
  const name = namedField(below.join('.'));
  return name && `${key}: ${name}`;
}

/** `inks.W.spotName` → "W: spot name". What has no name is called by its own last word. */
export const fieldName = (field: string): string =>
  namedField(field) ??
  field
    .split('.')
    .at(-1)!
    .replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);

/** What is chosen rather than typed, by the place that says it. */
const CHOICES: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  ...Object.fromEntries(
    machineFields().flatMap(({ path, choices = [] }) =>
      choices.length > 0
        ? [[path, Object.fromEntries(choices.map(({ value, title }) => [value, title]))]]
        : [],
    ),
  ),
  class: CLASS_NAMES,
  form: FORM_NAMES,
  role: ROLE_NAMES,
};
const chosen = (field: string, value: unknown): string | undefined =>
  typeof value === 'string'
    ? CHOICES[placeOf(field).replace(/^inks\.\w+\./, '')]?.[value]
    : undefined;

/** Kept in hundredths of the shop's currency. */
const MONEY: readonly string[] = [
  ...machineFields()
    .filter(({ kind }) => kind === 'money')
    .map(({ path }) => path),
  'pricePerM2',
  'pricePerLitre',
  'labourRate',
  'minimum',
  'minor',
];
const isMoney = (field: string): boolean =>
  MONEY.includes(placeOf(field)) || MONEY.includes(field.split('.').at(-1)!);

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

/**
 * "White: laydown 11 → 12". What is assumed or learnt stands by itself elsewhere.
 * @param name what the field is called
 */
export function changeWords(
  { field, was, now }: FieldChange,
  name = fieldName(field),
): string | undefined {
  if (/^(assumed|learnt|measured|primaries)\b/.test(field)) return undefined;
  const words = (value: unknown) =>
    typeof value === 'number' && isMoney(field)
      ? decimal(value / 100, 2)
      : (chosen(field, value) ?? text(value));
  return `${name} ${words(was)} → ${words(now)}`;
}
