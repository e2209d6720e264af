import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import bwipjs from 'bwip-js/node';
import type { Barcode } from '@kyanos/core';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openArtwork } from '../index.ts';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'codes-test-'))));
afterAll(() => rmSync(folder, { recursive: true }));

const DPI = 254;
/** Symbols as bwip-js draws them, three pixels a module: 0.3 mm. Placed on a page of 200 × 150 mm. */
const symbol = (bcid: string, text: string) =>
  bwipjs.toBuffer({
    bcid,
    text,
    scale: 3,
    height: 15,
    includetext: false,
    backgroundcolor: 'FFFFFF',
  });

async function found(
  placed: readonly { readonly image: Buffer; readonly left: number; readonly top: number }[],
): Promise<readonly Barcode[]> {
  const path = join(folder, 'page.png');
  const page = sharp({ create: { width: 2000, height: 1500, channels: 3, background: '#fff' } })
    .composite(placed.map(({ image, left, top }) => ({ input: image, left, top })))
    .withMetadata({ density: DPI });
  writeFileSync(path, await page.png().toBuffer());
  const artwork = await openArtwork(path);
  await artwork.close();
  return artwork.info.pages[0].barcodes;
}

describe('barcodes on a page', () => {
  it.each([
    ['ean13', '629104150021', 'EAN-13', '6291041500213', true],
    ['ean8', '7351353', 'EAN-8', '73513537', true],
    ['upca', '03600029145', 'UPC-A', '036000291452', true],
    ['itf14', '1540014128876', 'ITF-14', '15400141288763', true],
    ['code128', 'KY-2026/11', 'Code 128', 'KY-2026/11', undefined],
    ['code39', 'BENCH 1', 'Code 39', 'BENCH 1', undefined],
    ['qrcode', 'https://example.test/white', 'QR Code', 'https://example.test/white', undefined],
    ['datamatrix', 'lot 26-11', 'Data Matrix', 'lot 26-11', undefined],
  ])('%s is read, with its place and its module', async (bcid, text, type, content, digit) => {
    // Modules of the matrix codes are drawn twice as large.
    const module = ['QR Code', 'Data Matrix'].includes(type) ? 0.6 : 0.3;
    const image = await symbol(bcid, text);
    const [code, ...more] = await found([{ image, left: 700, top: 500 }]);
    expect(more).toEqual([]);
    expect(code).toMatchObject({ content, turn: 0, mirrored: false });
    expect(code.type).toBe(type);
    expect(code.checkDigit).toBe(digit);
    expect(code.moduleMm).toBeGreaterThan(0.92 * module);
    expect(code.moduleMm).toBeLessThan(1.08 * module);
    expect(code.box.left).toBeGreaterThan(69.5);
    expect(code.box.top).toBeGreaterThan(49.5);
  });

  it('are each found once, however they are turned and wherever they lie', async () => {
    const image = await symbol('ean13', '629104150021');
    const turned = await sharp(image).rotate(90).toBuffer();
    const upside = await sharp(image).rotate(180).toBuffer();
    const codes = await found([
      { image, left: 20, top: 20 },
      // Across the edges of the windows that are looked through.
      { image: turned, left: 980, top: 400 },
      { image: upside, left: 1500, top: 1200 },
      {
        image: await symbol('qrcode', 'large').then((qr) =>
          sharp(qr).resize(700, 700, { kernel: 'nearest' }).toBuffer(),
        ),
        left: 100,
        top: 700,
      },
    ]);
    expect(codes.map(({ content, turn }) => `${content} ${turn}`).toSorted()).toEqual([
      '6291041500213 0',
      '6291041500213 180',
      '6291041500213 90',
      'large 0',
    ]);
  });

  it('have their quiet zones measured in modules, on both sides', async () => {
    const image = await symbol('ean13', '629104150021');
    const { width } = await sharp(image).metadata();
    const wall = await sharp({
      create: { width: 30, height: 130, channels: 3, background: '#000' },
    })
      .png()
      .toBuffer();
    const [code] = await found([
      { image, left: 700, top: 500 },
      // Seven modules before the first bar, nine after the last.
      { image: wall, left: 700 - 21 - 30, top: 500 },
      { image: wall, left: 700 + width + 27, top: 500 },
    ]);
    expect(Math.abs(code.quiet[0] - 7)).toBeLessThan(0.8);
    expect(Math.abs(code.quiet[1] - 9)).toBeLessThan(0.8);
    expect(code.quietWanted).toEqual([11, 7]);
  });

  it('are not seen in type, noise or nothing', async () => {
    const noise = await sharp({
      create: {
        width: 900,
        height: 900,
        channels: 3,
        background: '#888',
        noise: { type: 'gaussian', mean: 128, sigma: 60 },
      },
    })
      .png()
      .toBuffer();
    const type = Buffer.from(
      `<svg width="900" height="900">${Array.from({ length: 30 }, (_, i) => `<text y="${30 * i + 25}" font-size="26">pressed in small lots, apple and quince cordial</text>`).join('')}</svg>`,
    );
    expect(
      await found([
        { image: noise, left: 0, top: 0 },
        { image: type, left: 1000, top: 300 },
      ]),
    ).toEqual([]);
  });
});
