/** The page itself: its size, its marks, what it hides, and whether it reads backwards. */
import { finding } from '../../findings/index.ts';
import { allLayers } from '../../stack/index.ts';
import { at, several, type Check } from './check.ts';

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
          `The art reaches ${cut.toFixed(1)} mm beyond the finished size, and the file says of no bleed that it should be printed: it is cut off at the edge. Ask for the file with a bleed box of ${BLEED_MM} mm.`,
          { measure: { value: cut, unit: 'mm' } },
        ),
      ];
    if (least < 0.05)
      return [
        finding(
          'NO_BLEED',
          `Ink reaches the edge, and the artwork has no bleed: a bare line may show where it is cut. Ask for ${BLEED_MM} mm more all round, or cut into it.`,
        ),
      ];
    return [
      finding(
        'LITTLE_BLEED',
        `The bleed is ${least.toFixed(1)} mm at its narrowest; cutting wants about ${BLEED_MM} mm.`,
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
      `The artwork is ${widthMm.toFixed(1)} × ${heightMm.toFixed(1)} mm and the label ${label.width.toFixed(1)} × ${label.height.toFixed(1)} mm: ${least < 0 ? `${(-least).toFixed(1)} mm of it stay bare` : 'the slightest shift shows a bare edge'}. Draw it 0.76 mm (0.03 in) larger both ways; common practice.`,
      {
        severity: least < 0 ? 'error' : 'warning',
        measure: { value: least, unit: 'mm' },
        ...(isSlight(labelFactor) && {
          repair: {
            label: `Make it ${LABEL_EXCESS_MM.toFixed(2)} mm larger than the label`,
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
      `The artwork is ${trimMm.width.toFixed(0)} × ${trimMm.height.toFixed(0)} mm, and at ${factor} times that it fills the sheet of ${width.toFixed(0)} × ${length.toFixed(0)} mm: it seems to be drawn at 1:${factor}. Read it at its true size, so that plates, ink and price are those of the print.`,
      {
        measure: { value: factor, unit: 'count' },
        repair: { label: `Read it ${factor} times as large`, kind: 'scale', factor },
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
        ? `Printers’ marks lie on the artwork, and the label is cut already: they would print on it. Ask for the page without marks.`
        : `${several(boxes.length, 'mark is', 'marks are')} drawn in every ink, white and clear included. Ask for the page without marks unless they are wanted.`,
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
    finding(
      'MARKS_IN_BLEED',
      `${several(outside.length, 'thin line lies', 'thin lines lie')} in the bleed, as crop marks do: they print, and show where the cut is not exact. Ask for the page without marks.`,
      {
        severity: use?.material.label ? 'error' : 'warning',
        place: at(outside),
        measure: { value: outside.length, unit: 'count' },
      },
    ),
  ];
};

export const annotations: Check = (page) => {
  const boxes = page.structure?.annotations ?? [];
  if (boxes.length === 0) return [];
  return [
    finding(
      'ANNOTATIONS',
      `${several(boxes.length, 'note, stamp or form field', 'notes, stamps or form fields')} on the page will print. Ask for the file without ${boxes.length === 1 ? 'it' : 'them'}, unless ${boxes.length === 1 ? 'it is' : 'they are'} wanted.`,
      { place: at(boxes), measure: { value: boxes.length, unit: 'count' } },
    ),
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
      turned
        ? 'The artwork reads backwards already, and this stack mirrors it: twice mirrored it reads wrong through the material. Ask for it unmirrored.'
        : 'The artwork reads backwards. Kyanos mirrors where a stack needs it, so ask for it unmirrored.',
      { severity: use ? 'error' : 'warning', place },
    ),
  ];
};

/** What lies on a layer named white prints as colour if it is drawn in colour. */
export const layerColour: Check = (page) =>
  Object.entries(page.structure?.layerColour ?? {}).map(([layer, boxes]) =>
    finding(
      'LAYER_COLOUR',
      `The layer "${layer}" is named like a special, and ${several(boxes.length, 'object', 'objects')} on it ${boxes.length === 1 ? 'is' : 'are'} drawn in process colour: ${boxes.length === 1 ? 'it prints' : 'they print'} as colour, not as that ink. Ask for ${boxes.length === 1 ? 'it' : 'them'} in a spot colour of the machine’s name.`,
      { place: at(boxes), measure: { value: boxes.length, unit: 'count' as const } },
    ),
  );

export const hidden: Check = (page) =>
  Object.entries(page.structure?.hidden ?? {}).map(([layer, objects]) =>
    finding(
      'LAYER_HIDDEN',
      `The layer "${layer}" does not print: ${several(objects, 'object', 'objects')} of it ${objects === 1 ? 'is' : 'are'} left out. Switch it on in the file if that is wrong.`,
      { measure: { value: objects, unit: 'count' as const } },
    ),
  );

export const incomplete: Check = (page) =>
  page.structure?.incomplete
    ? [
        finding(
          'STRUCTURE_INCOMPLETE',
          'The page is too long to be read object by object: its plates are complete, but type, pictures and overprint were looked at only in part.',
        ),
      ]
    : [];
