/**
 * What is wrong with artwork before anything is printed, each in a sentence with its place, its measure and its way out.
 * How grave it is depends on what it is printed on, so a finding is made for a {@link Use}, or in general without one.
 *
 * Limits without a source are common practice.
 */
import {
  allLayers,
  LAY_NAMES,
  usesLay,
  type Machine,
  type Material,
  type Special,
  type Stack,
} from '../stack/index.ts';
import { FAINT } from './content.ts';
import { missReason, nearMiss, roleOf } from './names.ts';
import type {
  ArtworkInfo,
  ArtworkPage,
  Finding,
  Knockout,
  MmBox,
  Place,
  Severity,
} from './page.ts';
import type { Said } from './planned.ts';

/** What the artwork is printed with and on. */
export interface Use {
  readonly machine: Machine;
  readonly material: Material;
  readonly stack: Stack;
  readonly said: Said;
}

type Check = (page: ArtworkPage, use: Use | undefined) => Finding[];

/** Boxes told one by one; more only hide one another. */
const MOST_BOXES = 80;
const at = (boxes: readonly MmBox[]): Place => ({
  kind: 'boxes',
  boxes: boxes.slice(0, MOST_BOXES),
});
const cm2 = (mm2: number) => (mm2 / 100).toFixed(mm2 < 1000 ? 2 : 1);
const several = (count: number, one: string, many = `${one}s`) =>
  `${count} ${count === 1 ? one : many}`;
const percentOf255 = (value: number) => (value / 255) * 100;

const pageArea = (page: ArtworkPage) => page.widthMm * page.heightMm;
const pixelArea = (page: ArtworkPage) => pageArea(page) / (page.widthPx * page.heightPx);
const said = (use: Use | undefined): Said => use?.said ?? { names: {}, overprint: [] };
const roleIn = (name: string, use: Use) => roleOf(name, use.said.names, use.machine);

/** The layers that print what the artist drew as this special. */
const drawn = (stack: Stack, lay: Special) =>
  allLayers(stack).filter(({ parts }) =>
    parts.some((part) => part.lay === lay && part.rule?.extent !== 'sheet'),
  );

const names: Check = (page, use) => {
  if (!use) return [];
  return page.separations.flatMap((separation): Finding[] => {
    const { name, kind } = separation;
    if (kind === 'process' || roleIn(name, use)) return [];
    const area = separation.coverageWithBleed * pageArea(page);
    const measure = { value: area / 100, unit: 'cm²' } as const;
    const role = nearMiss(name, use.machine);
    if (role) {
      const wanted = use.machine.inks.find(({ channel }) => channel === role)!.spotName ?? '';
      return [
        {
          code: 'NAME_MISS',
          severity: 'warning',
          message: `"${name}" prints nothing: ${use.machine.name} wants "${wanted}", letter by letter, and ${missReason(name, wanted)}.`,
          measure,
          repair: {
            label: `Use "${name}" as ${LAY_NAMES[role].toLowerCase()}`,
            kind: 'map-name',
            separation: name,
            role,
          },
        },
      ];
    }
    return [
      {
        code: 'SPOT_UNUSED',
        severity: 'warning',
        message: `The spot "${name}" prints nothing on ${use.machine.name}, and covers ${cm2(area)} cm². Say what it stands for${separation.alternate ? ', print it in process ink,' : ''} or ignore it.`,
        measure,
        // Ignoring is never offered with one click: what is not printed is seen too late.
        ...(separation.alternate && {
          repair: {
            label: `Print "${name}" in process ink`,
            kind: 'map-name',
            separation: name,
            role: 'process',
          },
        }),
      },
    ];
  });
};

const empty: Check = (page, use) => {
  const blank = page.separations.every(({ coverageWithBleed }) => coverageWithBleed === 0);
  const found = page.separations.flatMap(({ name, kind, coverageWithBleed }): Finding[] => {
    if (kind === 'process' || coverageWithBleed > 0) return [];
    const objects = page.structure?.spots.find((spot) => spot.name === name)?.objects;
    const role = use && roleIn(name, use);
    const wanted =
      role && role !== 'ignore' && role !== 'process' && use && usesLay(use.stack, role);
    return [
      {
        code: 'SPECIAL_EMPTY',
        severity: wanted ? 'error' : objects === 0 ? 'note' : 'warning',
        message:
          objects === 0
            ? `The separation "${name}" is declared and nothing is drawn in it: it would print blank.`
            : `The separation "${name}" is drawn and its plate is empty: what was drawn lies outside the page or was erased by colour over it. Check that it overprints.`,
      },
    ];
  });
  if (blank)
    found.push({
      code: 'PAGE_BLANK',
      severity: 'error',
      message: 'Nothing on this page prints: every separation is empty.',
    });
  return found;
};

/** Places this small are slivers where shapes touch, mm². */
const SLIVER_MM2 = 1;

const knockouts: Check = (page, use) =>
  page.knockouts.flatMap((knockout): Finding[] => {
    const { separation, specialLostMm2, colourLostMm2, cells } = knockout;
    const lost = specialLostMm2 + colourLostMm2;
    if (lost < SLIVER_MM2) return [];
    const place: Place = { kind: 'cells', cells };
    const measure = { value: lost / 100, unit: 'cm²' } as const;
    if (said(use).overprint.includes(separation))
      return [
        {
          code: 'KNOCKOUT_MENDED',
          severity: 'note',
          message: `"${separation}" and colour would erase one another on ${cm2(lost)} cm² in the file as it is. Our plates keep both.`,
          place,
          measure,
          repair: {
            label: 'Leave it as the file is',
            kind: 'overprint',
            separation,
            keep: false,
          },
        },
      ];
    const beside = isBeside(separation, use);
    return [
      {
        code: 'KNOCKOUT',
        severity: beside ? 'note' : knockoutSeverity(separation, use),
        message: `${knockoutSentence(knockout)} ${
          beside
            ? 'This stack lays them beside one another in one layer, where they must not overlap: so it is in order.'
            : 'If both should print, keep both in our plates, or set overprint in the file.'
        }`,
        place,
        measure,
        ...(!beside && {
          repair: {
            label: `Keep both "${separation}" and colour`,
            kind: 'overprint',
            separation,
            keep: true,
          },
        }),
      },
    ];
  });

/** Laid in one layer with colour, where an overlap would mix wet ink: there a knockout is what is wanted. */
function isBeside(separation: string, use: Use | undefined): boolean {
  const role = use && roleIn(separation, use);
  if (!role || role === 'ignore' || role === 'process') return false;
  const layers = drawn(use.stack, role);
  return layers.length > 0 && layers.every(({ parts }) => parts.some(({ lay }) => lay === 'CMYK'));
}

function knockoutSeverity(separation: string, use: Use | undefined): Severity {
  if (!use) return 'warning';
  const role = roleIn(separation, use);
  if (!role || role === 'ignore' || role === 'process') return 'note';
  return drawn(use.stack, role).length > 0 ? 'error' : 'note';
}

function knockoutSentence({ separation, specialLostMm2, colourLostMm2 }: Knockout): string {
  const parts = [
    ...(specialLostMm2 >= SLIVER_MM2
      ? [`"${separation}" is missing on ${cm2(specialLostMm2)} cm² under what was drawn over it`]
      : []),
    ...(colourLostMm2 >= SLIVER_MM2
      ? [`colour is missing on ${cm2(colourLostMm2)} cm² under "${separation}"`]
      : []),
  ];
  return `Without overprint one erases the other: ${parts.join(', and ')}.`;
}

/** Less than this of faint ink is an edge or a few dots: mm², and share of the page. */
const FAINT_MM2 = 100;
const FAINT_SHARE = 0.005;
const DEFAULT_HAZE = 3;

const haze: Check = (page, use) => {
  const { highest, faint } = page.content;
  if (!faint) return [];
  const rules = use
    ? allLayers(use.stack).flatMap(({ parts }) =>
        parts.flatMap(({ rule }) => (rule?.extent === 'image' ? [rule] : [])),
      )
    : [];
  const threshold = Math.min(
    ...(rules.length ? rules.map(({ hazePercent }) => hazePercent) : [DEFAULT_HAZE]),
  );
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
      {
        code: 'HAZE',
        severity: grave ? 'warning' : 'note',
        message: `${cm2(caught)} cm² look blank and hold ink of ${threshold} to ${highestFaint} %: haze, or the lightest part of a picture. A rule that goes by any ink lays white there, with a halo round the art.`,
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
    ];
  if (blank > enough)
    return [
      {
        code: 'HAZE_BLANK',
        severity: 'note',
        message: `${cm2(blank)} cm² hold ink of up to ${threshold} %, which counts as blank: it prints as colour with no white under it.`,
        place,
        measure: { value: blank / 100, unit: 'cm²' },
      },
    ];
  return [];
};

/** Pictures below these come out soft or stepped at reading distance, dpi. */
const SOFT_DPI = 150;
const COARSE_DPI = 100;

const resolution: Check = (page) => {
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
    {
      code: 'LOW_RESOLUTION',
      severity: lowest < COARSE_DPI ? 'warning' : 'note',
      message: `${several(low.length, 'picture has', 'pictures have')} ${lowest.toFixed(0)} dpi ${low.length > 1 ? 'or little more ' : ''}at the size printed; below ${SOFT_DPI} dpi steps begin to show at reading distance. Ask for a larger picture, or print it smaller.`,
      place: at(low.map(({ box }) => box)),
      measure: { value: lowest, unit: 'dpi' },
    },
  ];
};

/** Artwork is drawn this much larger than a pre-cut label both ways; common practice: 0.03 in. */
export const LABEL_EXCESS_MM = 0.762;
const BLEED_MM = 2;

const size: Check = (page, use) => {
  const label = use?.material.label;
  const { trimMm, widthMm, heightMm } = page;
  if (!label) {
    if (page.bleedDeclared) {
      const least = Math.min(
        trimMm.left,
        trimMm.top,
        widthMm - trimMm.left - trimMm.width,
        heightMm - trimMm.top - trimMm.height,
      );
      return least >= BLEED_MM - 0.05
        ? []
        : [
            {
              code: 'LITTLE_BLEED',
              severity: 'note',
              message: `The bleed is ${least.toFixed(1)} mm at its narrowest; cutting wants about ${BLEED_MM} mm.`,
              measure: { value: least, unit: 'mm' },
            },
          ];
    }
    return [
      {
        code: 'NO_BLEED',
        severity: 'note',
        message: `The artwork has no bleed: what reaches the edge may show a bare line where it is cut. Ask for ${BLEED_MM} mm more all round, or cut into it.`,
      },
    ];
  }
  const over = [widthMm - label.width, heightMm - label.height];
  const least = Math.min(...over);
  if (least >= LABEL_EXCESS_MM - 0.05) return [];
  return [
    {
      code: 'LABEL_SIZE',
      severity: least < 0 ? 'error' : 'warning',
      message: `The artwork is ${widthMm.toFixed(1)} × ${heightMm.toFixed(1)} mm and the label ${label.width.toFixed(1)} × ${label.height.toFixed(1)} mm: ${least < 0 ? `${(-least).toFixed(1)} mm of it stay bare` : 'the slightest shift shows a bare edge'}. Draw it 0.76 mm (0.03 in) larger both ways; common practice.`,
      measure: { value: least, unit: 'mm' },
    },
  ];
};

const marks: Check = (page, use) => {
  const boxes = page.structure?.marks ?? [];
  if (boxes.length === 0) return [];
  const label = use?.material.label;
  return [
    {
      code: 'MARKS',
      severity: label ? 'error' : 'warning',
      message: label
        ? `Printers’ marks lie on the artwork, and the label is cut already: they would print on it. Ask for the page without marks.`
        : `${several(boxes.length, 'mark is', 'marks are')} drawn in every ink, white and clear included. Ask for the page without marks unless they are wanted.`,
      place: at(boxes),
      measure: { value: boxes.length, unit: 'count' },
    },
  ];
};

/** EAN and UPC modules at 80 % of nominal; GS1 General Specifications, section 5.12 (from memory). */
const LEAST_MODULE_MM = 0.264;
const RETAIL = /^(EAN|UPC)/;

const barcodes: Check = (page) =>
  page.barcodes.flatMap((barcode): Finding[] => {
    const { type, content, box, moduleMm, quiet, quietWanted, checkDigit } = barcode;
    const place = at([box]);
    const found: Finding[] = [];
    if (checkDigit === false)
      found.push({
        code: 'CHECK_DIGIT',
        severity: 'error',
        message: `The ${type} ${content} has a wrong check digit: it would be refused, or read as another article. Ask for the right number.`,
        place,
      });
    const short = quiet.findIndex((modules, i) => modules < quietWanted[i] - 0.5);
    if (short >= 0)
      found.push({
        code: 'QUIET_ZONE',
        severity: 'warning',
        message: `The ${type} ${content} has ${quiet[short].toFixed(1)} blank modules ${short === 0 ? 'before' : 'after'} it and needs ${quietWanted[short]}: it may not scan. Keep ${(quietWanted[short] * moduleMm).toFixed(1)} mm clear.`,
        place,
        measure: { value: quiet[short] * moduleMm, unit: 'mm' },
      });
    if (RETAIL.test(type) && moduleMm < LEAST_MODULE_MM)
      found.push({
        code: 'BARCODE_SMALL',
        severity: 'warning',
        message: `The ${type} ${content} has modules of ${moduleMm.toFixed(3)} mm; the least for a till is ${LEAST_MODULE_MM} mm. Print it larger.`,
        place,
        measure: { value: moduleMm, unit: 'mm' },
      });
    return found;
  });

/** Type this small shows every shift between inks, points. */
const SMALL_PT = 8;

const smallType: Check = (page, use) => {
  const process = (inks: readonly string[]) =>
    inks.filter((ink) => page.separations.some((s) => s.name === ink && s.kind === 'process'));
  const small = (page.structure?.text ?? []).filter(
    ({ sizePt, inks }) => sizePt < SMALL_PT && process(inks).length > 1,
  );
  if (small.length === 0) return [];
  const smallest = Math.min(...small.map(({ sizePt }) => sizePt));
  const onWhite = !use || usesLay(use.stack, 'W');
  return [
    {
      code: 'SMALL_TYPE',
      severity: onWhite ? 'warning' : 'note',
      message: `${several(small.length, 'line', 'lines')} of type from ${smallest.toFixed(1)} pt ${small.length === 1 ? 'is' : 'are'} built of two inks or more: the least shift blurs ${small.length === 1 ? 'it' : 'them'}${onWhite ? ', and white peeks out' : ''}. Set ${small.length === 1 ? 'it' : 'them'} in black alone.`,
      place: at(small.map(({ box }) => box)),
      measure: { value: smallest, unit: 'pt' },
    },
  ];
};

const hairlines: Check = (page) => {
  const lines = page.structure?.hairlines ?? [];
  if (lines.length === 0) return [];
  const thinnest = Math.min(...lines.map(({ widthMm }) => widthMm));
  return [
    {
      code: 'HAIRLINES',
      severity: 'note',
      message: `${several(lines.length, 'line is', 'lines are')} ${thinnest.toFixed(2)} mm thin${lines.length > 1 ? ' or little more' : ''}: on print ${lines.length > 1 ? 'they' : 'it'} may break up, and a choke takes the white from under ${lines.length > 1 ? 'them' : 'it'}.`,
      place: at(lines.map(({ box }) => box)),
      measure: { value: thinnest, unit: 'mm' },
    },
  ];
};

const rgb: Check = (page) => {
  const { rgb: boxes = [], rgbObjects = 0 } = page.structure ?? {};
  if (rgbObjects === 0) return [];
  return [
    {
      code: 'RGB_LEFT',
      severity: 'warning',
      message: `${several(rgbObjects, 'object is', 'objects are')} still in RGB and ${rgbObjects === 1 ? 'was' : 'were'} converted by the interpreter’s own defaults: blacks become four inks and colours may shift. Ask for CMYK if it matters.`,
      place: at(boxes),
      measure: { value: rgbObjects, unit: 'count' },
    },
  ];
};

/** Share of the lines of type that must read backwards before the page counts as mirrored. */
const MIRRORED_SHARE = 0.5;

const mirrored: Check = (page, use) => {
  const text = page.structure?.text ?? [];
  const back = text.filter((run) => run.mirrored);
  const codes = page.barcodes.filter((code) => code.mirrored);
  if (codes.length === 0 && (back.length === 0 || back.length < MIRRORED_SHARE * text.length))
    return [];
  const place = at([...back, ...codes].map(({ box }) => box));
  const turned = use && allLayers(use.stack).some(({ mirror }) => mirror);
  return [
    {
      code: 'MIRRORED',
      severity: use ? 'error' : 'warning',
      message: turned
        ? 'The artwork reads backwards already, and this stack mirrors it: twice mirrored it reads wrong through the material. Ask for it unmirrored.'
        : 'The artwork reads backwards. Kyanos mirrors where a stack needs it, so ask for it unmirrored.',
      place,
    },
  ];
};

const hidden: Check = (page) =>
  Object.entries(page.structure?.hidden ?? {}).map(([layer, objects]) => ({
    code: 'LAYER_HIDDEN',
    severity: 'note' as const,
    message: `The layer "${layer}" does not print: ${several(objects, 'object', 'objects')} of it ${objects === 1 ? 'is' : 'are'} left out. Switch it on in the file if that is wrong.`,
    measure: { value: objects, unit: 'count' as const },
  }));

const incomplete: Check = (page) =>
  page.structure?.incomplete
    ? [
        {
          code: 'STRUCTURE_INCOMPLETE',
          severity: 'note',
          message:
            'The page is too long to be read object by object: its plates are complete, but type, pictures and overprint were looked at only in part.',
        },
      ]
    : [];

const CHECKS: readonly Check[] = [
  names,
  empty,
  knockouts,
  mirrored,
  haze,
  barcodes,
  smallType,
  hairlines,
  resolution,
  size,
  marks,
  rgb,
  hidden,
  incomplete,
];

/** Everything found on one page; in general, or for what it is used for. */
export function pageFindings(page: ArtworkPage, use?: Use): Finding[] {
  return [...page.notes, ...CHECKS.flatMap((check) => check(page, use))].map((finding) => ({
    ...finding,
    page: page.number,
  }));
}

/** What is wrong with the file as a whole. */
export function documentFindings({ document }: ArtworkInfo): Finding[] {
  const missing = document?.fonts.filter(({ embedded }) => !embedded) ?? [];
  if (missing.length === 0) return [];
  return [
    {
      code: 'FONT_MISSING',
      severity: 'warning',
      message: `${missing.map(({ name }) => name).join(', ')} ${missing.length === 1 ? 'is' : 'are'} not embedded: another typeface was put in ${missing.length === 1 ? 'its' : 'their'} place, and lines may break elsewhere. Ask for the fonts embedded, or turned into outlines.`,
      measure: { value: missing.length, unit: 'count' },
    },
  ];
}
