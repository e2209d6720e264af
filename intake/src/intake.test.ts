import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  deltaE2000,
  labOnAnchorSheet,
  pageFindings,
  processLayer,
  processModel,
  RAMP_TINTS,
} from '@kyanos/core';
import { DEMO_JOBS, multiInkTiff, PdfBoard, rect } from '@kyanos/demo';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { assetPath } from './assets.ts';
import { readWhole } from '../test/planes.ts';
import { openArtwork } from './index.ts';
import { psdHeader } from './pdf/plates.ts';
import { planarRaster } from './planar.ts';
import { anchorOf } from './profile.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'intake-test-'));
  // Everything that is written on the way goes here, so that what stays behind is seen.
  const tmp = join(folder, 'tmp');
  mkdirSync(tmp);
  vi.stubEnv('TMPDIR', tmp);
});
afterAll(() => {
  vi.unstubAllEnvs();
  expect(readdirSync(join(folder, 'tmp'))).toEqual([]);
  rmSync(folder, { recursive: true });
});

const write = (name: string, bytes: Uint8Array | string) => {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  return path;
};
const read = readWhole;
const coverages = (page: { separations: readonly { name: string; coverage: number }[] }) =>
  Object.fromEntries(page.separations.map(({ name, coverage }) => [name, coverage]));

/** A white box and a cyan one that half covers it, in an order and with overprint or not. */
async function overlap(order: 'white first' | 'white last', overprint: boolean): Promise<string> {
  const board = await PdfBoard.create('Overlap');
  const page = board.page(100, 50);
  const white = () => page.fill(rect(10, 10, 40, 30), { spot: 'White', tint: 1 }, { overprint });
  const cyan = () => page.fill(rect(30, 10, 40, 30), [1, 0, 0, 0], { overprint });
  if (order === 'white first') white();
  cyan();
  if (order === 'white last') white();
  page.finish();
  return write(`overlap-${order}-${overprint}.pdf`, await board.save());
}

describe('PDF', () => {
  // 4000 mm² less 20 × 30 mm where one erases the other.
  it.each([
    ['white first', true, 0.24, 0.24],
    ['white last', true, 0.24, 0.24],
    ['white first', false, 0.12, 0.24],
    ['white last', false, 0.24, 0.12],
  ] as const)(
    '%s, overprint %s, gives the plates worked by hand',
    async (order, overprint, white, cyan) => {
      const { page } = await read(await overlap(order, overprint), { dpi: 127 });
      expect(page).toMatchObject({ widthPx: 500, heightPx: 250 });
      expect(coverages(page)).toEqual({
        Cyan: expect.closeTo(cyan, 10),
        Magenta: 0,
        Yellow: 0,
        Black: 0,
        White: expect.closeTo(white, 10),
      });
    },
  );

  it.each(['orchard-label', 'kraft-tag', 'brushed-plate'])(
    'plates of %s are those of Ghostscript run by itself, at thin strokes those of a finer drawing',
    async (id) => {
      const job = DEMO_JOBS.find((candidate) => candidate.id === id)!;
      const path = write(`${id}.pdf`, await job.draw());
      const { planes, page } = await read(path, { dpi: 100 });
      // Another device of Ghostscript's, one TIFF for each separation, decoded by libvips.
      const separated = (dpi: number, before: string) => {
        const out = join(folder, `${id}-${dpi}`);
        mkdirSync(out);
        const flags = `-q -dSAFER -dBATCH -dNOPAUSE -sDEVICE=tiffsep -r${dpi} -dUseBleedBox -o`;
        execFileSync('gs', [...flags.split(' '), join(out, 'p.tif'), '-c', before, '-f', path]);
        return (name: string) =>
          sharp(join(out, `p(${name}).tif`), { limitInputPixels: false }).extractChannel(0);
      };
      const coarse = separated(100, '');
      const fine = separated(800, '0 0 .setfilladjust2');
      let [off, grown] = [0, 0];
      for (const [name, plane] of planes) {
        if (name.includes('\u0000')) continue;
        const theirs = await coarse(name).raw().toBuffer();
        const drawn = sharp(await fine(name).png().toBuffer(), { limitInputPixels: false });
        const mean = await drawn
          .resize(page.widthPx, page.heightPx, { kernel: 'linear', fit: 'fill' })
          .extractChannel(0)
          .raw()
          .toBuffer();
        const apart = plane.reduce(
          (count, ink, i) =>
            count + (ink === 255 - theirs[i] || Math.abs(ink - 255 + mean[i]) < 100 ? 0 : 1),
          0,
        );
        off += Math.abs(plane.reduce((sum, ink, i) => sum + ink - 255 + mean[i], 0) / plane.length);
        grown += Math.abs(
          theirs.reduce((sum, light, i) => sum + mean[i] - light, 0) / plane.length,
        );
        // Of tens of thousands of pixels, corners may be drawn a sample apart.
        expect(apart, name).toBeLessThan(5);
      }
      // Painting every pixel that is touched adds ink; what is left of that is at the edges of thick shapes.
      expect(off).toBeLessThan(0.75 * grown);
    },
  );

  it('takes trim and bleed from the boxes, and counts coverage inside the trim', async () => {
    const board = await PdfBoard.create('Bleed');
    const page = board.page(50, 40, 5);
    page.fill(page.whole, [0, 1, 0, 0]);
    page.fill(rect(0, 0, 25, 40), [0, 0, 0, 0]);
    page.finish();
    const { page: found } = await read(write('bleed.pdf', await board.save()), { dpi: 254 });
    expect(found).toMatchObject({
      widthMm: expect.closeTo(60, 0),
      heightMm: expect.closeTo(50, 0),
      trimMm: {
        left: expect.closeTo(5, 2),
        top: expect.closeTo(5, 2),
        width: expect.closeTo(50, 2),
        height: expect.closeTo(40, 2),
      },
    });
    expect(coverages(found).Magenta).toBeCloseTo(0.5, 2);
    expect(found.separations[1].coverageWithBleed).toBeCloseTo((60 * 50 - 25 * 40) / 3000, 2);
  });

  it('takes pages out of a file of several, with their spots', async () => {
    const board = await PdfBoard.create('Two');
    for (const tint of [1, 0.5]) {
      const page = board.page(20, 20);
      page.fill(rect(0, 0, 20, 20), { spot: 'White', tint });
      page.finish();
    }
    const path = write('two.pdf', await board.save());
    const { info } = await read(path, { dpi: 72 });
    expect(info.pages.map((page) => coverages(page).White)).toEqual([1, expect.closeTo(0.5, 1)]);
    expect(
      (await read(path, { dpi: 72, pages: [2] })).info.pages.map(({ number }) => number),
    ).toEqual([2]);
  });

  it('keeps spot names with slashes, quotes, other scripts and many letters', async () => {
    const names = ['a/b', 'it\'s "white"', 'Weiß 白', '../../etc', 'x'.repeat(200)];
    const board = await PdfBoard.create('Names');
    const page = board.page(60, 10);
    names.forEach((spot, i) =>
      page.fill(rect(i * 12, 0, 12, 10), { spot, tint: 1 }, { overprint: true }),
    );
    page.finish();
    const { page: found } = await read(write('names.pdf', await board.save()), { dpi: 72 });
    expect(found.separations.slice(4).map(({ coverage }) => coverage > 0.15)).toEqual(
      names.map(() => true),
    );
    expect(found.separations.map(({ name }) => name)).toEqual(
      expect.arrayContaining(names.slice(0, 4)),
    );
  });
});

describe('pictures', () => {
  const flat = (channels: 3 | 4, background: object | string) =>
    sharp({ create: { width: 40, height: 30, channels, background: background as never } });

  it('turn RGB into the ink that LittleCMS’ own tool gives', async () => {
    const colours = ['#c04020', '#2050b0', '#f0f0f0', '#000000', '#7fae3c'];
    const profile = assetPath('process.icc');
    for (const colour of colours) {
      const path = write(
        'flat.png',
        await flat(3, { r: 0, g: 0, b: 0 })
          .flatten()
          .composite([
            {
              input: await sharp({
                create: { width: 40, height: 30, channels: 3, background: colour },
              })
                .png()
                .toBuffer(),
            },
          ])
          .png()
          .toBuffer(),
      );
      const { planes } = await read(path);
      const ours = ['Cyan', 'Magenta', 'Yellow', 'Black'].map(
        (name) => planes.get(name)![0] / 2.55,
      );
      const rgb = [1, 3, 5].map((at) => parseInt(colour.slice(at, at + 2), 16));
      const told = execFileSync('transicc', ['-t1', '-b', '-n', '-i*sRGB', `-o${profile}`], {
        input: rgb.join('\n') + '\n',
      }).toString();
      const theirs = told.trim().split(/\s+/).slice(0, 4).map(Number);
      // Eight bits are steps of 0.4 %, and the tool calculates without a table of its own.
      ours.forEach((ink, i) => expect(Math.abs(ink - theirs[i])).toBeLessThan(1.2));
    }
  });

  it('leave paper white without ink', async () => {
    const { page } = await read(write('white.png', await flat(3, '#ffffff').png().toBuffer()));
    expect(page.separations.map(({ coverage }) => coverage)).toEqual([0, 0, 0, 0]);
    expect(pageFindings(page).map(({ code }) => code)).toContain('PAGE_BLANK');
  });

  it('stay bare where they are transparent, in proportion', async () => {
    const solid = await read(
      write('solid.png', await flat(4, { r: 0, g: 0, b: 0, alpha: 1 }).png().toBuffer()),
    );
    const half = await read(
      write('half.png', await flat(4, { r: 0, g: 0, b: 0, alpha: 0.5 }).png().toBuffer()),
    );
    const none = await read(
      write('none.png', await flat(4, { r: 0, g: 0, b: 0, alpha: 0 }).png().toBuffer()),
    );
    expect(coverages(half.page).Black / coverages(solid.page).Black).toBeCloseTo(0.5, 2);
    expect(coverages(none.page).Black).toBe(0);
  });

  it('keep their resolution, and say so when they state none', async () => {
    const stated = await read(
      write('dpi.jpg', await flat(3, '#808080').withMetadata({ density: 150 }).jpeg().toBuffer()),
    );
    expect(stated.page).toMatchObject({ dpi: 150, widthMm: expect.closeTo((40 / 150) * 25.4, 6) });
    const { page } = await read(write('nodpi.png', await flat(3, '#808080').png().toBuffer()));
    expect(page.dpi).toBe(300);
    expect(pageFindings(page).map(({ code }) => code)).toContain('RESOLUTION_ASSUMED');
  });

  it('are turned upright as their EXIF orientation says', async () => {
    const half = await flat(3, '#ffffff')
      .composite([
        {
          input: await sharp({ create: { width: 20, height: 30, channels: 3, background: '#000' } })
            .png()
            .toBuffer(),
          left: 0,
          top: 0,
        },
      ])
      .withMetadata({ orientation: 6 })
      .jpeg({ quality: 100 })
      .toBuffer();
    const { page, planes } = await read(write('turned.jpg', half));
    expect([page.widthPx, page.heightPx]).toEqual([30, 40]);
    // The dark left half of what is stored is the upper half of what is seen.
    const black = planes.get('Black')!;
    expect([black[5 * 30 + 15] > 100, black[35 * 30 + 15] < 20]).toEqual([true, true]);
  });

  it('in CMYK keep their ink as it is, as TIFF and as the inverted JPEG that other programs write', async () => {
    const planes = [255, 128, 0, 51].map((value) => new Uint8Array(1600).fill(value));
    const tiff = write(
      'cmyk.tif',
      multiInkTiff(planes, ['Cyan', 'Magenta', 'Yellow', 'Black'], 40, 40, 100),
    );
    const jpeg = join(folder, 'cmyk.jpg');
    const cmyk = join(folder, 'cmyk.v');
    execFileSync('vips', ['copy', tiff, cmyk, '--interpretation', 'cmyk']);
    execFileSync('vips', ['jpegsave', cmyk, jpeg, '--Q', '100']);
    for (const path of [tiff, jpeg]) {
      const { page } = await read(path);
      expect(page.separations.map(({ coverage }) => coverage)).toEqual(
        [1, 128 / 255, 0, 0.2].map((v) => expect.closeTo(v, 2)),
      );
    }
  });

  it('with named extra inks give a plate for each', async () => {
    const planes = [10, 20, 30, 40, 50, 60].map((value) => new Uint8Array(600).fill(value));
    const names = ['Cyan', 'Magenta', 'Yellow', 'Black', 'White', 'Gold, cold'];
    const { page } = await read(write('six.tif', multiInkTiff(planes, names, 30, 20, 200)));
    expect(page.separations.map(({ name, coverage }) => [name, coverage])).toEqual(
      names.map((name, i) => [name, expect.closeTo((i + 1) * (10 / 255), 9)]),
    );
    expect(page.dpi).toBe(200);
  });
});

describe('the process model', () => {
  it('comes out at the profile’s own colours for every solid, and near them for every tint', async () => {
    const anchor = await anchorOf();
    const model = processModel(anchor);
    const solids = anchor.primaries.map((lab, bits) =>
      deltaE2000(
        lab,
        labOnAnchorSheet(
          processLayer(
            model,
            [0, 1, 2, 3].map((ink) => (bits >> ink) & 1),
          ),
        ),
      ),
    );
    // Colours darker than the surface of paper reflects can't be met by ink under it.
    expect(Math.max(...solids)).toBeLessThan(1.5);
    const tints = anchor.ramps.flatMap((ramp, ink) =>
      ramp.map((lab, i) =>
        deltaE2000(
          lab,
          labOnAnchorSheet(
            processLayer(
              model,
              [0, 1, 2, 3].map((k) => (k === ink ? RAMP_TINTS[i] : 0)),
            ),
          ),
        ),
      ),
    );
    expect(Math.max(...tints)).toBeLessThan(4);
  });
});

describe('bad input', () => {
  const damaged = async () =>
    (await DEMO_JOBS.find(({ id }) => id === 'brushed-plate')!.draw()).slice(0, 9000);
  const bomb = async () =>
    sharp({ create: { width: 2000, height: 2000, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();

  it.each<[string, string, () => Promise<Uint8Array | string>]>([
    ['nothing at all', 'ARTWORK_EMPTY', async () => ''],
    ['a text', 'ARTWORK_UNKNOWN', async () => 'hello, printer'],
    ['PostScript, which would be executed', 'ARTWORK_UNKNOWN', async () => '%!PS\n(x) run'],
    ['a PDF cut off', 'ARTWORK_DAMAGED', damaged],
    ['a PDF of nothing but its first line', 'ARTWORK_DAMAGED', async () => '%PDF-1.7\n'],
    ['a PNG cut off', 'ARTWORK_DAMAGED', async () => (await bomb()).subarray(0, 200)],
    [
      'a JPEG cut off',
      'ARTWORK_DAMAGED',
      async () =>
        (
          await sharp(await bomb())
            .jpeg()
            .toBuffer()
        ).subarray(0, 4000),
    ],
    [
      'a TIFF cut off',
      'ARTWORK_DAMAGED',
      async () =>
        multiInkTiff(
          [1, 2, 3, 4].map(() => new Uint8Array(5000)),
          ['C', 'M', 'Y', 'K'],
          100,
          50,
          100,
        ).slice(0, 9000),
    ],
    [
      'a TIFF whose header is noise',
      'ARTWORK_DAMAGED',
      async () => new Uint8Array([0x49, 0x49, 42, 0, 8, 0, 0, 0, 255, 255, 9, 9, 9, 9, 9, 9]),
    ],
  ])('%s is refused with a sentence', async (_, code, make) => {
    await expect(openArtwork(write('bad', await make()))).rejects.toThrow(
      expect.objectContaining({ code, message: expect.stringMatching(/\.$/) }),
    );
  });

  it('a picture of 40,000 × 40,000 pixels is refused by its declared size, before it is decoded', async () => {
    const png = readFileSync(
      write(
        'huge.png',
        await sharp({ create: { width: 8, height: 8, channels: 3, background: '#fff' } })
          .png()
          .toBuffer(),
      ),
    );
    png.writeUInt32BE(40_000, 16);
    png.writeUInt32BE(40_000, 20);
    const planes = [0, 1, 2, 3].map(() => new Uint8Array(4));
    const tiff = Buffer.from(multiInkTiff(planes, ['C', 'M', 'Y', 'K'], 2, 2, 100));
    tiff.writeUInt32LE(40_000, 10 + 8);
    tiff.writeUInt32LE(40_000, 22 + 8);
    for (const bytes of [fixPngHeader(png), tiff])
      await expect(openArtwork(write('huge', bytes))).rejects.toThrow(
        expect.objectContaining({ code: 'ARTWORK_TOO_LARGE' }),
      );
  });

  it('a PDF of 300 pages, one with a password, and a page too large for its resolution are refused', async () => {
    const board = await PdfBoard.create('Long');
    for (let i = 0; i < 300; i++) board.page(10, 10).finish();
    const long = write('long.pdf', await board.save());
    await expect(openArtwork(long)).rejects.toThrow('The PDF has 300 pages; the most is 200.');
    const locked = join(folder, 'locked.pdf');
    execFileSync('qpdf', ['--encrypt', 'secret', 'owner', '256', '--', long, locked]);
    await expect(openArtwork(locked)).rejects.toThrow(
      expect.objectContaining({ code: 'PDF_ENCRYPTED' }),
    );
    const large = await PdfBoard.create('Large');
    large.page(3000, 3000).finish();
    await expect(openArtwork(write('large.pdf', await large.save()), { dpi: 600 })).rejects.toThrow(
      expect.objectContaining({ code: 'ARTWORK_TOO_LARGE' }),
    );
  });

  it('can be let go at any time', async () => {
    const stop = new AbortController();
    const path = write('slow.pdf', await DEMO_JOBS[0].draw());
    const reading = openArtwork(path, { dpi: 600, signal: stop.signal });
    setTimeout(() => stop.abort(new Error('enough')), 300);
    await expect(reading).rejects.toThrow('enough');
  });
});

describe('plates on disk', () => {
  it('are read from the layout that Ghostscript wrote, whatever the height of the last band', async () => {
    const { planes, page } = await read(await overlap('white last', true), { dpi: 300 });
    expect(page.heightPx % 256).not.toBe(0);
    expect(planes.get('White')!.length).toBe(page.widthPx * page.heightPx);
    expect(() => psdHeader(write('not.psd', Buffer.alloc(64)))).toThrow();
    expect(
      planarRaster({
        path: '',
        width: 1,
        height: 1,
        dpi: 1,
        channels: [],
        offset: 0,
        inverted: false,
      }).channels,
    ).toEqual([]);
  });
});

/** The header's checksum has to fit the size that was written into it. */
function fixPngHeader(png: Buffer): Buffer {
  let crc = ~0;
  for (const byte of png.subarray(12, 29)) {
    crc ^= byte;
    for (let k = 0; k < 8; k++) crc = (crc >>> 1) ^ (crc & 1 ? 0xedb88320 : 0);
  }
  png.writeInt32BE(~crc, 29);
  return png;
}
