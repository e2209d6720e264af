/** What is small: barcodes, type and thin lines. */
import { usesInkRole } from '../../stack/index.ts';
import { finding, type Finding } from '../../findings/index.ts';
import { guessKind, isLineRole, specialRole } from '../names.ts';
import { at, roleIn, several, type Check } from './check.ts';

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
        finding(
          'CHECK_DIGIT',
          `The ${type} ${content} has a wrong check digit: it would be refused, or read as another article. Ask for the right number.`,
          { place },
        ),
      );
    const short = quiet.findIndex((modules, i) => modules < quietWanted[i] - 0.5);
    if (short >= 0)
      found.push(
        finding(
          'QUIET_ZONE',
          `The ${type} ${content} has ${quiet[short].toFixed(1)} blank modules ${short === 0 ? 'before' : 'after'} it and needs ${quietWanted[short]}: it may not scan. Keep ${(quietWanted[short] * moduleMm).toFixed(1)} mm clear.`,
          { place, measure: { value: quiet[short] * moduleMm, unit: 'mm' } },
        ),
      );
    if (RETAIL.test(type) && moduleMm < LEAST_MODULE_MM)
      found.push(
        finding(
          'BARCODE_SMALL',
          `The ${type} ${content} has modules of ${moduleMm.toFixed(3)} mm; the least for a till is ${LEAST_MODULE_MM} mm. Print it larger.`,
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
      `${several(small.length, 'line', 'lines')} of type from ${smallest.toFixed(1)} pt ${small.length === 1 ? 'is' : 'are'} built of two inks or more: the least shift blurs ${small.length === 1 ? 'it' : 'them'}${onWhite ? ', and white peeks out' : ''}. Set ${small.length === 1 ? 'it' : 'them'} in black alone.`,
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
      `${several(small.length, 'line', 'lines')} of paper-white type from ${smallest.toFixed(1)} pt ${small.length === 1 ? 'stands' : 'stand'} in colour: ink runs into ${small.length === 1 ? 'it' : 'them'}, and where white is laid under colour ${small.length === 1 ? 'it gets' : 'they get'} none. Ask for bolder type, or ${SMALL_REVERSED_PT} pt at least.`,
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
    finding(
      'VANISHES',
      `${several(boxes.length, 'object is', 'objects are')} white and set to overprint: ${boxes.length === 1 ? 'it leaves' : 'they leave'} no trace, and what lies under ${boxes.length === 1 ? 'it' : 'them'} prints instead. Ask for overprint to be switched off there.`,
      { place: at(boxes), measure: { value: boxes.length, unit: 'count' } },
    ),
  ];
};

export const cutType: Check = (page) => {
  const boxes = page.structure?.cutType ?? [];
  if (boxes.length === 0) return [];
  return [
    finding(
      'TYPE_CUT',
      `${several(boxes.length, 'line', 'lines')} of type ${boxes.length === 1 ? 'crosses' : 'cross'} the edge of the finished size: part of ${boxes.length === 1 ? 'it' : 'them'} is cut off. Ask for type inside the edge.`,
      { place: at(boxes), measure: { value: boxes.length, unit: 'count' } },
    ),
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
      `${several(lines.length, 'line is', 'lines are')} ${thinnest.toFixed(2)} mm thin${lines.length > 1 ? ' or little more' : ''}: on print ${lines.length > 1 ? 'they' : 'it'} may break up, and a choke takes the white from under ${lines.length > 1 ? 'them' : 'it'}.`,
      { place: at(lines.map(({ box }) => box)), measure: { value: thinnest, unit: 'mm' } },
    ),
  ];
};
