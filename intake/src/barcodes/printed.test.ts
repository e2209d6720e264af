/** Barcodes in a PDF as labels have them: many on a page, in any ink, on any ground, with little room round them. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import bwipjs from 'bwip-js/node';
import { gtinCheckDigit, type Barcode } from '@kyanos/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readHere } from '../../test/here.ts';
import { readWhole } from '../../test/planes.ts';
import { pdf, spot } from '../../test/pdf.ts';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'printed-test-'))));
afterAll(() => rmSync(folder, { recursive: true }));

const MM = 72 / 25.4;

interface Wish {
  readonly text: string;
  readonly bcid?: 'ean13' | 'code128';
  /** Lower left corner of the bars, mm. */
  readonly x: number;
  readonly y: number;
  readonly module?: number;
  readonly ink?: string;
  /** Ground that reaches so many modules beyond the bars, in this ink. */
  readonly ground?: readonly [ink: string, modules: number];
  /** Bars of something dark that end the quiet zone after so many modules. */
  readonly wall?: number;
}

/** Bars as rectangles, which every label program draws. */
function drawn({
  text,
  bcid = 'ean13',
  x,
  y,
  module = 0.33,
  ink = '0 0 0 1 k',
  ground,
  wall,
}: Wish): string {
  const [symbol] = bwipjs.raw({ bcid, text } as never) as unknown as readonly {
    readonly sbs: readonly number[];
  }[];
  const widths = symbol.sbs.map((w) => w * module);
  const total = widths.reduce((sum, w) => sum + w, 0);
  const rect = (left: number, width: number, height = 15, below = 0) =>
    `${[x + left, y - below, width, height].map((v) => (v * MM).toFixed(4)).join(' ')} re f`;
  const parts: string[] = [];
  if (ground)
    parts.push(ground[0], rect(-ground[1] * module, total + 2 * ground[1] * module, 19, 2));
  if (wall !== undefined)
    parts.push(
      '0 0 0 1 k',
      rect(-(wall + 4) * module, 4 * module),
      rect(total + wall * module, 4 * module),
    );
  parts.push(ink);
  let at = 0;
  widths.forEach((width, i) => {
    if (i % 2 === 0) parts.push(rect(at, width));
    at += width;
  });
  return parts.join('\n');
}

const INKS = {
  resources:
    '/ColorSpace << /W 10 0 R /S 11 0 R /B 12 0 R >> /ExtGState << /Over << /OP true /op true /OPM 1 >> >>',
  objects: [spot('White'), spot('Silver'), spot('House#20Blue')],
};

/** Pages of many labels, and of one; mm. */
const [SHEET, LABEL] = [
  [220, 160],
  [90, 70],
] as const;
const page = (content: string, [width, height]: readonly [number, number]) =>
  pdf({ content, size: [width * MM, height * MM], ...INKS });

async function codes(wishes: readonly Wish[], size: readonly [number, number] = SHEET) {
  const path = join(folder, 'page.pdf');
  writeFileSync(path, page(wishes.map(drawn).join('\n'), size));
  const artwork = await readHere(path, 300);
  await artwork.close();
  return artwork.info.pages[0].barcodes;
}

const ean = (n: number) => {
  const digits = `2012345${String(10_000 + n).slice(0, 5)}`;
  return digits + gtinCheckDigit(digits);
};
const contents = (found: readonly Barcode[]) => found.map(({ content }) => content).toSorted();

describe('barcodes of a label', () => {
  it('are each found once where there are sixteen of one size', async () => {
    const wishes = Array.from({ length: 16 }, (_, i) => ({
      text: ean(i),
      x: 8 + 52 * (i % 4),
      y: 8 + 38 * Math.floor(i / 4),
    }));
    expect(contents(await codes(wishes))).toEqual(wishes.map(({ text }) => text).toSorted());
  });

  it('are each found where six labels carry the same number', async () => {
    const wishes = Array.from({ length: 6 }, (_, i) => ({
      text: ean(1),
      x: 10 + 70 * (i % 3),
      y: 20 + 60 * Math.floor(i / 3),
    }));
    const found = await codes(wishes);
    expect(contents(found)).toEqual(Array(6).fill(ean(1)));
    const places = found.map(
      ({ box }) => `${Math.round(box.left / 10)} ${Math.round(box.top / 10)}`,
    );
    expect(new Set(places).size).toBe(6);
  });

  it.each<[string, Partial<Wish>]>([
    ['in silver', { ink: '/S cs 1 scn' }],
    ['in white, for dark board', { ink: '/W cs 1 scn' }],
    ['in a spot colour', { ink: '/B cs 1 scn' }],
    ['in four inks', { ink: '0.7 0.6 0.6 0.9 k' }],
    ['on yellow', { ground: ['0 0.1 0.9 0 k', 15] }],
    ['on orange', { ground: ['0 0.5 0.9 0 k', 15] }],
    ['on light green', { ground: ['0.4 0 0.6 0 k', 15] }],
    ['light on dark', { ink: '0 0 0 0 k', ground: ['0 0 0 1 k', 15] }],
    ['paper-white on blue', { ink: '0 0 0 0 k', ground: ['1 0.8 0 0.1 k', 15] }],
    ['black on silver', { ground: ['/S cs 1 scn', 15] }],
    ['silver over white', { ink: '/Over gs /S cs 1 scn', ground: ['/Over gs /W cs 1 scn', 15] }],
  ])('%s are read', async (_, change) => {
    const label = { text: ean(7), x: 24, y: 26, ...change };
    expect(contents(await codes([label], LABEL))).toEqual([ean(7)]);
  });

  it('with quiet zones of three modules are told, with how many there are', async () => {
    for (const bcid of ['ean13', 'code128'] as const) {
      const [code, ...more] = await codes([{ text: ean(3), bcid, x: 24, y: 26, wall: 3 }], LABEL);
      expect(more).toEqual([]);
      expect(code.content).toBe(ean(3));
      for (const quiet of code.quiet) expect(Math.abs(quiet - 3)).toBeLessThan(0.8);
    }
  });

  it('of small modules are looked at closer, however many there are', async () => {
    const wishes = Array.from({ length: 8 }, (_, i) => ({
      text: ean(i),
      x: 10 + 50 * (i % 4),
      y: 30 + 60 * Math.floor(i / 4),
      module: 0.2,
    }));
    const found = await codes(wishes);
    expect(contents(found)).toEqual(wishes.map(({ text }) => text).toSorted());
    for (const { moduleMm } of found) expect(Math.abs(moduleMm / 0.2 - 1)).toBeLessThan(0.03);
  });

  it.each([
    [0.33, 300],
    [0.264, 300],
    [0.31, 254],
  ])(
    'have bars on the plates as wide as they were drawn, to a twentieth of a module of %f mm at %i dpi',
    async (module, dpi) => {
      const wish = { text: ean(5), x: 17.31, y: 40.07, module };
      const path = join(folder, `bars-${module}-${dpi}.pdf`);
      writeFileSync(path, page(drawn(wish), LABEL));
      const { planes, raster } = await readWhole(path, { dpi });
      const black = planes.get('Black')!;
      const px = (mm: number) => (mm * dpi) / 25.4;
      // A row in the middle of the bars; y is from the bottom.
      const y = Math.round(raster.height - px(wish.y + 7));
      const row = black.subarray(y * raster.width, (y + 1) * raster.width);
      const [symbol] = bwipjs.raw({ bcid: 'ean13', text: wish.text } as never) as unknown as {
        readonly sbs: readonly number[];
      }[];
      const wrong: number[] = [];
      symbol.sbs.reduce((at, width, i) => {
        if (i % 2 === 0) {
          // The ink from the middle of the space before to the middle of the space after.
          const [from, to] = [
            at - (symbol.sbs[i - 1] ?? 4) / 2,
            at + width + (symbol.sbs[i + 1] ?? 4) / 2,
          ].map((modules) => px(wish.x + modules * module));
          let ink = 0;
          for (let x = Math.floor(from); x < to; x++) {
            const share = Math.min(x + 1, to) - Math.max(x, from);
            ink += (row[x] / 255) * share;
          }
          wrong.push(ink / px(module) - width);
        }
        return at + width;
      }, 0);
      const mean = wrong.reduce((sum, off) => sum + off, 0) / wrong.length;
      expect(Math.abs(mean)).toBeLessThan(0.02);
      expect(Math.max(...wrong.map(Math.abs))).toBeLessThan(0.05);
    },
  );
});
