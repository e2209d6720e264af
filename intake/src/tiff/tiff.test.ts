import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { multiInkTiff } from '@kyanos/demo';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readWhole } from '../../test/planes.ts';
import { unpackLzw } from './lzw.ts';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'tiff-test-'))));
afterAll(() => rmSync(folder, { recursive: true }));

const [WIDTH, HEIGHT] = [117, 83];
const NAMES = ['Cyan', 'Magenta', 'Yellow', 'Black', 'White', 'Gold, cold'];
const PLANES = NAMES.map((_, n) =>
  Uint8Array.from({ length: WIDTH * HEIGHT }, (__, i) =>
    (i >> 4) % 3 === 0 ? 40 * n : ((i % WIDTH) * (n + 2) + (i >> 7)) % 256,
  ),
);

async function planesOf(path: string) {
  const { raster, planes } = await readWhole(path);
  return { raster, planes: [...planes.values()] };
}
const path = (name: string) => join(folder, name);
const base = () => {
  writeFileSync(path('base.tif'), multiInkTiff(PLANES, NAMES, WIDTH, HEIGHT, 254));
  return path('base.tif');
};

describe('a TIFF of six inks', () => {
  // As libtiff's own tool writes them.
  it.each([
    ['in planes, where it lies', []],
    ['together', ['-p', 'contig']],
    ['together, in many strips', ['-p', 'contig', '-r', '7']],
    ['in planes, in many strips', ['-p', 'separate', '-r', '7']],
    ['LZW', ['-p', 'contig', '-c', 'lzw']],
    ['LZW with differences', ['-p', 'contig', '-c', 'lzw:2', '-r', '16']],
    ['LZW in planes with differences', ['-p', 'separate', '-c', 'lzw:2']],
    ['Deflate', ['-p', 'contig', '-c', 'zip']],
    ['Deflate with differences', ['-p', 'contig', '-c', 'zip:2', '-r', '10']],
    ['PackBits', ['-p', 'contig', '-c', 'packbits']],
    ['tiles', ['-p', 'contig', '-t', '-w', '32', '-l', '48']],
    [
      'Deflate tiles in planes with differences',
      ['-p', 'separate', '-c', 'zip:2', '-t', '-w', '64', '-l', '16'],
    ],
    ['the other byte order', ['-p', 'contig', '-B', '-c', 'lzw:2']],
    ['more than 4 GB could hold', ['-p', 'contig', '-8']],
  ])('packed as %s gives each ink to the byte', async (_, options) => {
    const target = options.length ? path('variant.tif') : base();
    if (options.length) execFileSync('tiffcp', [...options, base(), target], { stdio: 'pipe' });
    const { planes, raster } = await planesOf(target);
    expect(raster.channels).toEqual(NAMES);
    expect(raster.dpi).toBe(254);
    planes.forEach((plane, i) => expect(Buffer.compare(plane, PLANES[i])).toBe(0));
  });

  it('keeps the names of inks that are not C, M, Y, K first, each in its place', async () => {
    const names = ['White', 'Black', 'Silver', 'Cyan', 'Magenta', 'Yellow'];
    writeFileSync(path('own.tif'), multiInkTiff(PLANES, names, WIDTH, HEIGHT, 254));
    const { planes, raster } = await planesOf(path('own.tif'));
    expect(raster.channels).toEqual(['Cyan', 'Magenta', 'Yellow', 'Black', 'White', 'Silver']);
    [3, 4, 5, 1, 0, 2].forEach((from, i) =>
      expect(Buffer.compare(planes[i], PLANES[from])).toBe(0),
    );
  });
});

describe('a TIFF as libvips writes it', () => {
  const rgb = () =>
    sharp(Buffer.from(PLANES.slice(0, 3).flatMap((_, k) => [...PLANES[k]])), {
      raw: { width: WIDTH, height: HEIGHT, channels: 3 },
    });
  const convertedLike = async (other: string, pixel: string) => {
    const [a, b] = [await planesOf(other), await planesOf(pixel)];
    return Math.max(
      ...a.planes.map((plane, i) =>
        plane.reduce((most, value, k) => Math.max(most, Math.abs(value - b.planes[i][k])), 0),
      ),
    );
  };

  it('in RGB or grey, of 8 or 16 bits, with LZW or Deflate, is the same picture as its PNG', async () => {
    for (const grey of [false, true]) {
      const png = path('same.png');
      await rgb().png().withMetadata({ density: 150 }).toFile(path('rgb.png'));
      if (grey) execFileSync('vips', ['colourspace', path('rgb.png'), png, 'b-w']);
      else execFileSync('vips', ['copy', path('rgb.png'), png]);
      for (const options of [
        ['--compression', 'lzw', '--predictor', 'horizontal'],
        ['--compression', 'deflate', '--tile', '--tile-width', '32', '--tile-height', '32'],
        ['--bigtiff'],
      ]) {
        execFileSync('vips', ['tiffsave', png, path('vips.tif'), ...options]);
        expect(await convertedLike(path('vips.tif'), png)).toBe(0);
      }
      // Sixteen bits of the same: each byte twice.
      execFileSync('vips', ['linear', png, path('wide.v'), '257', '0']);
      execFileSync('vips', ['cast', path('wide.v'), path('short.v'), 'ushort']);
      execFileSync('vips', [
        'copy',
        path('short.v'),
        path('space.v'),
        '--interpretation',
        grey ? 'grey16' : 'rgb16',
      ]);
      execFileSync('vips', ['tiffsave', path('space.v'), path('wide.tif')]);
      expect(await convertedLike(path('wide.tif'), png)).toBe(0);
    }
  });

  it('packed as JPEG looks as libvips itself unpacks it', async () => {
    const smooth = path('smooth.png');
    await sharp({ create: { width: 64, height: 64, channels: 3, background: '#b04818' } })
      .png()
      .toFile(smooth);
    execFileSync('vips', [
      'tiffsave',
      smooth,
      path('jpeg.tif'),
      '--compression',
      'jpeg',
      '--Q',
      '95',
    ]);
    execFileSync('vips', ['copy', path('jpeg.tif'), path('unpacked.png')]);
    // One step of rounding in RGB is up to three of ink.
    expect(await convertedLike(path('jpeg.tif'), path('unpacked.png'))).toBeLessThanOrEqual(4);
  });

  it('is turned as its orientation says, in all eight ways', async () => {
    const rows = [
      [255, 0, 0],
      [128, 64, 0],
    ];
    const seen: Record<number, number[][]> = {
      1: rows,
      2: [
        [0, 0, 255],
        [0, 64, 128],
      ],
      3: [
        [0, 64, 128],
        [0, 0, 255],
      ],
      4: [
        [128, 64, 0],
        [255, 0, 0],
      ],
      5: [
        [255, 128],
        [0, 64],
        [0, 0],
      ],
      6: [
        [128, 255],
        [64, 0],
        [0, 0],
      ],
      7: [
        [0, 0],
        [64, 0],
        [128, 255],
      ],
      8: [
        [0, 0],
        [0, 64],
        [255, 128],
      ],
    };
    const planes = [0, 1, 2, 3].map((n) => Uint8Array.from(rows.flat().map((v) => (n ? 0 : v))));
    writeFileSync(path('plain.tif'), multiInkTiff(planes, NAMES.slice(0, 4), 3, 2, 100));
    for (const [orientation, wanted] of Object.entries(seen)) {
      execFileSync('tiffset', ['-s', '274', orientation, path('plain.tif')]);
      const found = await planesOf(path('plain.tif'));
      expect([orientation, found.raster.width, [...found.planes[0]]]).toEqual([
        orientation,
        wanted[0].length,
        wanted.flat(),
      ]);
    }
  });
});

describe('a picture with a profile of its own', () => {
  it('is the same ink in every format, and as without one in the colours of the screen', async () => {
    const red = () =>
      sharp({ create: { width: 20, height: 20, channels: 3, background: '#c04020' } });
    const inks = async (name: string) => (await planesOf(path(name))).planes.map(([ink]) => ink);
    await red().png().toFile(path('plain.png'));
    const wide = () => red().withIccProfile('p3');
    await wide().png().toFile(path('wide.png'));
    await wide().tiff({ compression: 'lzw' }).toFile(path('wide3.tif'));
    await wide().webp({ lossless: true }).toFile(path('wide.webp'));
    const plain = await inks('plain.png');
    for (const name of ['wide.png', 'wide3.tif', 'wide.webp'])
      // Eight bits in another space are a step or two of ink.
      (await inks(name)).forEach((ink, i) => expect(Math.abs(ink - plain[i])).toBeLessThan(4));
  });
});

describe('unpackLzw', () => {
  it('stops at the size declared, whatever the data would unpack to', () => {
    // 257 times the same code doubles the string again and again; the block asks for five bytes.
    const codes = [256, 65, ...Array.from({ length: 200 }, (_, i) => 258 + i), 257];
    let bits = '';
    codes.forEach((code, i) => (bits += code.toString(2).padStart(i < 253 ? 9 : 10, '0')));
    const packed = Uint8Array.from(bits.match(/.{1,8}/g)!, (b) => parseInt(b.padEnd(8, '0'), 2));
    expect([...unpackLzw(packed, 5)]).toEqual([65, 65, 65, 65, 65]);
  });

  it('refuses codes that stand for nothing yet', () => {
    const packed = Uint8Array.of(0b10000000, 0b01111111, 0b11111111);
    expect(() => unpackLzw(packed, 10)).toThrow('stands for nothing');
  });
});
