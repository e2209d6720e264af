/** What a page hides from whoever only looks at it on a screen. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { documentFindings, pageFindings } from '@kyanos/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readHere } from '../../test/here.ts';
import { pdf, type Drawn } from '../../test/pdf.ts';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'told-test-'))));
afterAll(() => rmSync(folder, { recursive: true }));

let count = 0;
async function codes(drawn: Drawn): Promise<string[]> {
  const path = join(folder, `${count++}.pdf`);
  writeFileSync(path, pdf(drawn));
  const { info, close } = await readHere(path, 144);
  await close();
  return [...documentFindings(info), ...pageFindings(info.pages[0])].map(({ code }) => code);
}

const FONT = '/Font << /F << /Type /Font /Subtype /Type1 /BaseFont /Courier >> >>';
const OVER =
  '/ExtGState << /Over << /OP true /op true /OPM 1 >> /Zero << /OP true /op true /OPM 0 >> >>';
const GROUND = '0.6 0.5 0 0 k 10 10 52 52 re f';
const type = (colour: string, size: number, x = 14, y = 30) =>
  `BT ${colour} /F ${size} Tf ${x} ${y} Td (ripe) Tj ET`;
const SIZE = { size: [72, 72] as const };
const TRIM = '/TrimBox [10 10 62 62]';

describe('a page', () => {
  it.each<[string, Drawn, string, Drawn]>([
    [
      'white type that overprints and vanishes',
      { content: `${GROUND} /Over gs ${type('0 0 0 0 k', 12)}`, resources: `${FONT} ${OVER}` },
      'VANISHES',
      // In mode 0 it erases, and is seen.
      { content: `${GROUND} /Zero gs ${type('0 0 0 0 k', 12)}`, resources: `${FONT} ${OVER}` },
    ],
    [
      'small paper-white type on colour',
      { content: `${GROUND} ${type('0 0 0 0 k', 6)}`, resources: FONT },
      'REVERSED_TYPE',
      { content: type('0 0 0 0 k', 6), resources: FONT },
    ],
    [
      'type that is cut',
      {
        content: type('0 0 0 1 k', 12, 48),
        resources: FONT,
        page: `${TRIM} /BleedBox [0 0 72 72]`,
      },
      'TYPE_CUT',
      {
        content: type('0 0 0 1 k', 12, 20),
        resources: FONT,
        page: `${TRIM} /BleedBox [0 0 72 72]`,
      },
    ],
    [
      'art that is cut off for want of a bleed box',
      { content: '1 0 0 0 k 0 0 72 72 re f', page: TRIM },
      'BLEED_CUT',
      { content: '1 0 0 0 k 0 0 72 72 re f', page: `${TRIM} /BleedBox [4 4 68 68]` },
    ],
    [
      'crop marks in the bleed',
      {
        content:
          '0 0 0 1 K 0.25 w 1 10 m 8 10 l S 1 62 m 8 62 l S 64 10 m 71 10 l S 64 62 m 71 62 l S',
        page: `${TRIM} /BleedBox [0 0 72 72]`,
      },
      'MARKS_IN_BLEED',
      { content: '0 0 0 1 K 0.25 w 11 20 m 18 20 l S', page: `${TRIM} /BleedBox [0 0 72 72]` },
    ],
    [
      'a stamp that prints',
      {
        content: '0 0 0 1 k 20 20 9 9 re f',
        page: '/Annots [<< /Type /Annot /Subtype /Stamp /F 4 /Rect [30 30 60 60] /AP << /N 10 0 R >> >>]',
        objects: [['/Type /XObject /Subtype /Form /BBox [0 0 30 30]', '1 0 0 rg 0 0 30 30 re f']],
      },
      'ANNOTATIONS',
      {
        content: '0 0 0 1 k 20 20 9 9 re f',
        page: '/Annots [<< /Type /Annot /Subtype /Link /F 4 /Rect [30 30 60 60] >>]',
      },
    ],
    [
      'ink at the edge without bleed',
      { content: '1 0 0 0 k 0 0 72 72 re f' },
      'NO_BLEED',
      { content: '1 0 0 0 k 20 20 30 30 re f' },
    ],
    [
      'a font that is missing where type is set in it',
      { content: type('0 0 0 1 k', 12), resources: FONT },
      'FONT_MISSING',
      { content: '0 0 0 1 k 20 20 9 9 re f', resources: FONT },
    ],
  ])('tells %s, and is quiet where there is none', async (_, faulty, code, orderly) => {
    expect(await codes({ ...SIZE, ...faulty })).toContain(code);
    expect(await codes({ ...SIZE, ...orderly })).not.toContain(code);
  });
});
