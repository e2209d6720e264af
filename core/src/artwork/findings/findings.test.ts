import { describe, expect, it } from 'vitest';
import { artwork, MACHINE, MATERIAL, NO_OBJECTS } from '../../../test/shop.ts';
import { packCells } from '../../raster/index.ts';
import { parseStack, type Material } from '../../stack/index.ts';
import {
  documentFindings,
  pageFindings,
  type ArtworkPage,
  type Barcode,
  type PageStructure,
  type Use,
} from '../index.ts';

const [PAGE] = artwork({ Cyan: 0.5 }).pages;
const WITH_WHITE = artwork({ Cyan: 0.5, White: 0.3 }).pages[0];
const use = (notation = 'film | W@art / CMYK', material: Material = MATERIAL): Use => ({
  machine: MACHINE,
  material,
  stack: parseStack(notation),
  settings: { names: {}, overprint: [] },
});
const box = { left: 10, top: 20, width: 5, height: 2 };
const cells = packCells(2, 1, Uint8Array.of(0, 1));
const structure = (change: Partial<PageStructure>) => ({ structure: { ...NO_OBJECTS, ...change } });
const histogram = (counts: Record<number, number>) =>
  Array.from({ length: 256 }, (_, i) => counts[i] ?? 0);

/** Code and severity of everything found on a page that differs from an orderly one in this. */
const found = (change: Partial<ArtworkPage>, used: Use | null = use(), page = PAGE) =>
  pageFindings({ ...page, ...change }, used ?? undefined).map(
    ({ code, severity }) => `${code} ${severity}`,
  );
const finding = (change: Partial<ArtworkPage>, used: Use | null = use(), page = PAGE) =>
  pageFindings({ ...page, ...change }, used ?? undefined)[0];

describe('findings of a page', () => {
  it('are none where everything is in order', () => {
    expect(found({})).toEqual([]);
    expect(found({}, use('film | W@art / CMYK'), WITH_WHITE)).toEqual([]);
  });

  it('ask what an unknown spot stands for, and offer process ink only where the file says which', () => {
    const spots = artwork({ Cyan: 0.5, 'House red': 0.3 }).pages[0];
    expect(finding({}, use(), spots)).toMatchObject({
      code: 'SPOT_UNUSED',
      measure: { value: expect.closeTo(60), unit: 'cm²' },
    });
    expect(finding({}, use(), spots).repair).toBeUndefined();
    const ramp = [
      [0, 0, 0, 0],
      [0, 1, 1, 0],
    ] as const;
    const separations = spots.separations.map((s) =>
      s.kind === 'spot' ? { ...s, alternate: { space: 'DeviceCMYK', ramp } } : s,
    );
    expect(finding({ separations }, use(), spots).repair).toMatchObject({ role: 'process' });
  });

  it('tell a special that is only declared from one that was drawn and erased', () => {
    const empty = artwork({ Cyan: 0.5, White: 0 }).pages[0];
    const spot = (objects: number) =>
      structure({ spots: [{ name: 'White', objects, overprinting: 0, modes: [] }] });
    expect(finding(spot(0), null, empty)).toMatchObject({
      code: 'SPECIAL_EMPTY',
      severity: 'note',
    });
    expect(finding(spot(2), null, empty)).toMatchObject({ severity: 'warning' });
    expect(finding(spot(2), use(), empty)).toMatchObject({ severity: 'error' });
  });

  it('weigh a knockout by what the stack wants: an error under colour, in order beside it', () => {
    const knockouts = [{ separation: 'White', specialLostMm2: 300, colourLostMm2: 0, cells }];
    const under = finding({ knockouts }, use(), WITH_WHITE);
    expect(under).toMatchObject({
      code: 'KNOCKOUT',
      severity: 'error',
      measure: { value: 3, unit: 'cm²' },
      place: { kind: 'cells' },
      repair: { kind: 'overprint', separation: 'White', keep: true },
    });
    const beside = finding({ knockouts }, use('film | W@art+CMYK'), WITH_WHITE);
    expect(beside.severity).toBe('note');
    expect(beside.repair).toBeUndefined();
    const mended = { ...use(), settings: { names: {}, overprint: ['White'] } };
    expect(finding({ knockouts }, mended, WITH_WHITE)).toMatchObject({
      code: 'KNOCKOUT_MENDED',
      repair: { keep: false },
    });
    const sliver = [{ ...knockouts[0], specialLostMm2: 0.6 }];
    expect(found({ knockouts: sliver }, use(), WITH_WHITE)).toEqual([]);
  });

  it('tell haze that a rule of any ink would catch, and offer to take it for blank', () => {
    // 20,000 pixels of a square millimetre.
    const content = { highest: histogram({ 0: 10_000, 10: 10_000 }), inkSum: [], faint: cells };
    expect(finding({ content }, use('film | W@image(haze 2) / CMYK'))).toMatchObject({
      code: 'HAZE',
      severity: 'warning',
      measure: { value: 100, unit: 'cm²' },
      repair: { kind: 'haze', percent: 4 },
    });
    expect(found({ content }, use('film | W@image(haze 5) / CMYK'))).toEqual(['HAZE_BLANK note']);
    const few = { ...content, highest: histogram({ 0: 19_950, 10: 50 }) };
    expect(found({ content: few }, use('film | W@image(haze 2) / CMYK'))).toEqual([]);
  });

  const barcode: Barcode = {
    type: 'EAN-13',
    content: '6291041500213',
    box,
    turn: 0,
    moduleMm: 0.33,
    quiet: [12, 9],
    quietWanted: [11, 7],
    checkDigit: true,
    mirrored: false,
  };
  it.each<[string, Partial<Barcode>, string[]]>([
    ['in order', {}, []],
    ['with a wrong check digit', { checkDigit: false }, ['CHECK_DIGIT error']],
    ['too near to something', { quiet: [12, 3] }, ['QUIET_ZONE warning']],
    ['too small for a till', { moduleMm: 0.2 }, ['BARCODE_SMALL warning']],
    ['that reads backwards', { mirrored: true }, ['MIRRORED error']],
  ])('look at a barcode %s', (_, change, codes) => {
    expect(found({ barcodes: [{ ...barcode, ...change }] })).toEqual(codes);
  });

  it.each<[string, Partial<PageStructure>, string[]]>([
    [
      'small type of two inks',
      { text: [{ box, sizePt: 6, inks: ['Cyan', 'Black'], mirrored: false }] },
      ['SMALL_TYPE warning'],
    ],
    [
      'small type of black alone',
      { text: [{ box, sizePt: 6, inks: ['Black'], mirrored: false }] },
      [],
    ],
    [
      'type that reads backwards',
      { text: [{ box, sizePt: 20, inks: ['Black'], mirrored: true }] },
      ['MIRRORED error'],
    ],
    ['hairlines', { hairlines: [{ box, widthMm: 0.05, inks: ['Black'] }] }, ['HAIRLINES note']],
    [
      'a coarse picture',
      { pictures: [{ box, widthPx: 40, heightPx: 30, dpi: 60, space: 'CMYK' }] },
      ['LOW_RESOLUTION warning'],
    ],
    [
      'a soft picture',
      { pictures: [{ box, widthPx: 400, heightPx: 300, dpi: 120, space: 'CMYK' }] },
      ['LOW_RESOLUTION note'],
    ],
    ['RGB', { rgb: [box], rgbObjects: 3 }, ['RGB_LEFT warning']],
    ['marks on a cut label', { marks: [box] }, ['MARKS error']],
    ['a hidden layer', { hidden: { Board: 2 } }, ['LAYER_HIDDEN note']],
    ['a page too long to read', { incomplete: true }, ['STRUCTURE_INCOMPLETE note']],
  ])('tell %s', (_, change, codes) => {
    expect(found(structure(change))).toEqual(codes);
  });

  it('compare the size with the label it goes on, a little larger being right', () => {
    const on = (width: number, height: number) =>
      found({}, use('film | W@art / CMYK', { ...MATERIAL, label: { width, height } }));
    expect(on(199.2, 99.2)).toEqual([]);
    expect(on(200, 100)).toEqual(['LABEL_SIZE warning']);
    expect(on(210, 100)).toEqual(['LABEL_SIZE error']);
    const sheet = use('film | W@art / CMYK', { ...MATERIAL, label: null });
    const inked = { edgeShare: 0.4 };
    const trim = (by: number) => ({ left: by, top: by, width: 200 - 2 * by, height: 100 - 2 * by });
    expect(found({ ...inked, bleedDeclared: false }, sheet)).toEqual(['NO_BLEED note']);
    expect(found({ ...inked, trimMm: trim(1) }, sheet)).toEqual(['LITTLE_BLEED note']);
    expect(found({ ...inked, trimMm: trim(3) }, sheet)).toEqual([]);
    // A box that lies a hair outside is no bleed, and no bleed of −0.0 mm.
    expect(found({ ...inked, trimMm: trim(-0.01) }, sheet)).toEqual(['NO_BLEED note']);
    // Where nothing reaches the edge nothing can show a bare line.
    expect(found({ bleedDeclared: false }, sheet)).toEqual([]);
    const cut = { ...inked, bleedDeclared: false, ...structure({ beyondMm: 3 }) };
    expect(found(cut, sheet)).toEqual(['BLEED_CUT warning']);
  });

  it.each<[string, Partial<PageStructure>, string]>([
    ['notes that print', { annotations: [box] }, 'ANNOTATIONS warning'],
    ['white that overprints', { vanishing: [box] }, 'VANISHES error'],
    ['type that is cut', { cutType: [box] }, 'TYPE_CUT warning'],
    ['crop marks in the bleed', { outside: [box, box, box, box] }, 'MARKS_IN_BLEED error'],
    [
      'small paper-white type on colour',
      { reversed: [{ box, sizePt: 6, inks: [], mirrored: false }] },
      'REVERSED_TYPE warning',
    ],
    ['colour on a layer of white', { layerColour: { White: [box] } }, 'LAYER_COLOUR warning'],
  ])('tell %s, with the place, and nothing where there is none', (_, change, told) => {
    expect(found(structure(change))).toEqual([told]);
    expect(finding(structure(change)).place).toMatchObject({ kind: 'boxes' });
    const none = Object.fromEntries(
      Object.entries(change).map(([key, value]) => [key, Array.isArray(value) ? [] : {}]),
    );
    expect(found(structure(none))).toEqual([]);
  });

  it('ask once what a line is, by its name, and make an error of one that takes colour away', () => {
    const dieline = artwork({ Cyan: 0.5, Dieline: 0.01 }).pages[0];
    const asked = finding({}, use(), dieline);
    expect(asked).toMatchObject({
      code: 'LINES_UNSAID',
      repair: { kind: 'map-name', role: 'cut' },
    });
    const assigned: Use = { ...use(), settings: { names: { Dieline: 'cut' }, overprint: [] } };
    expect(found({}, assigned, dieline)).toEqual([]);
    const knockouts = [{ separation: 'Dieline', specialLostMm2: 0, colourLostMm2: 20, cells }];
    expect(finding({ knockouts }, assigned, dieline)).toMatchObject({
      code: 'LINE_ERASES',
      severity: 'error',
      repair: { kind: 'overprint', separation: 'Dieline', keep: true },
    });
    const kept = { ...assigned, settings: { ...assigned.settings, overprint: ['Dieline'] } };
    expect(found({ knockouts }, kept, dieline)).toEqual(['KNOCKOUT_MENDED note']);
  });

  it('leave thin lines alone that do not print', () => {
    const thin = (ink: string) => structure({ hairlines: [{ box, widthMm: 0.05, inks: [ink] }] });
    expect(found(thin('Dieline'))).toEqual([]);
    expect(found(thin('Black'))).toEqual(['HAIRLINES note']);
    expect(found(thin('Dieline'), null)).toEqual([]);
  });

  it('name fonts that are not embedded', () => {
    const document = {
      version: '1.7',
      claims: [],
      outputIntent: null,
      layers: [],
      fonts: [
        { name: 'Inside', kind: 'Type0', embedded: true },
        { name: 'Outside', kind: 'Type1', embedded: false },
      ],
    };
    const findings = documentFindings({ ...artwork({}), document });
    expect(findings.map(({ message }) => message)).toEqual([
      expect.stringMatching(/^Outside is not embedded/),
    ]);
  });

  it('say each in a sentence that ends, with the page it is about', () => {
    const all = pageFindings(
      {
        ...PAGE,
        bleedDeclared: false,
        edgeShare: 1,
        ...structure({ marks: [box], rgb: [box], rgbObjects: 1 }),
      },
      undefined,
    );
    expect(all.length).toBeGreaterThan(2);
    for (const { message, page } of all) {
      expect(message).toMatch(/\.$/);
      expect(page).toBe(1);
    }
  });
});
