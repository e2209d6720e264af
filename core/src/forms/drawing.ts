/** What each test form looks like: its patches, fields and marks, in mm and in the inks of the machine. */
import type { Machine } from '../stack/index.ts';
import type { FormKind } from './forms.ts';
import { decimal, t } from '../texts/index.ts';

/** Ink of a place by the key of the ink, 0 to 1. */
export type Inks = Readonly<Record<string, number>>;

interface Place {
  /** mm, from the top left corner. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface FormPatch extends Place {
  readonly id: string;
  readonly inks: Inks;
}

export type FormMark =
  | (Place & { readonly kind: 'rect' | 'ellipse'; readonly inks: Inks })
  | {
      readonly kind: 'text';
      readonly x: number;
      readonly y: number;
      readonly size: number;
      readonly text: string;
    }
  /** Bars of a symbol, drawn by whoever writes the form. */
  | (Place & {
      readonly kind: 'symbol';
      readonly text: string;
      readonly moduleMm: number;
      readonly reductionMm: number;
    });

/** What is printed at once. */
export interface FormPage {
  /** How it is printed, if otherwise than the page before: hits, or a second trip over the first. */
  readonly how: string;
  readonly hits: number;
  readonly patches: readonly FormPatch[];
  readonly marks: readonly FormMark[];
}

/** A choice that is read by eye, finger or scanner: what each cell stands for. */
export interface FormStep {
  readonly label: string;
  readonly value: number;
}

/** A form without its title, and without what is said of every form. */
export interface Drawing {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly pages: readonly FormPage[];
  /** Empty where an instrument reads it. */
  readonly steps: readonly FormStep[];
  readonly instructions: readonly string[];
}

export const LADDER_DENSITIES = [20, 30, 40, 50, 60, 70, 80, 90, 100] as const;
const MARGIN = 12;
const PATCH = 16;
const GAP = 4;
const TEXT = 3.2;

const text = (x: number, y: number, words: string, size = TEXT): FormMark => ({
  kind: 'text',
  x,
  y,
  size,
  text: words,
});

/** A bar of 100 mm and the corners of the field: to see whether the machine printed at size. */
function marksOf(title: string, width: number, height: number): FormMark[] {
  const black = { K: 1 };
  const corner = (x: number, y: number): FormMark[] => [
    { kind: 'rect', x: x - 3, y: y - 0.1, width: 6, height: 0.2, inks: black },
    { kind: 'rect', x: x - 0.1, y: y - 3, width: 0.2, height: 6, inks: black },
  ];
  return [
    ...corner(5, 5),
    ...corner(width - 5, 5),
    ...corner(5, height - 5),
    ...corner(width - 5, height - 5),
    { kind: 'rect', x: MARGIN, y: height - 8, width: 100, height: 0.6, inks: black },
    text(MARGIN, height - 3.5, t('forms.n100MmMeasureBar')),
    text(MARGIN, 8, title, 4),
  ];
}

/** Patches in rows. @returns them with their labels, and the size that they take */
function grid(
  cells: readonly { readonly id: string; readonly inks: Inks }[],
  columns: number,
  top = 16,
): { patches: FormPatch[]; labels: FormMark[]; width: number; height: number } {
  const placed = cells.map(({ id, inks }, i) => ({
    id,
    inks,
    x: MARGIN + (i % columns) * (PATCH + GAP),
    y: top + Math.floor(i / columns) * (PATCH + GAP + TEXT),
    width: PATCH,
    height: PATCH,
  }));
  return {
    patches: placed,
    labels: placed.map(({ id, x, y }) => text(x, y + PATCH + TEXT, id)),
    width: 2 * MARGIN + columns * (PATCH + GAP),
    height: top + Math.ceil(cells.length / columns) * (PATCH + GAP + TEXT) + 12,
  };
}

const PROCESS = ['C', 'M', 'Y', 'K'] as const;
/** Bit 0 is C, bit 1 M, bit 2 Y, bit 3 K. */
export const overprintName = (bits: number): string =>
  PROCESS.filter((_, i) => bits & (1 << i)).join('') || 'paper';
export const RAMP_PERCENT = [10, 20, 30, 40, 50, 60, 70, 80, 90] as const;
/** Mixtures that no fit uses: what the fit is judged by, percent of C, M, Y, K. */
export const CHECK_MIXTURES = [
  [50, 0, 50, 0],
  [0, 50, 50, 0],
  [50, 50, 0, 0],
  [30, 30, 30, 0],
  [60, 45, 45, 10],
  [20, 60, 80, 0],
  [80, 30, 10, 0],
  [15, 80, 30, 0],
  [40, 10, 70, 0],
  [10, 20, 40, 0],
  [70, 60, 20, 20],
  [25, 25, 10, 40],
] as const;

function whiteLadder(machine: Machine): Drawing {
  const most = Math.min(2, machine.maxHits);
  const pages = Array.from({ length: most }, (_, i) => {
    const hits = i + 1;
    const drawn = grid(
      LADDER_DENSITIES.map((density) => ({
        id: `W${density}x${hits}`,
        inks: { W: density / 100 },
      })),
      LADDER_DENSITIES.length,
    );
    return { hits, drawn };
  });
  const [{ drawn }] = pages;
  return {
    widthMm: drawn.width,
    heightMm: drawn.height,
    pages: pages.map(({ hits, drawn: { patches, labels, width, height } }) => ({
      how: hits === 1 ? t('forms.oneHit') : t('forms.hitsAnotherPlaceSame', { hits }),
      hits,
      patches,
      marks: [...labels, ...marksOf(t('forms.whiteLadderHit', { n: hits }), width, height)],
    })),
    steps: [],
    instructions: [t('forms.measureEachPatchD50'), t('forms.nameThemW50x1Black')],
  };
}

function primaries(): Drawing {
  const cells = [
    ...Array.from({ length: 16 }, (_, bits) => ({
      id: overprintName(bits),
      inks: Object.fromEntries(PROCESS.filter((_, i) => bits & (1 << i)).map((ink) => [ink, 1])),
    })),
    ...PROCESS.flatMap((ink) =>
      RAMP_PERCENT.map((percent) => ({ id: `${ink}${percent}`, inks: { [ink]: percent / 100 } })),
    ),
    ...CHECK_MIXTURES.map((mixture, i) => ({
      id: `mix${i + 1}`,
      inks: Object.fromEntries(PROCESS.map((ink, k) => [ink, mixture[k] / 100])),
    })),
  ];
  const { patches, labels, width, height } = grid(cells, 9);
  return {
    widthMm: width,
    heightMm: height,
    pages: [
      {
        how: t('forms.oneHit'),
        hits: 1,
        patches,
        marks: [...labels, ...marksOf(t('forms.primaries'), width, height)],
      },
    ],
    steps: [],
    instructions: [t('forms.darkClearMaterialPrint'), t('forms.letDryLayWhite')],
  };
}

/** Steps in fields beside one another. */
function fields(
  title: string,
  steps: readonly FormStep[],
  fieldMm: number,
  draw: (step: FormStep, x: number, y: number) => FormMark[],
  rows = 1,
): Drawing {
  const perRow = Math.ceil(steps.length / rows);
  const width = 2 * MARGIN + perRow * (fieldMm + GAP);
  const height = 16 + rows * (fieldMm + GAP + TEXT) + 14;
  const marks = steps.flatMap((step, i): FormMark[] => {
    const x = MARGIN + (i % perRow) * (fieldMm + GAP);
    const y = 16 + Math.floor(i / perRow) * (fieldMm + GAP + TEXT);
    return [...draw(step, x, y), text(x, y + fieldMm + TEXT, step.label)];
  });
  return {
    widthMm: Math.max(width, 130),
    heightMm: height,
    pages: [
      {
        how: t('forms.oneHit'),
        hits: 1,
        patches: [],
        marks: [...marks, ...marksOf(title, Math.max(width, 130), height)],
      },
    ],
    steps,
    instructions: [],
  };
}

const PIXEL_MM = 25.4 / 360;
const RICH = { C: 0.6, M: 0.9, Y: 0.1, K: 0.1 };

function chokeLadder(): Drawing {
  const steps = Array.from({ length: 7 }, (_, px) => ({
    label: t('forms.pxMm', { px, px2: decimal(px * PIXEL_MM, 2) }),
    value: Math.round(px * PIXEL_MM * 100) / 100,
  }));
  return {
    ...fields(t('forms.chokeLadderPixels360'), steps, 28, ({ value }, x, y) => {
      const shapes: (Place & { kind: 'rect' | 'ellipse' })[] = [
        { kind: 'ellipse', x: x + 1, y: y + 1, width: 14, height: 14 },
        { kind: 'rect', x: x + 18, y: y + 1, width: 1.2, height: 24 },
        { kind: 'rect', x: x + 22, y: y + 1, width: 0.8, height: 24 },
        { kind: 'rect', x: x + 1, y: y + 18, width: 14, height: 1.6 },
        { kind: 'rect', x: x + 1, y: y + 23, width: 14, height: 0.6 },
      ];
      return shapes.flatMap((shape): FormMark[] => {
        const white = {
          ...shape,
          x: shape.x + value,
          y: shape.y + value,
          width: shape.width - 2 * value,
          height: shape.height - 2 * value,
        };
        const left = white.width > 0.05 && white.height > 0.05;
        return [...(left ? [{ ...white, inks: { W: 1 } }] : []), { ...shape, inks: RICH }];
      });
    }),
    instructions: [t('forms.printWhiteColourYou')],
  };
}

function percentFields(
  title: string,
  from: number,
  to: number,
  by: number,
  inksOf: (share: number) => Inks,
  instructions: readonly string[],
): Drawing {
  const count = Math.round((to - from) / by) + 1;
  const steps = Array.from({ length: count }, (_, i) => ({
    label: `${from + i * by} %`,
    value: from + i * by,
  }));
  return {
    ...fields(
      title,
      steps,
      20,
      ({ value }, x, y) => [
        { kind: 'rect', x, y, width: 20, height: 20, inks: inksOf(value / 100) },
      ],
      steps.length > 8 ? 2 : 1,
    ),
    instructions,
  };
}

/** So much ink in all, from the four process inks in turn: black last. */
function totalInks(total: number): Inks {
  const inks: Record<string, number> = {};
  let left = total;
  for (const ink of ['C', 'M', 'Y', 'K']) {
    inks[ink] = Math.min(1, Math.max(0, left));
    left -= inks[ink];
  }
  return inks;
}

/** Lengths at which it is read, mm. */
export const VERNIER_LENGTHS = [250, 500, 1000] as const;

function vernier(machine: Machine): Drawing {
  const lengths = VERNIER_LENGTHS.filter((length) => length <= machine.maxLength - 40);
  const used = lengths.length > 0 ? lengths : [Math.round(machine.maxLength * 0.8)];
  const [width, height] = [120, used[used.length - 1] + 40];
  const lines = (inks: Inks, pitch: number, dx: number) =>
    used.flatMap((length) =>
      Array.from({ length: 11 }, (_, i): FormMark => ({
        kind: 'rect',
        x: 30 + dx,
        y: 20 + length + (i - 5) * pitch,
        width: 12,
        height: 0.15,
        inks,
      })),
    );
  return {
    widthMm: width,
    heightMm: height,
    pages: [
      {
        how: t('forms.firstTrip'),
        hits: 1,
        patches: [],
        marks: [
          ...lines({ K: 1 }, 1, 0),
          ...used.map((length) => text(58, 21 + length, `${length} mm`)),
          ...marksOf(t('forms.twoTripVernierFirst'), width, height),
        ],
      },
      {
        how: t('forms.secondTripSamePrint'),
        hits: 1,
        patches: [],
        marks: lines({ M: 1 }, 1.1, 13),
      },
    ],
    steps: used.map((length) => ({ label: `${length} mm`, value: length })),
    instructions: [
      t('forms.printSecondPageSecond'),
      t('forms.eachLengthSeeWhich'),
      t('forms.twoTripsMeetWhere'),
    ],
  };
}

/** Bar reductions that are tried, mm. */
const REDUCTIONS = [0, 0.02, 0.04, 0.06, 0.08, 0.1] as const;

function barLadder(): Drawing {
  const steps = REDUCTIONS.map((value) => ({ label: `− ${decimal(value, 2)} mm`, value }));
  const modules = [0.33, 0.25, 0.2];
  const width = 250;
  const rowMm = 18;
  const height = 20 + REDUCTIONS.length * (rowMm + 6) + 14;
  const marks = steps.flatMap(({ label, value }, row): FormMark[] => {
    const y = 18 + row * (rowMm + 6);
    return [
      text(MARGIN, y + 8, label),
      ...modules.map((moduleMm, i): FormMark => ({
        kind: 'symbol',
        x: 40 + i * 68,
        y,
        width: 60,
        height: rowMm,
        text: 'KYA 0042',
        moduleMm,
        reductionMm: value,
      })),
    ];
  });
  return {
    widthMm: width,
    heightMm: height,
    pages: [
      {
        how: t('forms.oneHitWhiteOver'),
        hits: 1,
        patches: [],
        marks: [...marks, ...marksOf(t('forms.barLadderModules0'), width, height)],
      },
    ],
    steps,
    instructions: [t('forms.scanEachSymbolTen')],
  };
}

const DRYING_MINUTES = [1, 3, 5, 10, 15] as const;

function dryingLadder(): Drawing {
  const steps = DRYING_MINUTES.map((value) => ({ label: t('forms.min', { value }), value }));
  return {
    ...fields(t('forms.dryingLadder'), steps, 24, (_step, x, y) => [
      { kind: 'rect', x, y, width: 24, height: 24, inks: { W: 1 } },
    ]),
    instructions: [t('forms.startWatchWhenPrint')],
  };
}

/** @param machine whose size and hits decide how much is drawn */
export function drawForm(kind: FormKind, machine: Machine): Drawing {
  switch (kind) {
    case 'white-ladder':
      return whiteLadder(machine);
    case 'primaries':
      return primaries();
    case 'choke-ladder':
      return chokeLadder();
    case 'silver-ladder':
      return percentFields(
        t('forms.silverLadder'),
        10,
        100,
        10,
        (share) => ({ ...RICH, S: share }),
        [t('forms.printSilverUnderColour')],
      );
    case 'total-ink':
      return percentFields(t('forms.totalInkWedge'), 120, 400, 20, totalInks, [
        t('forms.lookEdgesEachField'),
      ]);
    case 'vernier':
      return vernier(machine);
    case 'grain-ladder':
      return percentFields(t('forms.grainLadder'), 30, 100, 10, (share) => ({ W: share }), [
        t('forms.printWoodKraftJob'),
      ]);
    case 'drying-ladder':
      return dryingLadder();
    case 'bar-ladder':
      return barLadder();
  }
}
