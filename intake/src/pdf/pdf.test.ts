import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PROCESS_NAMES } from '@kyanos/core';
import { DEMO_JOBS, PdfBoard, rect } from '@kyanos/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readArtwork } from '../index.ts';
import { pdf, spot, type Drawn } from '../../test/pdf.ts';
import { readWhole } from '../../test/planes.ts';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'pdf-test-'))));
afterAll(() => rmSync(folder, { recursive: true }));

let count = 0;
function file(drawn: Drawn): string {
  const path = join(folder, `${count++}.pdf`);
  writeFileSync(path, pdf(drawn));
  return path;
}

/** Opened at 72 dpi: a pixel is a point, counted from the lower left corner; ink in percent. */
async function open(drawn: Drawn | string) {
  const read = await readWhole(typeof drawn === 'string' ? drawn : file(drawn), { dpi: 72 });
  const at = (name: string, x: number, y: number) =>
    Math.round((read.at(name, x, read.page.heightPx - 1 - y) / 255) * 100);
  return { ...read, structure: read.page.structure!, at };
}

/** Cells of one inch beside each other on one page, each drawn as if it were alone. */
const inCells = (contents: readonly string[]): Pick<Drawn, 'content' | 'size'> => ({
  content: contents.map((one, i) => `q 1 0 0 1 ${72 * i} 0 cm ${one} Q`).join(' '),
  size: [72 * contents.length, 72],
});

const PLAIN_OR_0 = '/Plain << /OP false /op false >> /Over0 << /OP true /op true /OPM 0 >>';
const STATES = `/ExtGState << ${PLAIN_OR_0} /Over1 << /OP true /op true /OPM 1 >> >>`;
/** Of a document in which nothing overprints in nonzero mode: its ink is interpreted in another way. */
const WITHOUT_1 = `/ExtGState << ${PLAIN_OR_0} >>`;
const COLOURS = `/ColorSpace << /W 10 0 R /S 11 0 R /WC 12 0 R >>`;
const SPOTS = [
  spot('White'),
  spot('Silver'),
  '[/DeviceN [/White /Cyan] /DeviceCMYK << /FunctionType 4 /Domain [0 1 0 1] /Range [0 1 0 1 0 1 0 1] /Length 20 >>]',
];
const INK = {
  white: '/W cs 1 scn',
  silver: '/S cs 1 scn',
  cyan: '1 0 0 0 k',
  magenta: '0 1 0 0 k',
  paper: '0 0 0 0 k',
} as const;

describe('overprint, case by case as ISO 32000-2, 8.6.7 and table 152 say', () => {
  /** Lower square from 10 to 40, upper from 25 to 55; read where they meet, in percent. */
  const cases: [
    lower: keyof typeof INK,
    upper: keyof typeof INK,
    state: string,
    met: Record<string, number>,
  ][] = [
    // Without overprint the upper object erases whatever lies under it.
    ['white', 'cyan', 'Plain', { White: 0, Cyan: 100 }],
    ['cyan', 'white', 'Plain', { White: 100, Cyan: 0 }],
    ['white', 'silver', 'Plain', { White: 0, Silver: 100 }],
    ['white', 'paper', 'Plain', { White: 0, Cyan: 0 }],
    // A spot that overprints leaves every other colourant.
    ['cyan', 'white', 'Over0', { White: 100, Cyan: 100 }],
    ['silver', 'white', 'Over0', { White: 100, Silver: 100 }],
    ['cyan', 'white', 'Over1', { White: 100, Cyan: 100 }],
    // CMYK that overprints leaves spots in either mode; process inks only where its own are zero and the mode is 1.
    ['white', 'cyan', 'Over0', { White: 100, Cyan: 100 }],
    ['white', 'cyan', 'Over1', { White: 100, Cyan: 100 }],
    ['cyan', 'magenta', 'Over0', { Cyan: 0, Magenta: 100 }],
    ['cyan', 'magenta', 'Over1', { Cyan: 100, Magenta: 100 }],
    ['cyan', 'paper', 'Over0', { Cyan: 0 }],
    ['cyan', 'paper', 'Over1', { Cyan: 100 }],
    ['white', 'paper', 'Over1', { White: 100 }],
  ];
  describe.each([
    ['with nonzero mode on the page', STATES, cases],
    ['without it', WITHOUT_1, cases.filter(([, , state]) => state !== 'Over1')],
  ])('%s', (_, states, there) => {
    let page: Awaited<ReturnType<typeof open>>;
    beforeAll(async () => {
      page = await open({
        ...inCells(
          there.map(
            ([lower, upper, state]) =>
              `/Plain gs ${INK[lower]} 10 10 30 30 re f /${state} gs ${INK[upper]} 25 25 30 30 re f`,
          ),
        ),
        resources: `${states} ${COLOURS}`,
        objects: SPOTS.slice(0, 2),
      });
    });

    it.each(there)('%s, then %s on it with %s', (lower, upper, state, met) => {
      const cell = there.findIndex(([l, u, s]) => l === lower && u === upper && s === state);
      const at = (name: string, x: number, y: number) => page.at(name, 72 * cell + x, y);
      expect(Object.fromEntries(Object.keys(met).map((name) => [name, at(name, 30, 30)]))).toEqual(
        met,
      );
      // Where only the lower one lies nothing has changed.
      for (const [name, ink] of [
        ['Cyan', 'cyan'],
        ['White', 'white'],
      ] as const)
        if (lower === ink) expect(at(name, 15, 15)).toBe(100);
    });
  });

  // The same for every way to put ink on a page. A picture in CMYK is not held back by mode 1: each of its inks is set.
  const objects: [
    name: string,
    draw: string,
    paints: Record<string, [plain: number, mode0: number, mode1: number]>,
  ][] = [
    ['a filled path', '1 0 0 0 k 25 25 30 30 re f', { White: [0, 100, 100], Magenta: [0, 0, 100] }],
    [
      'a stroke',
      '1 0 0 0 K 30 w 25 40 m 55 40 l S',
      { White: [0, 100, 100], Magenta: [0, 0, 100] },
    ],
    [
      'type',
      'BT /F 90 Tf 1 0 0 0 k 1 0 0 1 10 8 Tm (\\237) Tj ET',
      { White: [0, 100, 100], Magenta: [0, 0, 100] },
    ],
    [
      'a mask',
      '1 0 0 0 k q 30 0 0 30 25 25 cm /Mask Do Q',
      { White: [0, 100, 100], Magenta: [0, 0, 100] },
    ],
    ['a picture', 'q 30 0 0 30 25 25 cm /Pic Do Q', { White: [0, 100, 100], Magenta: [0, 0, 0] }],
    ['a shading', 'q 25 25 30 30 re W n /Sh sh Q', { White: [0, 100, 100], Magenta: [0, 0, 0] }],
    [
      'a spot of another name',
      '/S cs 1 scn 25 25 30 30 re f',
      { White: [0, 100, 100], Magenta: [0, 100, 100] },
    ],
    [
      'two inks of one space',
      '/WC cs 0 1 scn 25 25 30 30 re f',
      { White: [0, 0, 0], Magenta: [0, 100, 100] },
    ],
  ];
  const FONT =
    '<< /Type /Font /Subtype /Type3 /FontBBox [0 0 1 1] /FontMatrix [1 0 0 1 0 0] /FirstChar 159 /LastChar 159 /Widths [1] /Encoding << /Differences [159 /box] >> /CharProcs << /box 15 0 R >> /Resources << >> >>';
  const SHADING =
    '<< /ShadingType 2 /ColorSpace /DeviceCMYK /Coords [25 0 55 0] /Function << /FunctionType 2 /Domain [0 1] /C0 [1 0 0 0] /C1 [1 0 0 0] /N 1 >> >>';
  describe.each([
    ['with nonzero mode on the page', STATES, ['Plain', 'Over0', 'Over1']],
    ['without it', WITHOUT_1, ['Plain', 'Over0']],
  ])('%s', (_, states, names) => {
    let page: Awaited<ReturnType<typeof open>>;
    beforeAll(async () => {
      page = await open({
        ...inCells(
          objects.flatMap(([, draw]) =>
            names.map(
              (state) =>
                `/Over0 gs ${INK.white} 5 5 60 60 re f ${INK.magenta} 5 5 60 60 re f /${state} gs ${draw}`,
            ),
          ),
        ),
        resources: `${states} ${COLOURS} /Font << /F ${FONT} >> /XObject << /Mask 13 0 R /Pic 14 0 R >> /Shading << /Sh ${SHADING} >>`,
        objects: [
          ...SPOTS.slice(0, 2),
          '[/DeviceN [/White /Cyan] /DeviceCMYK 16 0 R]',
          [
            '/Type /XObject /Subtype /Image /Width 1 /Height 1 /ImageMask true /BitsPerComponent 1',
            '\0',
          ],
          [
            '/Type /XObject /Subtype /Image /Width 1 /Height 1 /ColorSpace /DeviceCMYK /BitsPerComponent 8',
            '\xff\0\0\0',
          ],
          ['', '1 0 0 0 1 1 d1 0 0 1 1 re f'],
          ['/FunctionType 4 /Domain [0 1 0 1] /Range [0 1 0 1 0 1 0 1]', '{ exch pop 0 0 0 }'],
        ],
      });
    });

    it.each(objects)('%s on white and magenta', (name, draw, paints) => {
      const first = names.length * objects.findIndex(([, other]) => other === draw);
      for (const [ink, percents] of Object.entries(paints))
        expect([name, ink, names.map((__, i) => page.at(ink, 72 * (first + i) + 40, 40))]).toEqual([
          name,
          ink,
          percents.slice(0, names.length),
        ]);
    });
  });

  it('the second plates hold what one took from the other, and colour over colour stays as it is', async () => {
    const { page, at } = await open({
      content: `/Plain gs ${INK.white} 10 10 30 30 re f ${INK.cyan} 25 25 30 30 re f ${INK.magenta} 40 40 20 20 re f ${INK.silver} 50 50 10 10 re f`,
      resources: `${STATES} ${COLOURS}`,
      objects: SPOTS.slice(0, 2),
    });
    // Silver lay on magenta; white under cyan. Cyan itself lost nothing to a special.
    expect(page.overprinted.toSorted()).toEqual(['Magenta', 'White']);
    const meant = (name: string, x: number, y: number) => at(`${name}\u0000overprinted`, x, y);
    expect([at('White', 30, 30), meant('White', 30, 30)]).toEqual([0, 100]);
    expect([at('Magenta', 55, 55), meant('Magenta', 55, 55)]).toEqual([0, 100]);
    // Magenta lies on cyan and replaces it, as it did: cyan has no second plate.
    expect([at('Cyan', 30, 45), at('Cyan', 45, 45)]).toEqual([100, 0]);
    const lost = Object.fromEntries(
      page.knockouts.map(({ separation, specialLostMm2, colourLostMm2 }) => [
        separation,
        [specialLostMm2, colourLostMm2],
      ]),
    );
    const mm2 = (points: number) => points * (25.4 / 72) ** 2;
    expect(lost.White).toEqual([expect.closeTo(mm2(225), 1), 0]);
    expect(lost.Silver).toEqual([0, expect.closeTo(mm2(100), 1)]);
  });

  it('the second plates see through states behind references, forms, and groups that stand alone', async () => {
    const { page, at } = await open({
      content: `/R gs ${INK.white} 10 10 50 50 re f /F Do`,
      resources: `/ExtGState << /R 13 0 R >> /XObject << /F 14 0 R >> ${COLOURS}`,
      objects: [
        ...SPOTS,
        '<< /OP false /op false /OPM 1 >>',
        [
          '/Type /XObject /Subtype /Form /BBox [0 0 72 72] /Group << /S /Transparency /I true /K false >> /Resources << >>',
          '0 0 1 0 k 20 20 20 20 re f',
        ],
      ],
    });
    expect(at('White', 30, 30)).toBe(0);
    expect(page.overprinted).toContain('White');
    expect(at('White\u0000overprinted', 30, 30)).toBe(100);
  });

  it('tell the white that silver erased, and take the same special laid again for no loss', async () => {
    const draw = (...inks: string[]) =>
      open({
        content: `/Plain gs ${inks.map((ink) => `${ink} 10 10 30 30 re f`).join(' ')}`,
        resources: `${STATES} ${COLOURS}`,
        objects: SPOTS.slice(0, 2),
      });
    const { page } = await draw(INK.white, INK.silver);
    expect(page.knockouts).toEqual([expect.objectContaining({ separation: 'White' })]);
    const { structure } = await draw(INK.white, '/W cs 0.5 scn');
    expect(structure.mayKnockOut).toBe(false);
  });

  it('are told of each page of a document, of those where something is erased', async () => {
    const board = await PdfBoard.create('Pages');
    const [white, cyan] = [{ spot: 'White', tint: 1 }, [1, 0, 0, 0]] as const;
    for (const [mm, overprint] of [
      [10, false],
      [10, true],
      [20, false],
      [0, false],
    ] as const) {
      const page = board.page(40, 40);
      page.fill(rect(5, 5, 30, 30), white, { overprint: true });
      if (mm > 0) page.fill(rect(10, 10, mm, 10), cyan, { overprint });
      page.finish();
    }
    const path = join(folder, 'pages.pdf');
    writeFileSync(path, await board.save());
    const info = await readArtwork(path, { dpi: 127 });
    const lost = info.pages.map(({ knockouts }) =>
      knockouts.map(({ separation, specialLostMm2 }) => [separation, Math.round(specialLostMm2)]),
    );
    // A pixel is a fifth of a millimetre: each that a shape touches is painted.
    expect(lost).toEqual([
      [['White', expect.closeTo(100, -1)]],
      [],
      [['White', expect.closeTo(200, -1)]],
      [],
    ]);
  });

  it('there are none where nothing can be erased', async () => {
    const { page, structure } = await open({
      content: `/Over0 gs ${INK.cyan} 10 10 30 30 re f ${INK.white} 25 25 30 30 re f`,
      resources: `${STATES} ${COLOURS}`,
      objects: SPOTS.slice(0, 2),
    });
    expect([structure.mayKnockOut, page.overprinted, page.knockouts]).toEqual([false, [], []]);
  });
});

describe('the structure of a page', () => {
  it('counts what each spot paints, how much of it overprints, and which are only declared', async () => {
    const { structure } = await open({
      content: `/Over1 gs ${INK.white} 1 1 5 5 re f 0 scn 10 1 5 5 re f /Plain gs 0.5 scn 20 1 5 5 re f`,
      resources: `${STATES} ${COLOURS}`,
      objects: SPOTS.slice(0, 2),
    });
    expect(structure.spots).toEqual(
      expect.arrayContaining([
        { name: 'White', objects: 2, overprinting: 1, modes: [1] },
        { name: 'Silver', objects: 0, overprinting: 0, modes: [] },
      ]),
    );
  });

  it('tells type with its size as printed and its inks, and which of it reads backwards', async () => {
    const { structure, info } = await open({
      content: `BT /F 6 Tf 2 0 0 2 10 40 Tm 0 0 0 1 k (big) Tj ET
        q -1 0 0 1 60 0 cm BT /F 5 Tf 0.2 0.9 0 0 k 10 10 Td (back) Tj ET Q
        q 1 0 0 -1 0 72 cm BT /F 7 Tf 1 0 0 -1 5 60 Tm (flipped twice) Tj ET Q
        BT 3 Tr /F 9 Tf 20 20 Td (not seen) Tj ET`,
      resources: '/Font << /F << /Type /Font /Subtype /Type1 /BaseFont /Courier >> >>',
    });
    expect(structure.text.map(({ sizePt, inks, mirrored }) => [sizePt, inks, mirrored])).toEqual([
      [12, ['Black'], false],
      [5, ['Cyan', 'Magenta'], true],
      [7, ['Black'], false],
    ]);
    const mm = (points: number) => (points / 72) * 25.4;
    const [{ box }] = structure.text;
    expect(box.left).toBeCloseTo(mm(10));
    expect(box.top).toBeLessThan(mm(72 - 40));
    expect(box.top + box.height).toBeGreaterThan(mm(72 - 40));
    expect(info.document!.fonts).toEqual([{ name: 'Courier', kind: 'Type1', embedded: false }]);
  });

  it('tells hairlines, RGB, marks in every ink, and the resolution of pictures as printed', async () => {
    const { structure } = await open({
      content: `0.1 w 0 0 0 1 K 5 5 m 60 5 l S 4 w 5 10 m 60 10 l S
        1 0 0 rg 10 20 5 5 re f 1 1 1 rg 20 20 5 5 re f
        /All cs 1 scn 0 70 3 2 re f
        q 36 0 0 18 30 30 cm /P Do Q`,
      resources: '/ColorSpace << /All 10 0 R >> /XObject << /P 11 0 R >>',
      objects: [
        '[/Separation /All /DeviceCMYK << /FunctionType 2 /Domain [0 1] /C0 [0 0 0 0] /C1 [1 1 1 1] /N 1 >>]',
        [
          '/Type /XObject /Subtype /Image /Width 30 /Height 30 /ColorSpace /DeviceGray /BitsPerComponent 8',
          'x'.repeat(900),
        ],
      ],
    });
    expect(structure.hairlines).toEqual([
      expect.objectContaining({ widthMm: expect.closeTo(0.035, 3), inks: ['Black'] }),
    ]);
    expect(structure.rgbObjects).toBe(2);
    expect(structure.marks).toHaveLength(1);
    // 30 pixels over half an inch and a quarter: the lower counts.
    expect(structure.pictures).toEqual([
      expect.objectContaining({ dpi: expect.closeTo(60), widthPx: 30, space: 'grey' }),
    ]);
  });

  it('leaves out of print what its layer leaves out, by its state in print, and says so', async () => {
    const { structure, info, at } = await open({
      content: '/OC /A BDC 1 0 0 0 k 5 5 20 20 re f EMC /OC /B BDC 0 1 0 0 k 40 5 20 20 re f EMC',
      resources: '/Properties << /A 10 0 R /B 11 0 R >>',
      catalog:
        '/OCProperties << /OCGs [10 0 R 11 0 R] /D << /OFF [11 0 R] /AS [<< /Event /Print /Category [/Print] /OCGs [10 0 R 11 0 R] >>] >> >>',
      objects: [
        '<< /Type /OCG /Name (Board) /Usage << /Print << /PrintState /OFF >> >> >>',
        '<< /Type /OCG /Name (Art) /Usage << /Print << /PrintState /ON >> >> >>',
      ],
    });
    expect([at('Cyan', 10, 10), at('Magenta', 50, 10)]).toEqual([0, 100]);
    expect(structure.hidden).toEqual({ Board: 1 });
    expect(info.document!.layers).toEqual([
      { name: 'Board', shown: true, prints: false },
      { name: 'Art', shown: false, prints: true },
    ]);
  });

  it('blends in the inks that are printed, whatever space a page’s group names', async () => {
    const { at } = await open({
      content: `${INK.white} 10 10 30 30 re f 0.5 0 0 0 k 45 10 20 20 re f`,
      page: '/Group << /S /Transparency /CS /DeviceRGB >>',
      resources: `${STATES} ${COLOURS}`,
      objects: SPOTS.slice(0, 2),
    });
    expect([at('White', 20, 20), at('Cyan', 50, 20), at('Black', 50, 20)]).toEqual([100, 50, 0]);
  });

  it('knows process ink by its profile where it is blended in another space or masks by its lightness', async () => {
    const form = (group: string, content: string): [string, string] => [
      `/Type /XObject /Subtype /Form /BBox [0 0 72 72] /Group << /S /Transparency ${group} >> /Resources << /ExtGState << /T << /ca 0.5 >> >> >>`,
      content,
    ];
    const ink = '/T gs 0.8 0.1 0.3 0.1 k 5 5 60 60 re f';
    const drawn: Record<string, Drawn> = {
      'a page': {
        content: ink,
        resources: '/T << /ca 0.5 >>',
        page: '/Group << /S /Transparency /CS /DeviceRGB >>',
      },
      'a form': { content: '/F Do', objects: [form('/CS /DeviceRGB', ink)] },
      'a mask': {
        content: '/M gs 0.2 0.9 0.4 0 k 5 5 60 60 re f',
        resources: '/M << /SMask << /Type /Mask /S /Luminosity /G 10 0 R >> >>',
        objects: [form('/CS /DeviceCMYK', '0.3 0.2 0.1 0.2 k 0 0 72 72 re f')],
      },
    };
    for (const [where, { resources = '', ...rest }] of Object.entries(drawn)) {
      // A state that nobody uses has the profile known: that is how Ghostscript does it by itself.
      const inks = async (unused: string) => {
        const { at } = await open({
          ...rest,
          resources: `/XObject << /F 10 0 R >> /ExtGState << ${resources} ${unused} >>`,
        });
        return PROCESS_NAMES.map((name) => at(name, 30, 30));
      };
      expect([where, await inks('')]).toEqual([where, await inks('/Unused << /OPM 1 >>')]);
    }
  });

  it('gives for a spot what the file wants in its place, by every kind of tint transform', async () => {
    const functions = [
      '<< /FunctionType 2 /Domain [0 1] /C0 [0 0 0 0] /C1 [0.3 0 0.8 0] /N 1 >>',
      '<< /FunctionType 3 /Domain [0 1] /Bounds [0.5] /Encode [0 1 0 1] /Functions [<< /FunctionType 2 /Domain [0 1] /C0 [0 0 0 0] /C1 [0.15 0 0.4 0] /N 1 >> << /FunctionType 2 /Domain [0 1] /C0 [0.15 0 0.4 0] /C1 [0.3 0 0.8 0] /N 1 >>] >>',
      [
        '/FunctionType 0 /Domain [0 1] /Range [0 1 0 1 0 1 0 1] /Size [2] /BitsPerSample 8',
        Uint8Array.of(0, 0, 0, 0, 77, 0, 204, 0),
      ],
      [
        '/FunctionType 4 /Domain [0 1] /Range [0 1 0 1 0 1 0 1]',
        '{ dup 0.3 mul exch 0.8 mul 0 exch 0 }',
      ],
    ] as const;
    for (const tint of functions) {
      const { page } = await open({
        content: '/W cs 1 scn 10 10 30 30 re f',
        resources: '/ColorSpace << /W 10 0 R >>',
        objects: ['[/Separation /White /DeviceCMYK 11 0 R]', tint],
      });
      const { ramp, space } = page.separations.find(({ name }) => name === 'White')!.alternate!;
      expect(space).toBe('DeviceCMYK');
      const near = (values: number[]) => values.map((v) => expect.closeTo(v, 2));
      expect(ramp[0]).toEqual(near([0, 0, 0, 0]));
      expect(ramp[(ramp.length - 1) / 2]).toEqual(near([0.15, 0, 0.4, 0]));
      expect(ramp.at(-1)).toEqual(near([0.3, 0, 0.8, 0]));
    }
  });

  it('names the printing condition and the standards that the file claims', async () => {
    const { info } = await open({
      content: '0 g 10 10 10 10 re f',
      catalog:
        '/Metadata 10 0 R /OutputIntents [<< /Type /OutputIntent /S /GTS_PDFX /OutputConditionIdentifier (COATED) /Info (Coated paper, our house) >>]',
      objects: [
        [
          '/Type /Metadata /Subtype /XML',
          '<rdf pdfxid:GTS_PDFXVersion="PDF/X-4" /><pdfaid:part>2</pdfaid:part><pdfaid:conformance>B</pdfaid:conformance>',
        ],
      ],
    });
    expect(info.document).toMatchObject({
      version: '1.6',
      outputIntent: 'Coated paper, our house',
      claims: ['PDF/X-4', 'PDF/A-2b'],
    });
  });

  it('tells boxes, page by page and turned, as Poppler and MuPDF do', async () => {
    for (const turn of [0, 90, 180, 270]) {
      const path = file({
        content: '1 0 0 0 k 12 14 30 10 re f',
        page: `/Rotate ${turn} /CropBox [4 6 70 50] /BleedBox [8 10 60 44] /TrimBox [12 14 56 40]`,
      });
      const { page } = await open(path);
      const told = execFileSync('pdfinfo', ['-box', path]).toString();
      const poppler = (box: string) =>
        new RegExp(`${box}Box: +(.*)`).exec(told)![1].trim().split(/ +/).map(Number);
      expect(page.structure!.turn).toBe(turn);
      const { media, crop, bleed } = page.structure!.boxes;
      expect([media.width, crop!.width, bleed!.left]).toEqual(
        (turn % 180 === 0 ? [72, 66, 0] : [72, 44, 0]).map((points) =>
          expect.closeTo((points / 72) * 25.4),
        ),
      );
      const [l, b, r, t] = poppler('Trim');
      const [width, height] = turn % 180 === 0 ? [r - l, t - b] : [t - b, r - l];
      expect([page.trimMm.width, page.trimMm.height]).toEqual([
        expect.closeTo((width / 72) * 25.4),
        expect.closeTo((height / 72) * 25.4),
      ]);
      // The cyan bar touches the lower left corner of the trim: after the turn it is in another one.
      const drawn = execFileSync('mutool', [
        'draw',
        '-q',
        '-r',
        '72',
        '-F',
        'pgm',
        '-o',
        '-',
        path,
      ]);
      const [, w, h] = /^P5\s+(\d+) (\d+)\s+255\s/
        .exec(drawn.toString('latin1', 0, 40))!
        .map(Number);
      expect([w, h]).toEqual(turn % 180 === 0 ? [66, 44] : [44, 66]);
      const pixels = drawn.subarray(drawn.length - w * h);
      const dark = [...pixels.keys()].filter((i) => pixels[i] < 250);
      const left = Math.min(...dark.map((i) => i % w));
      const top = Math.min(...dark.map((i) => Math.floor(i / w)));
      const ink = page.content.highest[255] * (25.4 / 72) ** 2;
      expect(ink).toBeCloseTo(300 * (25.4 / 72) ** 2, 0);
      // MuPDF draws the crop box, which begins 4 points left of and 4 below the bleed box.
      const margins = { 0: [4, 6], 90: [4, 4], 180: [10, 4], 270: [6, 10] }[turn]!;
      const bar = {
        0: [12 - 8, 44 - 24],
        90: [14 - 10, 12 - 8],
        180: [60 - 42, 14 - 10],
        270: [44 - 24, 60 - 42],
      }[turn]!;
      expect([left - margins[0], top - margins[1]]).toEqual(bar);
    }
  });

  it('finds the fonts that Poppler finds', async () => {
    const path = join(folder, 'night.pdf');
    writeFileSync(path, await DEMO_JOBS.find(({ id }) => id === 'night-market')!.draw());
    const told = execFileSync('pdffonts', [path]).toString().trim().split('\n').slice(2);
    const { info } = await open(path);
    expect(info.document!.fonts.map(({ name, embedded }) => [name, embedded])).toEqual(
      told.map((line) => [
        line.slice(0, 36).trim(),
        / yes yes| yes no/.test(line.slice(50, 72)) && line.slice(72).startsWith('yes'),
      ]),
    );
  });
});
