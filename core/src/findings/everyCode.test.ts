import { describe, expect, it } from 'vitest';
import { artwork, DARK, MACHINE, MATERIAL, NO_OBJECTS, PLAN } from '../../test/shop.ts';
import type { ArtworkInfo, ArtworkPage, Barcode, PageStructure } from '../artwork/index.ts';
import { planJob, repaired, repairedState, type PrintPlan } from '../plan/index.ts';
import { memoryRaster, packCells } from '../raster/index.ts';
import {
  parseStack,
  type LotOnShelf,
  type Machine,
  type MachineState,
  type Material,
  type Mode,
} from '../stack/index.ts';
import { severitiesOf, type Finding, type FindingCode } from './index.ts';

type Paint = (x: number, y: number) => number;
interface Case {
  readonly plan?: Partial<PrintPlan>;
  readonly page?: Partial<ArtworkPage>;
  readonly structure?: Partial<PageStructure>;
  /** What is drawn, ink 0 to 255 at a place in mm on 200 × 100. */
  readonly draw?: Readonly<Record<string, Paint>>;
  readonly pages?: readonly Partial<ArtworkPage>[];
  readonly state?: MachineState;
}

/** Two pixels a millimetre. */
const DPI = 50.8;

const inside: Paint = (x, y) => (x >= 20 && x < 180 && y >= 10 && y < 90 ? 200 : 0);
const everywhere: Paint = () => 128;

async function findingsOf(
  one: Case,
  plan: PrintPlan,
  state = one.state,
): Promise<readonly Finding[]> {
  const draw = one.draw ?? { Cyan: inside };
  const planes = new Map(
    ['Cyan', 'Magenta', 'Yellow', 'Black', ...Object.keys(draw)].map((name) => {
      const paint = draw[name];
      const plane = new Uint8Array(400 * 200);
      if (paint)
        for (let i = 0; i < plane.length; i++)
          plane[i] = paint((i % 400) / 2, Math.floor(i / 400) / 2);
      return [name, plane] as const;
    }),
  );
  const mean = (plane: Uint8Array) => plane.reduce((sum, ink) => sum + ink, 0) / 255 / plane.length;
  const info = artwork(Object.fromEntries([...planes].map(([name, plane]) => [name, mean(plane)])));
  const [page] = info.pages;
  const pages = (one.pages ?? [{}]).map((other) => ({
    ...page,
    dpi: DPI,
    widthPx: 400,
    heightPx: 200,
    trimPx: { left: 0, top: 0, right: 400, bottom: 200 },
    ...(one.structure && { structure: { ...NO_OBJECTS, ...one.structure } }),
    ...one.page,
    ...other,
  }));
  const whole: ArtworkInfo = {
    ...info,
    pages,
  };
  const raster = memoryRaster({ width: 400, height: 200, dpi: DPI }, planes);
  return (await planJob(plan, { info: whole, raster: () => raster }, state)).findings;
}

const stack = (notation: string) => ({ stack: parseStack(notation) });
const machine = (change: Partial<Machine>) => ({ machine: { ...MACHINE, ...change } });
const mode = (change: Partial<Mode>) => machine({ modes: [{ ...MACHINE.modes[0], ...change }] });
const material = (change: Partial<Material>) => ({ material: { ...MATERIAL, ...change } });
const UNCUT = material({ label: null });
const box = { left: 50, top: 40, width: 40, height: 20 };
const cells = packCells(2, 1, Uint8Array.of(0, 1));
const shelf = (...lots: Partial<LotOnShelf>[]): MachineState => ({
  leftMl: {},
  shelf: {
    today: '2026-11-27',
    lots: lots.map((one) => ({
      lot: '',
      place: 'rack 1',
      free: 50,
      width: MATERIAL.width,
      age: 'good',
      until: '2027-01-01',
      ...one,
    })),
  },
});
const BARCODE: Barcode = {
  type: 'EAN-13',
  content: '4006381333931',
  box,
  turn: 0,
  moduleMm: 0.33,
  quiet: [12, 12],
  quietWanted: [11, 7],
  checkDigit: true,
  mirrored: false,
};
const text = { box, sizePt: 6, inks: ['Cyan', 'Magenta'], mirrored: false };
const counted = (pixels: Readonly<Record<number, number>>) =>
  Array.from({ length: 256 }, (_, i) => pixels[i] ?? 0);
const knockouts = [{ separation: 'White', specialLostMm2: 300, colourLostMm2: 0, cells }];
const placed = (...lefts: number[]) => ({
  layout: {
    ...PLAN.layout,
    copies: lefts.length,
    gap: 5,
    places: lefts.map((left) => ({ left, top: 10, turned: false })),
  },
});

/** Told where a file is read, of what only its reader sees: specified in intake. */
type ReadersOwn = 'FONT_MISSING' | 'LAYER_UNSURE' | 'RESOLUTION_ASSUMED' | 'RGB_CONVERTED';

/** What brings each finding about; an orderly print that differs in nothing else has it not. */
const CASES: Readonly<Record<Exclude<FindingCode, ReadersOwn>, Case>> = {
  RGB_LEFT: { structure: { rgb: [box], rgbObjects: 1 } },
  LOW_RESOLUTION: {
    structure: { pictures: [{ box, dpi: 72, widthPx: 100, heightPx: 50, space: 'CMYK' }] },
  },
  STRUCTURE_INCOMPLETE: { structure: { incomplete: true } },
  ANNOTATIONS: { structure: { annotations: [box] } },
  LAYER_HIDDEN: { structure: { hidden: { Draft: 3 } } },
  PAGE_BLANK: { draw: {} },
  NAME_MISS: { draw: { Cyan: inside, white: inside } },
  SPOT_UNUSED: { draw: { Cyan: inside, 'House red': inside } },
  SPECIAL_EMPTY: { draw: { Cyan: inside, White: () => 0 }, plan: stack('film | W@art / CMYK') },
  LINES_UNSAID: { draw: { Cyan: inside, 'Cut contour': (x) => (Math.floor(x) === 10 ? 255 : 0) } },
  LAYER_COLOUR: { structure: { layerColour: { White: [box] } } },
  LINE_ERASES: {
    draw: { Cyan: inside, 'Cut contour': (x) => (Math.floor(x) === 30 ? 255 : 0) },
    page: {
      knockouts: [{ separation: 'Cut contour', specialLostMm2: 0, colourLostMm2: 80, cells }],
    },
    plan: { artwork: { ...PLAN.artwork, names: { 'Cut contour': 'cut' } } },
  },
  KNOCKOUT: {
    draw: { Cyan: inside, White: inside },
    page: { knockouts },
    plan: stack('film | W@art / CMYK'),
  },
  KNOCKOUT_MENDED: {
    draw: { Cyan: inside, White: inside },
    page: { knockouts },
    plan: { ...stack('film | W@art / CMYK'), artwork: { ...PLAN.artwork, overprint: ['White'] } },
  },
  VANISHES: { structure: { vanishing: [box] } },
  MIRRORED: { structure: { text: [{ ...text, sizePt: 12, mirrored: true }] } },
  HAZE: {
    plan: stack('film | W@image(haze 0) / CMYK'),
    page: { content: { highest: counted({ 0: 8000, 5: 9000 }), inkSum: [], faint: cells } },
  },
  HAZE_BLANK: {
    plan: stack('film | W@image(haze 4) / CMYK'),
    page: { content: { highest: counted({ 0: 8000, 5: 9000 }), inkSum: [], faint: cells } },
  },
  SMALL_TYPE: { structure: { text: [text] } },
  REVERSED_TYPE: { structure: { reversed: [{ ...text, inks: [] }] } },
  TYPE_CUT: { structure: { cutType: [box] } },
  HAIRLINES: { structure: { hairlines: [{ box, widthMm: 0.05, inks: ['Black'] }] } },
  CHECK_DIGIT: { page: { barcodes: [{ ...BARCODE, checkDigit: false }] } },
  QUIET_ZONE: { page: { barcodes: [{ ...BARCODE, quiet: [3, 12] }] } },
  BARCODE_SMALL: { page: { barcodes: [{ ...BARCODE, moduleMm: 0.2 }] } },
  NO_BLEED: { plan: UNCUT, page: { edgeShare: 1 } },
  LITTLE_BLEED: {
    plan: UNCUT,
    page: { edgeShare: 1, trimMm: { left: 1, top: 1, width: 198, height: 98 } },
  },
  BLEED_CUT: { plan: UNCUT, page: { edgeShare: 1 }, structure: { beyondMm: 3 } },
  LABEL_SIZE: { plan: material({ label: { width: 200, height: 100 } }) },
  SCALED_ART: { plan: material({ label: null, form: 'board', width: 2000, length: 1000 }) },
  MARKS: { plan: UNCUT, structure: { marks: [box] } },
  MARKS_IN_BLEED: { plan: UNCUT, structure: { outside: [box, box, box, box] } },
  NO_OVERSIZE: {
    plan: { ...UNCUT, ...machine({ kind: 'label' }) },
    page: { bleedDeclared: false },
  },
  VERSION_SIZE: {
    plan: {
      versions: [
        { page: 1, copies: 2 },
        { page: 2, copies: 2 },
      ],
    },
    pages: [{}, { number: 2, widthMm: 150 }],
  },
  MATERIAL_COLOUR: {
    plan: material({ optics: { ...MATERIAL.optics, lab: [97, 80, 80] } }),
  },
  OVERHANG: {
    plan: {
      ...material({ form: 'board', width: 1300, length: 400, label: null }),
      ...machine({ overhang: 100 }),
    },
  },
  HEAD_CLEARANCE: { plan: { ...material({ thickness: 5 }), ...machine({ clearance: 2 }) } },
  TOO_NARROW: { plan: machine({ minWidth: 700 }) },
  GRAIN: {
    plan: {
      ...material({ grain: 'along', label: null }),
      layout: { ...PLAN.layout, grain: 'sideways' },
    },
  },
  NO_CUTTER: { plan: { cutting: { cutMm: 600, creaseMm: 0 } } },
  INK_NOT_FITTED: {
    plan: machine({ inks: MACHINE.inks.filter(({ channel }) => channel !== 'W') }),
  },
  TOO_MANY_LAYERS: { plan: machine({ maxLayers: 1 }) },
  TOO_MANY_HITS: { plan: stack('film | Wx9@image / CMYK') },
  NO_MODE: { plan: mode({ materials: ['dark'] }) },
  MODE_WITHOUT_SPECIALS: { plan: mode({ specials: false }) },
  ONE_TRIP_ONLY: {
    plan: {
      ...stack('film | W@image / CMYK / V@sheet'),
      ...machine({ returnsToOrigin: false }),
    },
  },
  BACK_NOT_PRINTABLE: {
    plan: { ...stack('W~@image / CMYK~ | film'), ...material({ printableBack: false }) },
  },
  NOT_SEE_THROUGH: {
    plan: {
      ...stack('W~@image / CMYK~ | film'),
      material: { ...DARK, printableBack: true },
    },
  },
  READS_BACKWARDS: { plan: stack('film | W~@image / CMYK~') },
  ONE_PICTURE: {
    plan: stack('film | CMYK:rear~ / W@sheet / CMYK'),
    pages: [{}, { number: 2 }],
  },
  SILVER_WET: { plan: stack('film | S90@image / CMYK') },
  CLEAR_UNDER_LAMINATE: { plan: { ...stack('film | CMYK / V@sheet'), laminated: true } },
  PLATE_EMPTY: { draw: {}, plan: stack('film | W@image / CMYK') },
  PAPER_WHITE: {
    draw: { Cyan: (x, y) => (x >= 90 && x < 110 && y >= 45 && y < 55 ? 0 : inside(x, y)) },
  },
  PINHOLES: {
    draw: { Cyan: (x, y) => (x % 20 === 10 && y % 20 === 10 ? 0 : inside(x, y)) },
  },
  OVERLAP_IN_LAYER: {
    draw: { Cyan: inside, Silver: inside },
    plan: stack('film | CMYK+S40@art'),
  },
  CHOKED_AWAY: {
    draw: { Cyan: (x, y) => (Math.floor(x) === 30 ? 255 : inside(x - 30, y)) },
    plan: stack('film | W@image(choke 1) / CMYK'),
  },
  CHOKED_TWICE: {
    draw: {
      Cyan: inside,
      White: (x, y) => (inside(x - 2, y - 2) && inside(x + 2, y + 2) ? 255 : 0),
    },
    plan: stack('film | W@art(choke 2) / CMYK'),
  },
  OWN_TAKEN: {
    draw: { Cyan: inside, White: everywhere },
    plan: stack('film | W@image(alone) / CMYK'),
  },
  BARCODE_BARE: {
    plan: { ...stack('film | W@image / CMYK'), material: DARK },
    draw: { Black: (x, y) => (x < 20 && y < 20 ? 255 : 0) },
    page: { barcodes: [BARCODE] },
  },
  MODE_MATERIAL: { plan: mode({ materials: ['white'] }) },
  MODE_SPECIALS: { plan: mode({ specials: false }) },
  NO_SECOND_TRIP: {
    plan: { ...machine({ returnsToOrigin: false }), trips: { ...PLAN.trips, split: 'apart' } },
  },
  TWO_TRIP_LENGTH: {
    plan: {
      ...machine({ maxTwoTripLength: 150 }),
      layout: { ...PLAN.layout, copies: 8 },
      trips: { ...PLAN.trips, split: 'apart', waitMinutes: 5 },
    },
  },
  WHITE_WET: { plan: { trips: { ...PLAN.trips, split: 'apart', waitMinutes: 0 } } },
  WHITE_HITS_WET: { plan: stack('film | Wx3@image / CMYK') },
  WHITE_SLOT: {
    plan: machine({ whiteSlot: { minutes: 10 } }),
    state: { whiteSlot: 'other', leftMl: {} },
  },
  LAYERS_PER_TRIP: { plan: stack('film | W@image / CMYK / V@sheet') },
  TOTAL_INK: { plan: machine({ inkLimit: 90 }) },
  LAYOUT_TOO_LARGE: { plan: machine({ maxWidth: 90, minWidth: 10 }) },
  LAYOUT_TOO_MANY: {
    plan: {
      layout: {
        ...PLAN.layout,
        copies: 20_000,
        companions: [{ name: 'Tag', width: 10, height: 10, copies: 20_000 }],
      },
    },
  },
  PLACED_OUTSIDE: { plan: placed(900) },
  PLACED_OVERLAP: { plan: placed(10, 50) },
  PLACED_CLOSE: { plan: placed(10, 212) },
  LOT_OVER_AGE: { plan: { lot: 'OLD' }, state: shelf({ lot: 'OLD', age: 'over' }, { lot: 'NEW' }) },
  LOT_SOON_OVER: { plan: { lot: 'A' }, state: shelf({ lot: 'A', age: 'soon' }) },
  LOT_SHORT: { plan: { lot: 'REST' }, state: shelf({ lot: 'REST', free: 0.1 }, { lot: 'NEW' }) },
  CARE_DUE: { state: { leftMl: {}, due: [{ says: 'Agitate it.', white: true }] } },
  HEADS_PARKED: { state: { leftMl: {}, headsParked: true } },
  CONTAINER_SHORT: {
    plan: machine({
      inks: MACHINE.inks.map((ink) =>
        ink.channel === 'W' ? { ...ink, container: { ml: 500 } } : ink,
      ),
    }),
    state: { leftMl: { W: 0.01 } },
  },
};

const codesOf = (findings: readonly Finding[]) => findings.map(({ code }) => code);

describe('every finding', () => {
  const cases = Object.entries(CASES) as [keyof typeof CASES, Case][];

  it('is absent from an orderly print', async () => {
    expect(codesOf(await findingsOf({}, PLAN))).toEqual([]);
  });

  it.each(cases)(
    '%s appears where it is brought about, as grave as its table allows',
    async (code, one) => {
      const found = await findingsOf(one, { ...PLAN, ...one.plan });
      const own = found.filter((finding) => finding.code === code);
      expect(codesOf(found)).toContain(code);
      for (const { severity, message } of own) {
        expect(severitiesOf(code)).toContain(severity);
        expect(message).toMatch(/[.?]$/);
      }
    },
  );

  it.each(cases)('%s is gone once its repair is carried out', async (code, one) => {
    const plan = { ...PLAN, ...one.plan };
    for (const { code: told, repair } of await findingsOf(one, plan)) {
      if (told !== code || !repair || repair.kind === 'scale') continue;
      const after =
        repair.kind === 'state'
          ? await findingsOf(one, plan, repairedState(one.state!, repair))
          : await findingsOf(one, repaired(plan, repair));
      expect(codesOf(after)).not.toContain(code);
    }
  });
});
