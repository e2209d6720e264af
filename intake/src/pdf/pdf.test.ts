import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { DEMO_JOBS } from '@kyanos/demo';
import { describe, expect, it } from 'vitest';
import { COLOURS, INK, SPOTS, STATES, useDrawings } from '../../test/drawings.ts';

const { place, file, open } = useDrawings();

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
    const path = place('night.pdf');
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
