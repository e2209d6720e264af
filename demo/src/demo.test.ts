import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openArtwork } from '@kyanos/intake';
import {
  calculate,
  measurePlates,
  obstacles,
  pagesOf,
  shrunkRaster,
  type Band,
  type Raster,
} from '@kyanos/core';
import { PREVIEW_PX } from '@kyanos/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import { DEMO_JOBS, SHOP } from './index.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'demo-test-'));
  const wasm = createRequire(import.meta.url).resolve('zxing-wasm/reader/zxing_reader.wasm');
  prepareZXingModule({ overrides: { wasmBinary: new Uint8Array(readFileSync(wasm)).buffer } });
});
afterAll(() => rmSync(folder, { recursive: true }));

const job = (id: string) => DEMO_JOBS.find((candidate) => candidate.id === id)!;
const drawn = new Map<string, Promise<string>>();
async function drawAnew(id: string): Promise<string> {
  const path = join(folder, job(id).fileName);
  writeFileSync(path, await job(id).draw());
  return path;
}
/** Once for all that is asked of it. */
function draw(id: string): Promise<string> {
  const path = drawn.get(id) ?? drawAnew(id);
  drawn.set(id, path);
  return path;
}
/** Of each page, by separation. */
async function coverages(id: string): Promise<Record<string, number>[]> {
  const artwork = await openArtwork(await draw(id), { dpi: 72 });
  await artwork.close();
  return artwork.info.pages.map(({ separations }) =>
    Object.fromEntries(separations.map(({ name, coverage }) => [name, coverage])),
  );
}

describe('the demo artwork', () => {
  it('is the same file every time it is drawn', async () => {
    for (const id of ['orchard-label', 'hanging-sign', 'privacy-band'])
      expect(Buffer.from(await job(id).draw()).equals(Buffer.from(await job(id).draw()))).toBe(
        true,
      );
  });

  it('carries a barcode on its label that a decoder reads', async () => {
    const artwork = await openArtwork(await draw('orchard-label'), { dpi: 600 });
    const { width, height } = artwork.raster(1);
    // As it lies on its white box: dark where any process ink is.
    const data = new Uint8ClampedArray(width * height * 4).fill(255);
    for (const { top, rows, planes } of artwork.raster(1).bands() as Iterable<Band>)
      for (let i = 0; i < rows * width; i++)
        data.fill(
          255 - Math.max(planes[0][i], planes[3][i]),
          (top * width + i) * 4,
          (top * width + i) * 4 + 3,
        );
    await artwork.close();
    const picture = { data, width, height, colorSpace: 'srgb' } as ImageData;
    const found = await readBarcodes(picture, { formats: ['EAN13'] });
    expect(found.map(({ text }) => text)).toEqual([expect.stringMatching(/^201234567890\d$/)]);
    // Weights 1 and 3 in turn: the whole number with its check digit is a multiple of ten.
    const digits = [...found[0].text].map(Number);
    expect(digits.reduce((sum, digit, i) => sum + digit * (i % 2 ? 3 : 1), 0) % 10).toBe(0);
  });

  it('holds the specials that its jobs are about', async () => {
    const [label] = await coverages('orchard-label');
    expect(label).toMatchObject({
      White: expect.closeTo(0.484, 1),
      Silver: expect.closeTo(0.043, 1),
    });
    const [band] = await coverages('privacy-band');
    expect(band.white).toBeGreaterThan(0.2);
    const [card] = await coverages('fruit-card');
    expect(card.Gloss).toBeGreaterThan(0.2);
    const [front, back] = await coverages('hanging-sign');
    expect(back.Cyan).toBeGreaterThan(front.Cyan);
  });

  it('leaves the eyes of the portrait without ink, where white is needed most', async () => {
    const artwork = await openArtwork(await draw('portrait-board'));
    const { width, height } = artwork.raster(1);
    let blank = 0;
    for (const { rows, planes } of artwork.raster(1).bands() as Iterable<Band>)
      for (let i = 0; i < rows * width; i++) if (planes.every((plane) => plane[i] === 0)) blank++;
    await artwork.close();
    expect(blank / (width * height)).toBeGreaterThan(0.0005);
    expect(blank / (width * height)).toBeLessThan(0.01);
  });
});

describe('the demo shop', () => {
  it('names everything once, and nothing after a maker', () => {
    const ids = [...SHOP.machines, ...SHOP.materials].map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(SHOP.machines.map(({ name }) => name)).toEqual([
      'Roll printer No. 1',
      'Flatbed No. 2',
      'Label printer No. 3',
    ]);
  });

  it('wants another spot name for white on one machine than on another, letter by letter', () => {
    const wanted = SHOP.machines.map(
      ({ inks }) => inks.find(({ channel }) => channel === 'W')!.spotName,
    );
    expect(new Set(wanted)).toEqual(new Set(['White', 'Spot White']));
  });
});

describe('the demo jobs', () => {
  it('have one for every stack of the catalogue’s shapes and every class of material', () => {
    expect(new Set(DEMO_JOBS.map(({ plan }) => plan.material.class))).toEqual(
      new Set(['white', 'clear', 'dark', 'metallic', 'natural']),
    );
    for (const { plan } of DEMO_JOBS)
      expect(obstacles(plan.stack, plan.machine, plan.material)).toEqual([]);
  });

  it('can be printed, but for the one that came as customers send them; on screen their plates cover what they cover at full size, within half a percent of the sheet', async () => {
    for (const { id, plan } of DEMO_JOBS) {
      const pages = [...new Set([plan.artwork.page, ...pagesOf(plan)])];
      const artwork = await openArtwork(await draw(id), { pages, dpi: 120 });
      const screens = new Map<number, Raster>();
      for (const page of artwork.info.pages)
        screens.set(page.number, await shrunkRaster(artwork.raster(page.number), PREVIEW_PX));
      const full = await measurePlates(plan, artwork);
      const screen = await measurePlates(plan, {
        info: artwork.info,
        raster: (number) => screens.get(number)!,
      });
      await artwork.close();
      const { work, findings } = calculate(plan, artwork.info, full);
      expect(work!.minutes).toBeGreaterThan(0);
      const errors = findings.filter(({ severity }) => severity === 'error');
      expect(errors.length > 0, id).toBe(id === 'night-market');
      for (const [i, { key, coverage }] of full.plates.entries())
        // The worst is the café window, whose letters are outlined finer than a pixel of the screen: 0.4 %.
        expect(Math.abs(screen.plates[i].coverage - coverage), `${id} ${key}`).toBeLessThan(0.005);
    }
  });
});
