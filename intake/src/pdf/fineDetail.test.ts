/** Strokes and shapes a few pixels thick come out as thick as they were drawn, checked against their area worked out by hand. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readHere } from '../../test/here.ts';
import { pdf, spot, type Drawn } from '../../test/pdf.ts';
import type { PdfPage } from './boxes.ts';
import { FineDetail, Outline } from './fineDetail.ts';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'fine-test-'))));
afterAll(() => rmSync(folder, { recursive: true }));

const SIZE = [144, 96] as const;
let count = 0;
/** Square points of ink that the page says it has in one plate, and that its plate holds. */
async function inked(name: string, drawn: Drawn, dpi = 300) {
  const path = join(folder, `${count++}.pdf`);
  writeFileSync(path, pdf({ size: SIZE, ...drawn }));
  const artwork = await readHere(path, dpi);
  const [page] = artwork.info.pages;
  const raster = artwork.raster(1);
  const at = raster.channels.indexOf(name);
  let sum = 0;
  for await (const { planes } of raster.bands()) for (const byte of planes[at]) sum += byte;
  await artwork.close();
  const area = SIZE[0] * SIZE[1];
  const { coverageWithBleed } = page.separations.find((one) => one.name === name)!;
  return {
    said: coverageWithBleed * area,
    plated: (sum / 255 / (raster.width * raster.height)) * area,
    page,
  };
}

/** Slanting lines, 100 points across and so many up, none of them on the grid of pixels. */
const lines = (n: number, up: number, width: number) =>
  `${width} w ` +
  Array.from(
    { length: n },
    (_, i) => `20 ${8.13 + 4.07 * i} m 120 ${8.13 + 4.07 * i + up} l S`,
  ).join('\n');

describe('thin strokes', () => {
  it.each([
    ['a quarter of a point', 0.25, 3, ''],
    ['half a point, upright in the file and turned', 0.5, 7, '/Rotate 90'],
    ['an eighth of a point', 0.125, 11, ''],
  ])('of %s lay as much ink as they have area', async (_, width, up, page) => {
    const n = 15;
    const wanted = n * Math.hypot(100, up) * width;
    const { said, plated } = await inked('Black', { content: lines(n, up, width), page });
    // Strokes thinner than a pixel of the finer drawing are a pixel thick there.
    const least = n * Math.hypot(100, up) * Math.max(width, 72 / 1200);
    expect(Math.abs(plated / least - 1)).toBeLessThan(0.06);
    expect(plated).toBeGreaterThan(0.94 * wanted);
    expect(said).toBeCloseTo(plated, 1);
  });

  it('keep their ink in a special, and what overprints them stays', async () => {
    const drawn: Drawn = {
      content: `0.3 0 0 0 k 0 0 144 96 re f /Over gs /W CS 1 SCN ${lines(12, 5, 0.25)}`,
      resources:
        '/ColorSpace << /W 10 0 R >> /ExtGState << /Over << /OP true /op true /OPM 1 >> >>',
      objects: [spot('White')],
    };
    const { plated } = await inked('White', drawn);
    expect(Math.abs(plated / (12 * Math.hypot(100, 5) * 0.25) - 1)).toBeLessThan(0.06);
    const cyan = await inked('Cyan', drawn);
    expect(cyan.plated / (0.3 * 144 * 96)).toBeCloseTo(1, 1);
  });

  it('are found on a page that is cut to its bleed and to a picture’s edge', async () => {
    const clipped = `20 20 60 40 re W n ${lines(15, 0, 0.25)}`;
    const { plated } = await inked('Black', { content: clipped });
    // Lines at 8.13 + 4.07 i between 20 and 60, each 60 points of the clip.
    const within = Array.from({ length: 15 }, (_, i) => 8.13 + 4.07 * i).filter(
      (y) => y > 20 && y < 60,
    ).length;
    expect(Math.abs(plated / (within * 60 * 0.25) - 1)).toBeLessThan(0.06);
  });
});

describe('small outlined type', () => {
  it('is as bold as its outlines: stems of half a point, and rings', async () => {
    const stems = Array.from({ length: 20 }, (_, i) => `${12.3 + 5.7 * i} 30.2 0.5 4 re f`);
    const ring = (x: number, y: number, r: number) => {
      const k = 0.5522847498 * r;
      return `${x + r} ${y} m ${x + r} ${y + k} ${x + k} ${y + r} ${x} ${y + r} c ${x - k} ${y + r} ${x - r} ${y + k} ${x - r} ${y} c ${x - r} ${y - k} ${x - k} ${y - r} ${x} ${y - r} c ${x + k} ${y - r} ${x + r} ${y - k} ${x + r} ${y} c h`;
    };
    const rings = Array.from(
      { length: 12 },
      (_, i) => `${ring(20 + 9.1 * i, 60.7, 1.6)} ${ring(20 + 9.1 * i, 60.7, 1.1)} f*`,
    );
    const wanted = 20 * 0.5 * 4 + 12 * Math.PI * (1.6 ** 2 - 1.1 ** 2);
    const { plated } = await inked('Black', { content: [...stems, ...rings].join('\n') });
    expect(Math.abs(plated / wanted - 1)).toBeLessThan(0.04);
  });

  it('set in a font is left as it is: the interpreter draws it true', async () => {
    const font = '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>';
    const words = Array.from(
      { length: 6 },
      (_, i) => `1 0 0 1 8.3 ${12.1 + 13.7 * i} Tm (Quick brown fox) Tj`,
    ).join('\n');
    const drawn: Drawn = {
      content: `BT /F 5 Tf ${words} ET`,
      resources: '/Font << /F 10 0 R >>',
      objects: [font],
    };
    const [coarse, fine] = [await inked('Black', drawn), await inked('Black', drawn, 1200)];
    expect(Math.abs(coarse.plated / fine.plated - 1)).toBeLessThan(0.05);
  });
});

describe('the cells that are drawn finer', () => {
  const page: PdfPage = {
    number: 1,
    frame: [0, 0, 600, 400],
    trim: [0, 0, 600, 400],
    flag: '-dUseCropBox',
    stated: new Map(),
    turn: 0,
    unit: 1,
  };
  const clip = page.frame;
  const path = (...points: readonly (readonly [number, number])[]) => {
    const outline = new Outline();
    points.forEach(([x, y], i) => (i === 0 ? outline.moveTo(x, y) : outline.lineTo(x, y)));
    return outline;
  };
  const area = (detail: FineDetail) =>
    detail.boxes().reduce((sum, { width, height }) => sum + width * height, 0);

  it('are those along a slanting hairline, not all of its box', () => {
    const detail = new FineDetail(page, 300);
    detail.stroked(path([0, 0], [600, 400]), 0.25, clip);
    const box = ((600 * 400) / 72 ** 2) * 25.4 ** 2;
    expect(area(detail)).toBeLessThan(box / 8);
  });

  it('are none for thick strokes and for solid shapes', () => {
    const detail = new FineDetail(page, 300);
    detail.stroked(path([0, 0], [600, 400]), 1, clip);
    detail.filled(path([10, 10], [90, 10], [90, 90], [10, 90]), clip);
    expect(detail.boxes()).toEqual([]);
  });

  it('never overlap, and hold every point of the stroke', () => {
    const detail = new FineDetail(page, 300);
    const round = Array.from({ length: 60 }, (_, i) => {
      const a = (i / 60) * 2 * Math.PI;
      return [300 + 180 * Math.cos(a), 200 + 150 * Math.sin(a)] as const;
    });
    detail.stroked(path(...round), 0.2, clip);
    const boxes = detail.boxes();
    const mm = (points: number) => (points / 72) * 25.4;
    for (const [x, y] of round)
      expect(
        boxes.filter(
          ({ left, top, width, height }) =>
            mm(x) >= left &&
            mm(x) < left + width &&
            mm(400 - y) >= top &&
            mm(400 - y) < top + height,
        ),
      ).toHaveLength(1);
  });
});
