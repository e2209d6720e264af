import bwipjs from 'bwip-js/node';
import sharp, { type Sharp } from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { BarcodeFinder } from './finder.ts';
import { barsAcross, hasGround, SAMPLE } from './hints.ts';

const [WIDTH, HEIGHT] = [1400, 1200];
const WORDS = 'white under silver eye film press noon the was illuminate mill tall'.split(' ');

/** A page of type, in lines of words that come in no order. */
function type(size: number): Promise<Buffer> {
  let lines = '';
  for (let y = size, k = size; y < HEIGHT; y += Math.round(1.4 * size)) {
    let line = '';
    while (line.length * size < 2.4 * WIDTH) {
      k = (Math.imul(k, 1103515245) + 12345) >>> 0;
      line += `${WORDS[(k >>> 8) % WORDS.length]} `;
    }
    lines += `<text x="10" y="${y}" font-size="${size}" font-family="DejaVu Sans">${line}</text>`;
  }
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}"><rect width="100%" height="100%" fill="#fff"/>${lines}</svg>`;
  return sharp(Buffer.from(svg)).greyscale().png().toBuffer();
}
const greyOf = async (picture: Sharp): Promise<Uint8Array> =>
  new Uint8Array(await picture.greyscale().extractChannel(0).raw().toBuffer());

/** Three pixels a module of bars, six of a matrix, with blank room round it. */
const symbol = async (bcid: string, text: string) =>
  sharp(await bwipjs.toBuffer({ bcid, text, scale: 3, backgroundcolor: 'FFFFFF' }))
    .flatten({ background: '#fff' })
    .extend({ top: 30, bottom: 30, left: 36, right: 36, background: '#fff' });

async function readOn(page: Uint8Array, beside?: Uint8Array): Promise<string[]> {
  const finder = new BarcodeFinder(WIDTH, HEIGHT, 300);
  for (let y = 0; y < HEIGHT; y += 64) {
    const [from, to] = [y * WIDTH, (y + 64) * WIDTH];
    await finder.add(page.subarray(from, to), beside?.subarray(from, to));
  }
  return (await finder.finish()).filter(({ sure }) => sure).map(({ code }) => code.content);
}

let ground: Buffer;
beforeAll(async () => (ground = await type(24)));

describe('a page of type', () => {
  it('has seldom what hints at bars, and no ground for a light symbol', async () => {
    let hints = 0;
    for (const size of [14, 18, 22, 26, 30, 36]) {
      const rows = await greyOf(sharp(await type(size)));
      const window = { rows, stride: WIDTH, left: 200, width: 1024, height: HEIGHT };
      const lines = (most: number) =>
        Array.from({ length: Math.floor(most / SAMPLE) }, (_, i) => SAMPLE * i);
      for (const found of [
        barsAcross(window, 'row', lines(HEIGHT)),
        barsAcross(window, 'column', lines(1024)),
      ])
        hints += Number(found.linear) + Number(found.stacked);
      expect(hasGround(window)).toBe(false);
    }
    // Of 24; words full of stems are the worst that type can do.
    expect(hints).toBeLessThanOrEqual(8);
  });

  it.each([
    ['upce', '01234565'],
    ['interleaved2of5', '123456789012'],
    ['rationalizedCodabar', 'A12345B'],
    ['databaromni', '(01)09521234543213'],
    ['databarlimited', '(01)09521234543213'],
    ['databarexpanded', '(01)09521234543213(3103)000123'],
    ['databarexpandedstacked', '(01)09521234543213(3103)000123'],
    ['pdf417', 'white under the eye'],
    ['micropdf417', 'white 12345'],
    ['microqrcode', '12345'],
    ['datamatrixrectangular', 'lot 26'],
    ['azteccode', 'white under the eye'],
    ['azteccodecompact', 'lot 26'],
  ])('with a %s in it is read, however that is turned', async (bcid, text) => {
    // Along is along, whichever way: a page on its head is read in the second of two.
    for (const turn of text.length % 2 ? [0, 90] : [90, 180]) {
      const turned = await (await symbol(bcid, text)).png().toBuffer();
      const input = await sharp(turned).rotate(turn).png().toBuffer();
      const page = await greyOf(sharp(ground).composite([{ input, left: 430, top: 210 }]));
      expect(await readOn(page), `${turn}°`).toHaveLength(1);
    }
  });

  it('with a symbol that is lighter than its ground is read', async () => {
    const dark = await (await symbol('datamatrix', 'lot 26-11')).negate().png().toBuffer();
    const page = await greyOf(sharp(ground).composite([{ input: dark, left: 430, top: 210 }]));
    expect(await readOn(page)).toEqual(['lot 26-11']);
  });
});

/** A page with nothing else on it. */
const onBlank = (input: Buffer, moved: number) =>
  greyOf(
    sharp({ create: { width: WIDTH, height: HEIGHT, channels: 3, background: '#fff' } })
      .composite([{ input, left: 301 + moved, top: 299 + moved }])
      .png(),
  );

describe('a page with nothing on it', () => {
  it.each([
    ['datamatrix', '123'],
    ['datamatrixrectangular', '12'],
    ['microqrcode', '12345'],
    ['qrcode', '1'],
    ['azteccodecompact', '12'],
  ])(
    'but a small %s of "%s" is read, wherever that is and whatever its modules',
    async (bcid, text) => {
      for (const scale of [1, 1.5, 2, 3, 4, 8, 16, 20])
        for (const moved of [0, 7, 13]) {
          const input = await bwipjs.toBuffer({ bcid, text, scale, backgroundcolor: 'FFFFFF' });
          const page = await greyOf(
            sharp({ create: { width: WIDTH, height: HEIGHT, channels: 3, background: '#fff' } })
              .composite([{ input, left: 301 + moved, top: 299 + moved }])
              .png(),
          );
          expect(await readOn(page), `${2 * scale} pixels a module`).toEqual([text]);
        }
    },
  );
});

describe('a label with nothing else on it', () => {
  it.each([
    ['databarlimited', '(01)09521234543213', 2, undefined],
    ['databartruncated', '(01)09521234543213', 2, undefined],
    ['databarstacked', '(01)09521234543213', 3, undefined],
    ['code128', 'LOT26', 2, 2],
    ['ean13', '4006381333931', 2, 2],
    ['upce', '01234565', 2, 2],
    ['interleaved2of5', '123456', 2, 2],
  ] as const)('but low bars of %s are read, wherever they stand', async (bcid, text, scale, mm) => {
    const drawn = await bwipjs.toBuffer({ bcid, text, scale, backgroundcolor: 'FFFFFF' });
    const { width, height } = await sharp(drawn).metadata();
    const low = mm === undefined ? height : Math.round((mm * 300) / 25.4);
    const input = await sharp(drawn)
      .flatten({ background: '#fff' })
      .extract({ left: 0, top: 0, width, height: low })
      .png()
      .toBuffer();
    for (const moved of [0, 3, 5, 8, 13]) {
      expect(await readOn(await onBlank(input, moved)), `${moved}`).toHaveLength(1);
    }
  });
});

describe('a special that type erases', () => {
  const amidType = async (bcid: string) => {
    const input = await (await symbol(bcid, 'LOT 26')).png().toBuffer();
    return greyOf(sharp(ground).composite([{ input, left: 430, top: 210 }]));
  };
  const erased = (page: Uint8Array) => page.map((light) => 255 - light);

  it.each(['code128', 'datamatrix', 'qrcode'])('and a %s in it alone is read', async (bcid) => {
    expect(await readOn(await amidType(bcid), await greyOf(sharp(ground)))).toEqual(['LOT 26']);
  });

  it.each(['code128', 'datamatrix', 'qrcode'])(
    'and a %s that shows in colour as well is not looked through again',
    async (bcid) => {
      const page = await amidType(bcid);
      expect(await readOn(erased(page))).toEqual(['LOT 26']);
      expect(await readOn(erased(page), page)).toEqual([]);
    },
  );
});
