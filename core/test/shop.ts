/** A small machine, material and artwork for specifications. Round numbers, so that results can be worked by hand. */
import type { ArtworkInfo, PageStructure } from '../src/artwork/index.ts';
import type { Measures, PlateMeasure } from '../src/plates/index.ts';
import { PLAN_FORMAT, type PrintPlan } from '../src/plan/index.ts';
import { parseStack, type Ink, type Machine, type Material } from '../src/stack/index.ts';

const ink = (
  channel: Ink['channel'],
  spotName: string | null = null,
  role: Ink['role'] = 'process',
): Ink => ({
  channel,
  role,
  name: channel,
  laydown: 10,
  pricePerLitre: 15_000,
  lossPerTrip: 0,
  spotName,
  ...(role === 'white' ? { contrastRatio: 0.7 } : {}),
});

export const MACHINE: Machine = {
  id: 'test',
  name: 'Test machine',
  kind: 'roll',
  cure: 'solvent',
  maxWidth: 1000,
  minWidth: 100,
  maxLength: 5000,
  maxTwoTripLength: 1000,
  maxHits: 4,
  maxLayers: 5,
  returnsToOrigin: true,
  headHeight: 25,
  turnSeconds: 0.5,
  returnSpeed: 100,
  silverUnderLimit: 40,
  inkLimit: 500,
  inks: [
    ...(['C', 'M', 'Y', 'K'] as const).map((channel) => ink(channel)),
    ink('W', 'White', 'white'),
    ink('S', 'Silver', 'metallic'),
    ink('V', 'Clear', 'clear'),
  ],
  modes: [
    {
      id: 'plain',
      name: 'Plain',
      passes: 4,
      speed: 1000,
      specialSpeed: 500,
      bidirectional: true,
      layersPerTrip: 2,
      materials: ['white', 'clear', 'dark', 'metallic', 'natural'],
      specials: true,
    },
  ],
  hourRate: 6000,
  setupMinutes: 10,
};

/**
 * The same with an ink set that no program was written for: two whites, silver and gold, gloss and matt clear, a primer, light
 * cyan and magenta, and an orange that stands in for magenta and yellow.
 */
export const WIDE_MACHINE: Machine = {
  ...MACHINE,
  inks: [
    {
      ...ink('C'),
      split: {
        of: ['C'],
        curve: [
          [0.5, 0],
          [1, 1],
        ],
      },
    },
    {
      ...ink('Lc', null, 'light'),
      split: {
        of: ['C'],
        curve: [
          [0.5, 1],
          [1, 0],
        ],
      },
    },
    ink('M'),
    ink('Y'),
    ink('K'),
    { ...ink('Or', null, 'extra'), split: { of: ['M', 'Y'], curve: [[1, 0.8]], saves: 0.5 } },
    ink('W', 'White', 'white'),
    { ...ink('Wb', 'Warm white', 'white'), contrastRatio: 0.9 },
    ink('S', 'Silver', 'metallic'),
    { ...ink('Sg', 'Gold', 'metallic'), name: 'Gold', lab: [62, 6, 42] },
    ink('V', 'Clear', 'clear'),
    { ...ink('Vm', 'Matt', 'clear'), name: 'Matt clear', finish: 'matt' },
    ink('P', 'Primer', 'primer'),
  ],
};

export const MATERIAL: Material = {
  id: 'clear',
  name: 'Clear film',
  class: 'clear',
  form: 'roll',
  width: 600,
  length: 100,
  thickness: 0.1,
  pricePerM2: 1000,
  optics: { lab: [89.5, 0, 0.3], transmittance: 0.91, haze: 0.02, gloss: 76 },
  adhesive: false,
  printableBack: true,
  // Cut already, a millimetre smaller than the artwork: so that there is nothing to find about bleed.
  label: { width: 199, height: 99 },
};

export const DARK: Material = {
  ...MATERIAL,
  id: 'dark',
  name: 'Dark card',
  class: 'dark',
  optics: { lab: [18, 0, 0], transmittance: 0, haze: 1, gloss: 42 },
  printableBack: false,
};

/** Lab of a fictional printing condition, near offset on coated paper (from memory). */
export const ANCHOR: ArtworkInfo['anchor'] = {
  primaries: [
    [100, 0, 0],
    [56, -36, -50],
    [49, 75, -4],
    [24, 20, -46],
    [91, -5, 94],
    [51, -65, 27],
    [48, 68, 47],
    [23, 0, 0],
    [16, 0, 0],
    [9, -5, -8],
    [9, 10, -2],
    [4, 2, -6],
    [14, -2, 12],
    [7, -7, 3],
    [7, 7, 5],
    [3, 0, 0],
  ],
  ramps: [
    [
      [93, -8, -7],
      [86, -14, -15],
      [80, -19, -22],
      [75, -23, -29],
      [71, -26, -34],
      [67, -29, -39],
      [64, -31, -43],
      [61, -33, -46],
      [58, -35, -48],
    ],
    [
      [92, 12, -5],
      [84, 24, -8],
      [77, 35, -10],
      [71, 44, -10],
      [66, 53, -9],
      [61, 60, -8],
      [57, 66, -7],
      [54, 70, -6],
      [51, 73, -5],
    ],
    [
      [98, -3, 16],
      [97, -5, 30],
      [96, -6, 43],
      [95, -6, 54],
      [94, -6, 64],
      [93, -6, 73],
      [93, -6, 80],
      [92, -6, 86],
      [92, -5, 90],
    ],
    [
      [88, 0, 0],
      [78, 0, 0],
      [69, 0, 0],
      [61, 0, 0],
      [53, 0, 0],
      [45, 0, 0],
      [38, 0, 0],
      [31, 0, 0],
      [23, 0, 0],
    ],
  ],
};

/** A PDF page that says nothing of interest. */
export const NO_OBJECTS: PageStructure = {
  boxes: {
    media: { left: 0, top: 0, width: 200, height: 100 },
    crop: null,
    bleed: null,
    trim: null,
  },
  turn: 0,
  spots: [],
  pictures: [],
  text: [],
  lines: [],
  layerColour: {},
  hairlines: [],
  rgb: [],
  rgbObjects: 0,
  transparency: false,
  marks: [],
  hidden: {},
  mayKnockOut: false,
  annotations: [],
  vanishing: [],
  reversed: [],
  cutType: [],
  beyondMm: 0,
  outside: [],
  fontsUsed: [],
  incomplete: false,
};

/** 200 × 100 mm at 25.4 dpi, one pixel a millimetre. */
export function artwork(coverage: Record<string, number>): ArtworkInfo {
  const separations = Object.entries({ Cyan: 0, Magenta: 0, Yellow: 0, Black: 0, ...coverage }).map(
    ([name, value]) => ({
      name,
      kind: ['Cyan', 'Magenta', 'Yellow', 'Black'].includes(name)
        ? ('process' as const)
        : /white/i.test(name)
          ? ('white' as const)
          : ('spot' as const),
      coverage: value,
      coverageWithBleed: value,
    }),
  );
  return {
    format: 'pdf',
    colour: 'process ink',
    anchor: ANCHOR,
    pages: [
      {
        number: 1,
        widthMm: 200,
        heightMm: 100,
        trimMm: { left: 0, top: 0, width: 200, height: 100 },
        dpi: 25.4,
        widthPx: 200,
        heightPx: 100,
        trimPx: { left: 0, top: 0, right: 200, bottom: 100 },
        separations,
        bleedDeclared: true,
        overprinted: [],
        knockouts: [],
        content: { highest: [], inkSum: [] },
        edgeShare: 0,
        barcodes: [],
        structure: NO_OBJECTS,
        notes: [],
      },
    ],
  };
}

export const PLAN: PrintPlan = {
  format: PLAN_FORMAT,
  name: 'Test',
  artwork: { page: 1, rearPage: null, names: {}, overprint: [] },
  viewing: { side: 'front', light: 'front', backing: 'white' },
  material: MATERIAL,
  lot: '',
  machine: MACHINE,
  modeId: 'plain',
  stack: parseStack('film | W@image / CMYK'),
  layout: { copies: 4, gap: 0, margin: 0, turned: false },
  trips: { split: 'together', waitMinutes: 0, testPrint: false },
  prices: { currency: 'USD', labourRate: 3000, markupPercent: 100, minimum: 0 },
  laminated: false,
};

/** Measures of plates as a build would give them, process ink as the page states it. */
export const measures = (...plates: (Partial<PlateMeasure> & { key: string })[]): Measures => ({
  plates: plates.map((plate) => ({
    coverage: 0,
    areaMm2: 0,
    overlapMm2: 0,
    holes: { count: 0, areaMm2: 0, largest: [] },
    thinMm2: 0,
    islands: 1,
    strokeMm: null,
    steps: [],
    own: { addedMm2: 0, lostMm2: 0 },
    chokedBefore: 0,
    places: [],
    ...plate,
  })),
  pictures: [],
});
