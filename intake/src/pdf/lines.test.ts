/** Lines for a blade, a fold or a jig: found, measured, kept as vectors, never printed. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drawnCutting, likelyLines, linesOf, pageFindings, type ArtworkPage } from '@kyanos/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readHere } from '../../test/here.ts';
import { pdf, spot, type Drawn } from '../../test/pdf.ts';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'lines-test-'))));
afterAll(() => rmSync(folder, { recursive: true }));

let count = 0;
async function page(drawn: Drawn): Promise<ArtworkPage> {
  const path = join(folder, `${count++}.pdf`);
  writeFileSync(path, pdf(drawn));
  const artwork = await readHere(path, 72);
  await artwork.close();
  return artwork.info.pages[0];
}

const RADIUS = 20;
const K = 0.5522847498 * RADIUS;
/** Round 36, 36, as every program draws it: four curves. */
const CIRCLE = `56 36 m 56 ${36 + K} ${36 + K} 56 36 56 c ${36 - K} 56 16 ${36 + K} 16 36 c 16 ${36 - K} ${36 - K} 16 36 16 c ${36 + K} 16 56 ${36 - K} 56 36 c`;
const AROUND_MM = (2 * Math.PI * RADIUS * 25.4) / 72;
const OVER = '/ExtGState << /Over << /OP true /op true /OPM 1 >> >>';
const line = (name: string, content: string, more: Partial<Drawn> = {}): Drawn => ({
  content: `/Over gs /L CS 1 SCN 0.5 w ${content}`,
  resources: `${OVER} /ColorSpace << /L 10 0 R >>`,
  objects: [spot(name)],
  ...more,
});

describe('a line in a spot', () => {
  it('is as long as a circle is round, to a thousandth, whatever turns the page', async () => {
    for (const turn of [0, 90, 180, 270]) {
      const { structure } = await page(
        line('Stanze', `${CIRCLE} h S`, { page: `/Rotate ${turn}` }),
      );
      const [use] = structure!.lines;
      expect(use).toMatchObject({
        name: 'Stanze',
        from: 'spot',
        strokes: 1,
        closed: true,
        overprinting: 1,
      });
      expect(Math.abs(use.lengthMm / AROUND_MM - 1)).toBeLessThan(0.001);
      expect(use.paths[0].widthMm).toBeCloseTo((0.5 * 25.4) / 72, 6);
    }
  });

  it('lies where it was drawn: its path drawn by another program covers what the plate holds', async () => {
    const { structure, widthMm } = await page(line('Stanze', `1 0 0 1 4 -6 cm 10 30 40 25 re S`));
    const [{ paths }] = structure!.lines;
    const mm = (points: number) => Number(((points * 25.4) / 72).toFixed(3));
    expect(paths[0].d).toBe(
      `M${mm(14)} ${mm(48)}L${mm(54)} ${mm(48)}L${mm(54)} ${mm(23)}L${mm(14)} ${mm(23)}Z`,
    );
    const svg = join(folder, 'line.svg');
    writeFileSync(
      svg,
      `<svg xmlns="http://www.w3.org/2000/svg" width="72" height="72" viewBox="0 0 ${widthMm} ${widthMm}"><path d="${paths[0].d}" fill="none" stroke="#000" stroke-width="0.2"/></svg>`,
    );
    execFileSync('rsvg-convert', ['--background-color=white', '-o', join(folder, 'line.png'), svg]);
    const trim = ['find_trim', join(folder, 'line.png'), '--background', '255'];
    const box = execFileSync('vips', trim).toString().trim().split(/\s+/).map(Number);
    // The stroke and its soft edge reach a pixel out to either side.
    [14, 23, 40, 25].forEach((wanted, i) =>
      expect(Math.abs(box[i] - wanted)).toBeLessThanOrEqual(2),
    );
  });

  it('is asked about by its name, and by its shape where the name says nothing', async () => {
    const named = await page(line('Dieline', '10 10 m 60 10 l S'));
    expect(likelyLines(named, 'Dieline')).toEqual({ role: 'cut', by: 'name' });
    const shaped = await page(line('House#20one', `${CIRCLE} s`));
    expect(likelyLines(shaped, 'House one')).toEqual({ role: 'cut', by: 'shape' });
    for (const content of [
      // Open, filled, or as wide as a drawing's.
      '10 10 m 60 10 l S',
      `${CIRCLE} h S /L cs 1 scn 5 5 9 9 re f`,
      `4 w ${CIRCLE} h S`,
    ])
      expect(likelyLines(await page(line('House#20one', content)), 'House one')).toBeUndefined();
    const white = await page(line('White', `${CIRCLE} s`));
    expect(likelyLines(white, 'White')).toBeUndefined();
  });

  it('gives its length to blade and wheel by what it is', async () => {
    const found = await page({
      content: `/Over gs /L CS 1 SCN 10 10 m 46 10 l S /R CS 1 SCN 10 20 m 10 56 l S 20 20 m 20 56 l S`,
      resources: `${OVER} /ColorSpace << /L 10 0 R /R 11 0 R >>`,
      objects: [spot('A'), spot('B')],
    });
    const { cutMm, creaseMm } = drawnCutting(found, { A: 'kiss-cut', B: 'crease' })!;
    expect([cutMm, creaseMm]).toEqual([expect.closeTo(12.7, 3), expect.closeTo(25.4, 3)]);
    expect(drawnCutting(found, { A: 'register', B: 'ignore' })).toBeUndefined();
  });
});

describe('a layer of lines', () => {
  const layer = (name: string, content: string): Drawn => ({
    content: `0 1 0 0 k 0 0 72 72 re f /OC /Die BDC ${content} EMC`,
    resources: '/Properties << /Die 10 0 R >>',
    catalog: '/OCProperties << /OCGs [10 0 R] /D << /ON [10 0 R] >> >>',
    objects: [`<< /Type /OCG /Name (${name}) >>`],
  });

  it('does not print, whatever colour it has, and is kept as lines', async () => {
    const { structure, separations } = await page(
      layer('Stanzkontur', '1 0 0 0 K 2 w 10 10 52 52 re S'),
    );
    expect(separations.find(({ name }) => name === 'Cyan')!.coverage).toBe(0);
    expect(linesOf({ structure: structure! }, {})).toMatchObject([
      { name: 'Stanzkontur', from: 'layer', role: 'cut', closed: true },
    ]);
    expect(structure!.lines[0].lengthMm).toBeCloseTo((4 * 52 * 25.4) / 72, 3);
  });

  it('with another name prints as ever', async () => {
    const { structure, separations } = await page(layer('Frame', '1 0 0 0 K 2 w 10 10 52 52 re S'));
    expect(separations.find(({ name }) => name === 'Cyan')!.coverage).toBeGreaterThan(0.05);
    expect(structure!.lines).toEqual([]);
  });

  it('of a special that holds process colour is told, with the place', async () => {
    const found = await page(layer('White', '0 0 0 0.4 k 20 20 30 30 re f'));
    expect(Object.keys(found.structure!.layerColour)).toEqual(['White']);
    expect(pageFindings(found)).toContainEqual(
      expect.objectContaining({ code: 'LAYER_COLOUR', severity: 'warning' }),
    );
    expect(
      pageFindings(await page(layer('White', '0 0 0 0 k 20 20 30 30 re f'))),
    ).not.toContainEqual(expect.objectContaining({ code: 'LAYER_COLOUR' }));
  });
});

it('a stroke is kept as it is drawn, with a limit to what is kept and none to what is measured', async () => {
  const zigzag = Array.from(
    { length: 6000 },
    (_, i) => `${i % 2 ? 60 : 10} ${10 + i / 150} l`,
  ).join(' ');
  const { structure } = await page(line('Cut', `10 10 m ${zigzag} S`));
  const [{ lengthMm, paths }] = structure!.lines;
  const step = Math.hypot(50, 1 / 150);
  expect(lengthMm / ((5999 * step * 25.4) / 72)).toBeCloseTo(1, 3);
  expect(paths[0].d.length).toBeLessThan(200_000);
  expect(readFileSync(join(folder, `${count - 1}.pdf`)).length).toBeGreaterThan(60_000);
});
