import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drawnCutting, linesOf, pageFindings } from '@kyanos/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readWhole } from '../test/planes.ts';
import { openArtwork } from './index.ts';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'svg-test-'))));
afterAll(() => rmSync(folder, { recursive: true }));

const write = (body: string, root = 'width="20mm" height="10mm" viewBox="0 0 20 10"') => {
  const path = join(folder, 'art.svg');
  writeFileSync(
    path,
    `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" xmlns:layer="urn:layers" ${root}>${body}</svg>`,
  );
  return path;
};
/** Ten pixels a millimetre. */
const open = (path: string) => readWhole(path, { dpi: 254 });

describe('SVG', () => {
  it('keeps its size, and makes plates of the groups that are named as specials', async () => {
    const { page, at } = await open(
      write(`<rect x="0" y="0" width="10" height="10" fill="#000"/>
        <g layer:label="White"><rect x="5" y="0" width="10" height="10" fill="#0f0" fill-opacity="0.5"/></g>
        <g id="Silver_x20_foil"><g><circle cx="18" cy="5" r="1.5" fill="#888"/></g></g>
        <g id="birds"><rect x="2" y="2" width="1" height="1" fill="#fff"/></g>`),
    );
    expect([page.widthMm, page.heightMm]).toEqual([20, 10]);
    expect(page.separations.slice(4).map(({ name, kind }) => [name, kind])).toEqual([
      ['White', 'white'],
      ['Silver foil', 'metallic'],
    ]);
    // Where a special lies colour is not erased, and its own stand-in colour is not printed.
    expect([at('Black', 70, 50) > 100, at('White', 70, 50)]).toEqual([true, 128]);
    expect([at('Cyan', 130, 50), at('Yellow', 130, 50), at('White', 130, 50)]).toEqual([0, 0, 128]);
    expect([at('Silver foil', 180, 50), at('Silver foil', 100, 50)]).toEqual([255, 0]);
    expect(at('Black', 25, 25)).toBe(0);
  });

  it('measures the lines of a layer for a blade or a fold where they are drawn, however they are nested', async () => {
    const path = write(`<rect width="20" height="10" fill="#0aa"/>
      <g layer:label="Cut" fill="none" stroke="#f0f" stroke-width="0.1">
        <g transform="translate(2 1) scale(2)"><circle cx="2" cy="2" r="1.5"/></g>
        <g opacity="0.5"><path d="M12 2h6v6h-6z"/></g>
      </g>
      <g id="Crease" stroke="#0f0" stroke-width="0.1" stroke-dasharray="1 1"><line x1="10" y1="0" x2="10" y2="10"/></g>`);
    const { page, at } = await open(path);
    const found = linesOf(page, {});
    expect(found.map(({ name, role, strokes, closed }) => [name, role, strokes, closed])).toEqual([
      ['Cut', 'cut', 2, true],
      ['Crease', 'crease', 1, false],
    ]);
    const { cutMm, creaseMm } = drawnCutting(page, {})!;
    expect(cutMm / (2 * Math.PI * 3 + 4 * 6)).toBeCloseTo(1, 3);
    expect(creaseMm).toBeCloseTo(10, 2);
    // The square lies where it was drawn, and none of it prints.
    const places = found[0].paths[1].d.match(/[\d.]+/g)!.map(Number);
    [12, 2, 18, 2, 18, 8, 12, 8].forEach((mm, i) => expect(places[i]).toBeCloseTo(mm, 2));
    expect(found[0].paths[1].widthMm).toBeCloseTo(0.1, 3);
    expect(at('Magenta', 120, 50)).toBe(at('Magenta', 190, 50));
    const ten = await openArtwork(path, { dpi: 72, scale: 10 });
    expect(drawnCutting(ten.info.pages[0], {})!.cutMm / cutMm).toBeCloseTo(10, 4);
    await ten.close();
  });

  it('asks about a layer that may be meant as a special, and says that colour was converted', async () => {
    const codes = async (body: string) =>
      pageFindings((await open(write(body))).page).map(({ code }) => code);
    const art = '<rect width="20" height="10" fill="#0aa"/>';
    expect(await codes(`${art}<g id="Ink layer white ish"><path d="M1 1h5v5z"/></g>`)).toContain(
      'LAYER_UNSURE',
    );
    const plain = await codes(`${art}<g id="Background"><path d="M1 1h5v5z"/></g>`);
    expect(plain).not.toContain('LAYER_UNSURE');
    expect(plain).toContain('RGB_CONVERTED');
  });

  it('says when it states no size, and when it leans on a typeface', async () => {
    const { page } = await open(write('<text x="10" y="50">quince</text>', 'viewBox="0 0 96 48"'));
    expect([page.widthMm, page.heightMm]).toEqual([expect.closeTo(25.4), expect.closeTo(12.7)]);
    expect(page.notes.map(({ code }) => code)).toEqual(
      expect.arrayContaining(['RESOLUTION_ASSUMED', 'FONT_MISSING']),
    );
  });

  it.each([
    ['a script', '<script>alert(1)</script>', 'SVG_UNSAFE'],
    ['a script at an event', '<rect onload="x()" width="1" height="1"/>', 'SVG_UNSAFE'],
    [
      'a picture from the network',
      '<image href="http://example.test/a.png" width="1" height="1"/>',
      'SVG_UNSAFE',
    ],
    ['a picture from the disk', '<image href="/etc/hostname" width="1" height="1"/>', 'SVG_UNSAFE'],
    ['a use from another file', '<use href="other.svg#a"/>', 'SVG_UNSAFE'],
    [
      'a fill from another file',
      '<rect style="fill:url(other.svg#a)" width="1" height="1"/>',
      'SVG_UNSAFE',
    ],
    ['a style from another file', '<style>@import "x.css";</style>', 'SVG_UNSAFE'],
    ['a page of another kind', '<foreignObject/>', 'SVG_UNSAFE'],
    ['what is not closed', '<g><rect width="1" height="1"/>', 'ARTWORK_DAMAGED'],
    ['groups a thousand deep', '<g>'.repeat(1000) + '</g>'.repeat(1000), 'ARTWORK_TOO_LARGE'],
  ])('with %s is refused with a sentence', async (_, body, code) => {
    await expect(openArtwork(write(body))).rejects.toThrow(
      expect.objectContaining({ code, message: expect.stringMatching(/\.$/) }),
    );
  });

  it('with entities that stand for a billion others, or for a file, is refused before it is parsed', async () => {
    const path = join(folder, 'bomb.svg');
    writeFileSync(
      path,
      '<!DOCTYPE svg [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg" width="1mm" height="1mm"><text>&b;</text></svg>',
    );
    await expect(openArtwork(path)).rejects.toThrow(
      expect.objectContaining({ code: 'SVG_UNSAFE' }),
    );
  });

  it('of a kilometre is refused by its declared size', async () => {
    await expect(openArtwork(write('', 'width="1000m" height="1mm"'))).rejects.toThrow();
    await expect(openArtwork(write('', 'width="100000cm" height="1mm"'))).rejects.toThrow(
      expect.objectContaining({ code: 'ARTWORK_TOO_LARGE' }),
    );
  });
});
