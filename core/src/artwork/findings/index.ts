/**
 * What is wrong with artwork before anything is printed, each in a sentence with its place, its measure and its way out.
 * How grave it is depends on what it is printed on, so a finding is made for a {@link Use}, or in general without one.
 *
 * Limits without a source are common practice.
 */
import { finding, type Finding } from '../../findings/index.ts';
import type { ArtworkInfo, ArtworkPage } from '../page.ts';
import type { Check, Use } from './check.ts';
import { barcodes, cutType, hairlines, reversedType, smallType, vanishing } from './detail.ts';
import { empty, erasingLines, knockouts, names } from './inks.ts';
import {
  annotations,
  cropMarks,
  hidden,
  incomplete,
  layerColour,
  marks,
  mirrored,
  size,
  scale,
} from './page.ts';
import { haze, resolution, rgb } from './pictures.ts';
import { t } from '../../texts/index.ts';

export type { Use } from './check.ts';
export { LABEL_EXCESS_MM } from './page.ts';

/** In the order in which they are listed. */
const CHECKS: readonly Check[] = [
  names,
  empty,
  knockouts,
  erasingLines,
  mirrored,
  haze,
  barcodes,
  vanishing,
  smallType,
  reversedType,
  cutType,
  hairlines,
  resolution,
  size,
  scale,
  marks,
  cropMarks,
  annotations,
  rgb,
  layerColour,
  hidden,
  incomplete,
];

/** Everything found on one page; in general, or for what it is used for. */
export function pageFindings(page: ArtworkPage, use?: Use): Finding[] {
  return [...page.notes, ...CHECKS.flatMap((check) => check(page, use))].map((found) => ({
    ...found,
    page: page.number,
  }));
}

/** What is wrong with the file as a whole. */
export function documentFindings({ document }: ArtworkInfo): Finding[] {
  const missing = document?.fonts.filter(({ embedded }) => !embedded) ?? [];
  if (missing.length === 0) return [];
  return [
    finding(
      'FONT_MISSING',
      t('artwork.notEmbeddedAnotherTypeface', {
        n: missing.length,
        missing: missing.map(({ name }) => name).join(', '),
      }),
      { measure: { value: missing.length, unit: 'count' } },
    ),
  ];
}
