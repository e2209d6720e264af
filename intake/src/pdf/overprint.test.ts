/** How inks lie on one another on the plates of a PDF. */
import { PROCESS_NAMES } from '@kyanos/core';
import { PdfBoard, rect } from '@kyanos/demo';
import { writeFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { COLOURS, INK, SPOTS, STATES, useDrawings, WITHOUT_1 } from '../../test/drawings.ts';
import type { Drawn } from '../../test/pdf.ts';
import { readArtwork } from '../index.ts';

const { place, open } = useDrawings();

/** Cells of one inch beside each other on one page, each drawn as if it were alone. */
const inCells = (contents: readonly string[]): Pick<Drawn, 'content' | 'size'> => ({
  content: contents.map((one, i) => `q 1 0 0 1 ${72 * i} 0 cm ${one} Q`).join(' '),
  size: [72 * contents.length, 72],
});

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
    const path = place('pages.pdf');
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

describe('blending', () => {
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
});
