/** One way for colour, whatever the format: the same numbers from each. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PROCESS_NAMES, type Band } from '@kyanos/core';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readHere } from '../test/here.ts';
import { pdf, spot, type Drawn } from '../test/pdf.ts';

let folder: string;
beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'colour-test-'))));
afterAll(() => rmSync(folder, { recursive: true }));

/** Ink in the middle of the page, percent. */
async function inks(name: string, bytes: Uint8Array): Promise<number[]> {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  const artwork = await readHere(path, 72);
  const { width, height, channels, bands } = artwork.raster(1);
  const at = (height >> 1) * width + (width >> 1);
  const [{ planes }] = [...(bands() as Iterable<Band>)];
  await artwork.close();
  return PROCESS_NAMES.map((ink) => (planes[channels.indexOf(ink)][at] / 255) * 100);
}

/** Percent of ink; a step of eight bits in RGB is up to one, and JPEG rounds on its own. */
const SAME = 2;
const near = (a: readonly number[], b: readonly number[]) =>
  Math.max(...a.map((ink, i) => Math.abs(ink - b[i])));

const COLOURS: readonly (readonly [string, number, number, number])[] = [
  ['black', 0, 0, 0],
  ['white', 255, 255, 255],
  ['red', 204, 51, 26],
  ['blue', 51, 102, 204],
  ['grey built of three', 128, 128, 128],
  ['skin', 224, 172, 140],
  ['dark green', 12, 60, 30],
];

const page = (content: string, more: Partial<Drawn> = {}) => pdf({ content, ...more });
const rg = ([r, g, b]: readonly number[]) => [r, g, b].map((v) => (v / 255).toFixed(5)).join(' ');
const image = (r: number, g: number, b: number) =>
  sharp({ create: { width: 40, height: 40, channels: 3, background: { r, g, b } } }).withMetadata({
    density: 72,
  });

describe('RGB', () => {
  it.each(COLOURS)(
    '%s is the same ink from PDF, SVG, PNG, TIFF, JPEG and WebP',
    async (name, ...rgb) => {
      const png = await inks(
        'x.png',
        await image(...rgb)
          .png()
          .toBuffer(),
      );
      const hex = `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`;
      const others = {
        pdf: page(`${rg(rgb)} rg 0 0 72 72 re f`),
        'pdf, blended in RGB': page(`/Half gs ${rg(rgb)} rg 0 0 72 72 re f`, {
          resources: '/ExtGState << /Half << /ca 0.999 >> >>',
          page: '/Group << /S /Transparency /CS /DeviceRGB >>',
        }),
        'pdf beside a special': page(`${rg(rgb)} rg 0 0 72 72 re f /W cs 1 scn 0 0 5 5 re f`, {
          resources: '/ColorSpace << /W 10 0 R >>',
          objects: [spot('White')],
        }),
        svg: Buffer.from(
          `<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="20mm"><rect width="100%" height="100%" fill="${hex}"/></svg>`,
        ),
        tif: await image(...rgb)
          .tiff({ compression: 'lzw' })
          .toBuffer(),
        jpg: await image(...rgb)
          .jpeg({ quality: 100, chromaSubsampling: '4:4:4' })
          .toBuffer(),
        webp: await image(...rgb)
          .webp({ lossless: true })
          .toBuffer(),
      };
      for (const [format, bytes] of Object.entries(others)) {
        const found = await inks(`${name}-${format}`, new Uint8Array(bytes));
        expect([format, near(found, png), near(found, png) <= SAME, found]).toEqual([
          format,
          near(found, png),
          true,
          found,
        ]);
      }
    },
  );

  it('with a profile of its own goes through that, in a PDF as in a picture', async () => {
    const wide = await image(200, 40, 60).withIccProfile('p3').png().toBuffer();
    const plain = await inks('plain.png', await image(200, 40, 60).png().toBuffer());
    const own = await inks('own.png', wide);
    const { icc } = await sharp(wide).metadata();
    const [r, g, b] = await sharp(wide).keepMetadata().toColourspace('srgb').raw().toBuffer();
    const inPdf = await inks(
      'own.pdf',
      page(`/P cs ${rg([r, g, b])} sc 0 0 72 72 re f`, {
        resources: '/ColorSpace << /P [/ICCBased 10 0 R] >>',
        objects: [['/N 3', Uint8Array.from(icc!)]],
      }),
    );
    expect(near(inPdf, own)).toBeLessThanOrEqual(SAME);
    expect(near(own, plain)).toBeLessThan(4);
  });

  it('with a profile that can’t be used is read as sRGB, and says so', async () => {
    // A profile of the right kind without a single table.
    const broken = Buffer.alloc(132);
    broken.writeUInt32BE(132, 0);
    broken.write('mntrRGB XYZ ', 12, 'latin1');
    broken.write('acsp', 36, 'latin1');
    broken.writeUInt32BE(0x02100000, 8);
    const path = join(folder, 'broken.icc');
    writeFileSync(path, broken);
    const tiff = await image(200, 40, 60).tiff().toBuffer();
    // Tag 34675 put in the place of a tag that nobody needs.
    const bytes = Buffer.concat([tiff, broken]);
    const little = bytes[0] === 0x49;
    const u16 = (at: number) => (little ? bytes.readUInt16LE(at) : bytes.readUInt16BE(at));
    const directory = little ? bytes.readUInt32LE(4) : bytes.readUInt32BE(4);
    const last = directory + 2 + 12 * (u16(directory) - 1);
    const put = (at: number, value: number, size: 2 | 4) =>
      little ? bytes.writeUIntLE(value, at, size) : bytes.writeUIntBE(value, at, size);
    put(last, 34_675, 2);
    put(last + 2, 7, 2);
    put(last + 4, broken.length, 4);
    put(last + 8, tiff.length, 4);
    const found = await inks('broken.tif', bytes);
    expect(
      near(found, await inks('same.png', await image(200, 40, 60).png().toBuffer())),
    ).toBeLessThanOrEqual(SAME);
  });
});

describe('process ink and grey', () => {
  it('stay as they are, with a profile or without', async () => {
    const icc: [string, Uint8Array] = ['/N 4', new Uint8Array(200)];
    const plain = page('0.3 0.2 0.1 0.05 k 0 0 72 72 re f');
    const profiled = page('/P cs 0.3 0.2 0.1 0.05 sc 0 0 72 72 re f', {
      resources: '/ColorSpace << /P [/ICCBased 10 0 R] >>',
      objects: [icc],
    });
    for (const bytes of [plain, profiled])
      expect(near(await inks('ink.pdf', bytes), [30, 20, 10, 5])).toBeLessThan(0.5);
  });

  it('of one component is black ink, from every format', async () => {
    const grey = () =>
      sharp(Buffer.alloc(1600, 128), { raw: { width: 40, height: 40, channels: 1 } }).toColourspace(
        'b-w',
      );
    for (const [name, bytes] of Object.entries({
      'grey.pdf': page('0.502 g 0 0 72 72 re f'),
      'grey.png': await grey().png().toBuffer(),
      'grey.tif': await grey().tiff().toBuffer(),
      'grey.jpg': await grey().jpeg({ quality: 100 }).toBuffer(),
    }))
      expect([name, near(await inks(name, new Uint8Array(bytes)), [0, 0, 0, 49.8]) < 1]).toEqual([
        name,
        true,
      ]);
  });
});
