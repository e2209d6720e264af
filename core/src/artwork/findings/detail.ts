/** What is small: barcodes, type and thin lines. */
import { usesInkRole } from '../../stack/index.ts';
import { finding, type Finding } from '../../findings/index.ts';
import { guessKind, isLineRole, specialRole } from '../names.ts';
import { at, roleIn, type Check } from './check.ts';
import { decimal, t } from '../../texts/index.ts';

/** EAN and UPC modules at 80 % of nominal; GS1 General Specifications, section 5.12 (from memory). */
const LEAST_MODULE_MM = 0.264;
const RETAIL = /^(EAN|UPC)/;

export const barcodes: Check = (page) =>
  page.barcodes.flatMap((barcode): Finding[] => {
    const { type, content, box, moduleMm, quiet, quietWanted, checkDigit } = barcode;
    const place = at([box]);
    const found: Finding[] = [];
    if (checkDigit === false)
      found.push(
        finding('CHECK_DIGIT', t('artwork.hasWrongCheckDigit', { type, content }), { place }),
      );
    const short = quiet.findIndex((modules, i) => modules < quietWanted[i] - 0.5);
    if (short >= 0)
      found.push(
        finding(
          'QUIET_ZONE',
          t('artwork.hasBlankModulesNeeds', {
            type,
            content,
            quiet: decimal(quiet[short], 1),
            rest: short === 0 ? t('artwork.before') : t('artwork.after'),
            quietWanted: quietWanted[short],
            quietWanted2: decimal(quietWanted[short] * moduleMm, 1),
          }),
          { place, measure: { value: quiet[short] * moduleMm, unit: 'mm' } },
        ),
      );
    if (RETAIL.test(type) && moduleMm < LEAST_MODULE_MM)
      found.push(
        finding(
          'BARCODE_SMALL',
          t('artwork.hasModulesMmLeast', {
            type,
            content,
            moduleMm: decimal(moduleMm, 3),
            least: LEAST_MODULE_MM,
          }),
          { place, measure: { value: moduleMm, unit: 'mm' } },
        ),
      );
    return found;
  });

/** Type this small shows every shift between inks, points. */
const SMALL_PT = 8;

export const smallType: Check = (page, use) => {
  const process = (inks: readonly string[]) =>
    inks.filter((ink) => page.separations.some((s) => s.name === ink && s.kind === 'process'));
  const small = (page.structure?.text ?? []).filter(
    ({ sizePt, inks }) => sizePt < SMALL_PT && process(inks).length > 1,
  );
  if (small.length === 0) return [];
  const smallest = Math.min(...small.map(({ sizePt }) => sizePt));
  const onWhite = !use || usesInkRole(use.stack, 'W');
  return [
    finding(
      'SMALL_TYPE',
      t('artwork.lineTypeFromPt', {
        n: small.length,
        smallest: decimal(smallest, 1),
        rest: onWhite ? t('artwork.whitePeeksOut') : '',
      }),
      {
        severity: onWhite ? 'warning' : 'note',
        place: at(small.map(({ box }) => box)),
        measure: { value: smallest, unit: 'pt' },
      },
    ),
  ];
};

/** Paper-white type this small fills in where inks shift, points. */
const SMALL_REVERSED_PT = 8;

export const reversedType: Check = (page, use) => {
  const small = (page.structure?.reversed ?? []).filter(({ sizePt }) => sizePt < SMALL_REVERSED_PT);
  if (small.length === 0) return [];
  const smallest = Math.min(...small.map(({ sizePt }) => sizePt));
  const underWhite = !use || usesInkRole(use.stack, 'W');
  return [
    finding(
      'REVERSED_TYPE',
      t('artwork.linePaperWhiteType', {
        n: small.length,
        smallest: decimal(smallest, 1),
        least: SMALL_REVERSED_PT,
      }),
      {
        severity: underWhite ? 'warning' : 'note',
        place: at(small.map(({ box }) => box)),
        measure: { value: smallest, unit: 'pt' },
      },
    ),
  ];
};

export const vanishing: Check = (page) => {
  const boxes = page.structure?.vanishing ?? [];
  if (boxes.length === 0) return [];
  return [
    finding('VANISHES', t('artwork.objectWhiteSetOverprint', { n: boxes.length }), {
      place: at(boxes),
      measure: { value: boxes.length, unit: 'count' },
    }),
  ];
};

export const cutType: Check = (page) => {
  const boxes = page.structure?.cutType ?? [];
  if (boxes.length === 0) return [];
  return [
    finding('TYPE_CUT', t('artwork.lineTypeCrossesEdge', { n: boxes.length }), {
      place: at(boxes),
      measure: { value: boxes.length, unit: 'count' },
    }),
  ];
};

export const hairlines: Check = (page, use) => {
  const prints = (ink: string) =>
    page.separations.some((s) => s.name === ink && s.kind === 'process') ||
    specialRole(use ? roleIn(ink, use) : undefined) !== undefined ||
    (!use && !isLineRole(guessKind(ink).kind));
  // What doesn't print can't break up.
  const lines = (page.structure?.hairlines ?? []).filter(({ inks }) => inks.some(prints));
  if (lines.length === 0) return [];
  const thinnest = Math.min(...lines.map(({ widthMm }) => widthMm));
  return [
    finding(
      'HAIRLINES',
      t('artwork.lineMmThinPrint', { n: lines.length, thinnest: decimal(thinnest, 2) }),
      { place: at(lines.map(({ box }) => box)), measure: { value: thinnest, unit: 'mm' } },
    ),
  ];
};
