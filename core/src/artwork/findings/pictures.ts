/** Faint ink, coarse pictures, and colours that had to be converted. */
import { finding, type Place } from '../../findings/index.ts';
import { DEFAULT_HAZE, recipesOf } from '../../rule/index.ts';
import { allLayers } from '../../stack/index.ts';
import { FAINT } from '../content.ts';
import { at, cm2, pageArea, percentOf255, pixelArea, several, type Check } from './check.ts';

/** Less than this of faint ink is an edge or a few dots: mm², and share of the page. */
const FAINT_MM2 = 100;
const FAINT_SHARE = 0.005;

export const haze: Check = (page, use) => {
  const { highest, faint } = page.content;
  if (!faint) return [];
  // The cleaner tells haze from the image by itself.
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
        `${cm2(caught)} cm² look blank and hold ink of ${threshold > 0 ? `${threshold} to` : 'up to'} ${highestFaint} %: haze, or the lightest part of a picture. A rule that goes by any ink lays white there, with a halo round the art.`,
        {
          severity: grave ? 'warning' : 'note',
          place,
          measure: { value: caught / 100, unit: 'cm²' },
          ...(rules.length > 0 && {
            repair: {
              label: `Take up to ${highestFaint} % for blank`,
              kind: 'haze',
              percent: highestFaint,
            },
          }),
        },
      ),
    ];
  if (blank > enough)
    return [
      finding(
        'HAZE_BLANK',
        `${cm2(blank)} cm² hold ink of up to ${threshold} %, which counts as blank: it prints as colour with no white under it.`,
        { place, measure: { value: blank / 100, unit: 'cm²' } },
      ),
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
      `${several(low.length, 'picture has', 'pictures have')} ${lowest.toFixed(0)} dpi ${low.length > 1 ? 'or little more ' : ''}at the size printed; below ${SOFT_DPI} dpi steps begin to show at reading distance. Ask for a larger picture, or print it smaller.`,
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
    finding(
      'RGB_LEFT',
      `${several(rgbObjects, 'object is', 'objects are')} still in RGB and ${rgbObjects === 1 ? 'was' : 'were'} converted to process ink by profile: blacks become four inks and colours may shift. Ask for CMYK if it matters.`,
      { place: at(boxes), measure: { value: rgbObjects, unit: 'count' } },
    ),
  ];
};
