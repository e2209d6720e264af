/** Faint ink, coarse pictures, and colours that had to be converted. */
import { finding, type Place } from '../../findings/index.ts';
import { DEFAULT_HAZE, recipesOf } from '../../rule/index.ts';
import { allLayers } from '../../stack/index.ts';
import { FAINT } from '../content.ts';
import { at, cm2, pageArea, percentOf255, pixelArea, type Check } from './check.ts';
import { decimal, t } from '../../texts/index.ts';

/** Less than this of faint ink is an edge or a few dots: mm², and share of the page. */
const FAINT_MM2 = 100;
const FAINT_SHARE = 0.005;

export const haze: Check = (page, use) => {
  const { highest, faint } = page.content;
  if (!faint) return [];
  // The cleaner separates haze from the image by itself.
  const rules = use
    ? allLayers(use.stack).flatMap(({ parts }) =>
        parts.flatMap(({ rule }) =>
          rule
            ? [...recipesOf(rule)].flatMap(({ from }) => (from.kind === 'image' ? [from.haze] : []))
            : [],
        ),
      )
    : [];
  const threshold = Math.min(...(rules.length ? rules : [DEFAULT_HAZE]));
  const limit = Math.floor((threshold / 100) * 255);
  const area = (from: number, to: number) =>
    highest.slice(from, to + 1).reduce((sum, count) => sum + count, 0) * pixelArea(page);
  const enough = Math.max(FAINT_MM2, FAINT_SHARE * pageArea(page));
  const place: Place = { kind: 'cells', cells: faint };
  const caught = area(limit + 1, FAINT);
  const blank = area(1, Math.min(limit, FAINT));
  const grave = rules.length > 0 && use?.material.class !== 'white';
  const highestFaint = Math.ceil(percentOf255(FAINT));
  if (caught > enough)
    return [
      finding(
        'HAZE',
        t('artwork.cmLookBlankHold', {
          caught: cm2(caught),
          rest: threshold > 0 ? t('artwork.to', { threshold }) : t('artwork.up'),
          highestFaint,
        }),
        {
          severity: grave ? 'warning' : 'note',
          place,
          measure: { value: caught / 100, unit: 'cm²' },
          ...(rules.length > 0 && {
            repair: {
              label: t('artwork.takeUpBlank', { highestFaint }),
              kind: 'haze',
              percent: highestFaint,
            },
          }),
        },
      ),
    ];
  if (blank > enough)
    return [
      finding('HAZE_BLANK', t('artwork.cmHoldInkUp', { blank: cm2(blank), threshold }), {
        place,
        measure: { value: blank / 100, unit: 'cm²' },
      }),
    ];
  return [];
};

/** Pictures below these come out soft or stepped at reading distance, dpi. */
const SOFT_DPI = 150;
const COARSE_DPI = 100;

export const resolution: Check = (page) => {
  const whole = { left: 0, top: 0, width: page.widthMm, height: page.heightMm };
  const pictures = page.structure
    ? page.structure.pictures
    : [{ box: whole, dpi: page.dpi, widthPx: page.widthPx, heightPx: page.heightPx }];
  const low = pictures.filter(
    ({ dpi, widthPx, heightPx }) => dpi < SOFT_DPI && widthPx > 1 && heightPx > 1,
  );
  if (low.length === 0) return [];
  const lowest = Math.min(...low.map(({ dpi }) => dpi));
  return [
    finding(
      'LOW_RESOLUTION',
      t('artwork.pictureHasDpiSize', {
        n: low.length,
        lowest: decimal(lowest, 0),
        least: SOFT_DPI,
      }),
      {
        severity: lowest < COARSE_DPI ? 'warning' : 'note',
        place: at(low.map(({ box }) => box)),
        measure: { value: lowest, unit: 'dpi' },
      },
    ),
  ];
};

export const rgb: Check = (page) => {
  const { rgb: boxes = [], rgbObjects = 0 } = page.structure ?? {};
  if (rgbObjects === 0) return [];
  return [
    finding('RGB_LEFT', t('artwork.objectStillRgbConverted', { n: rgbObjects }), {
      place: at(boxes),
      measure: { value: rgbObjects, unit: 'count' },
    }),
  ];
};
