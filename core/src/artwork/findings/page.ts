/** The page itself: its size, its marks, what it hides, and whether it reads backwards. */
import { finding } from '../../findings/index.ts';
import { allLayers } from '../../stack/index.ts';
import { at, type Check } from './check.ts';
import { decimal, t } from '../../texts/index.ts';

/** Artwork is drawn this much larger than a pre-cut label both ways; common practice: 0.03 in. */
export const LABEL_EXCESS_MM = 0.762;
const BLEED_MM = 2;
/** Of the finished size's edge that holds ink: less is a corner or a mark. */
const EDGE_SHARE = 0.005;

export const size: Check = (page, use) => {
  const label = use?.material.label;
  const { trimMm, widthMm, heightMm } = page;
  if (!label) {
    if (page.edgeShare < EDGE_SHARE) return [];
    const least = page.bleedDeclared
      ? Math.max(
          0,
          Math.min(
            trimMm.left,
            trimMm.top,
            widthMm - trimMm.left - trimMm.width,
            heightMm - trimMm.top - trimMm.height,
          ),
        )
      : 0;
    if (least >= BLEED_MM - 0.05) return [];
    const cut = page.structure?.beyondMm ?? 0;
    if (least < 0.05 && cut > 0.5)
      return [
        finding(
          'BLEED_CUT',
          t('artwork.artReachesMmBeyond', { cut: decimal(cut, 1), bleed: BLEED_MM }),
          { measure: { value: cut, unit: 'mm' } },
        ),
      ];
    if (least < 0.05)
      return [finding('NO_BLEED', t('artwork.inkReachesEdgeArtwork', { bleed: BLEED_MM }))];
    return [
      finding(
        'LITTLE_BLEED',
        t('artwork.bleedMmNarrowestCutting', { least: decimal(least, 1), bleed: BLEED_MM }),
        { measure: { value: least, unit: 'mm' } },
      ),
    ];
  }
  const labelFactor = Math.max(
    (label.width + LABEL_EXCESS_MM) / widthMm,
    (label.height + LABEL_EXCESS_MM) / heightMm,
  );
  const over = [widthMm - label.width, heightMm - label.height];
  const least = Math.min(...over);
  if (least >= LABEL_EXCESS_MM - 0.05) return [];
  return [
    finding(
      'LABEL_SIZE',
      t('artwork.artworkMmLabelMm', {
        widthMm: decimal(widthMm, 1),
        heightMm: decimal(heightMm, 1),
        width: decimal(label.width, 1),
        height: decimal(label.height, 1),
        rest:
          least < 0
            ? t('artwork.mmStayBare', { least: decimal(-least, 1) })
            : t('artwork.slightestShiftShowsBare'),
      }),
      {
        severity: least < 0 ? 'error' : 'warning',
        measure: { value: least, unit: 'mm' },
        ...(isSlight(labelFactor) && {
          repair: {
            label: t('artwork.makeMmLargerThan', { excess: decimal(LABEL_EXCESS_MM, 2) }),
            kind: 'scale' as const,
            factor: labelFactor,
          },
        }),
      },
    ),
  ];
};

/** Larger or smaller by this much is another drawing, not the same a little larger. */
const SLIGHT = 0.15;
const isSlight = (factor: number) => Math.abs(factor - 1) <= SLIGHT;

/** Scales that large artwork is drawn at. Common practice. */
const SCALES = [2, 4, 5, 10, 20];
/** How near the size of the sheet must come. */
const SCALE_SLACK = 0.02;
/** Smaller sheets are printed as they are drawn, mm. */
const LEAST_SHEET_MM = 500;

/** Artwork that fills its sheet when it is made larger by a round number was drawn to scale. */
export const scale: Check = (page, use) => {
  if (!use || use.material.form === 'roll' || use.material.label) return [];
  const { width, length } = use.material;
  if (Math.max(width, length) < LEAST_SHEET_MM) return [];
  const { trimMm } = page;
  const near = (a: number, b: number) => Math.abs(a / b - 1) <= SCALE_SLACK;
  const factor = SCALES.find((times) => {
    const [w, h] = [trimMm.width * times, trimMm.height * times];
    return (near(w, width) && near(h, length)) || (near(w, length) && near(h, width));
  });
  if (factor === undefined) return [];
  return [
    finding(
      'SCALED_ART',
      t('artwork.artworkMmTimesFills', {
        width: decimal(trimMm.width, 0),
        height: decimal(trimMm.height, 0),
        factor,
        width2: decimal(width, 0),
        length: decimal(length, 0),
      }),
      {
        measure: { value: factor, unit: 'count' },
        repair: { label: t('artwork.readTimesLarge', { factor }), kind: 'scale', factor },
      },
    ),
  ];
};

export const marks: Check = (page, use) => {
  const boxes = page.structure?.marks ?? [];
  if (boxes.length === 0) return [];
  const label = use?.material.label;
  return [
    finding(
      'MARKS',
      label
        ? t('artwork.printersMarksLieArtwork')
        : t('artwork.markDrawnEveryInk', { n: boxes.length }),
      {
        severity: label ? 'error' : 'warning',
        place: at(boxes),
        measure: { value: boxes.length, unit: 'count' },
      },
    ),
  ];
};

/** Crop marks that are drawn in ordinary ink: four corners have eight. */
const LEAST_MARKS = 4;

export const cropMarks: Check = (page, use) => {
  const outside = page.structure?.outside ?? [];
  if (outside.length < LEAST_MARKS) return [];
  return [
    finding('MARKS_IN_BLEED', t('artwork.thinLineLiesBleed', { n: outside.length }), {
      severity: use?.material.label ? 'error' : 'warning',
      place: at(outside),
      measure: { value: outside.length, unit: 'count' },
    }),
  ];
};

export const annotations: Check = (page) => {
  const boxes = page.structure?.annotations ?? [];
  if (boxes.length === 0) return [];
  return [
    finding('ANNOTATIONS', t('artwork.noteStampFormField', { n: boxes.length }), {
      place: at(boxes),
      measure: { value: boxes.length, unit: 'count' },
    }),
  ];
};

/** Share of the lines of type that must read backwards before the page counts as mirrored. */
const MIRRORED_SHARE = 0.5;

export const mirrored: Check = (page, use) => {
  const text = page.structure?.text ?? [];
  const back = text.filter((run) => run.mirrored);
  const codes = page.barcodes.filter((code) => code.mirrored);
  if (codes.length === 0 && (back.length === 0 || back.length < MIRRORED_SHARE * text.length))
    return [];
  const place = at([...back, ...codes].map(({ box }) => box));
  const turned = use && allLayers(use.stack).some(({ mirror }) => mirror);
  return [
    finding(
      'MIRRORED',
      turned ? t('artwork.artworkReadsBackwardsAlready') : t('artwork.artworkReadsBackwardsKyanos'),
      { severity: use ? 'error' : 'warning', place },
    ),
  ];
};

/** What lies on a layer named white prints as colour if it is drawn in colour. */
export const layerColour: Check = (page) =>
  Object.entries(page.structure?.layerColour ?? {}).map(([layer, boxes]) =>
    finding('LAYER_COLOUR', t('artwork.layerNamedLikeSpecial', { n: boxes.length, layer }), {
      place: at(boxes),
      measure: { value: boxes.length, unit: 'count' as const },
    }),
  );

export const hidden: Check = (page) =>
  Object.entries(page.structure?.hidden ?? {}).map(([layer, objects]) =>
    finding('LAYER_HIDDEN', t('artwork.layerDoesNotPrint', { n: objects, layer }), {
      measure: { value: objects, unit: 'count' as const },
    }),
  );

export const incomplete: Check = (page) =>
  page.structure?.incomplete ? [finding('STRUCTURE_INCOMPLETE', t('artwork.pageTooLongRead'))] : [];
