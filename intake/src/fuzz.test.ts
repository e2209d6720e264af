/** Generated and mutated files, by seed: each is taken in or refused with a sentence, in time, and leaves nothing behind. */
import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { multiInkTiff } from '@kyanos/demo';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { pdf, spot } from '../test/pdf.ts';
import { readHere } from '../test/here.ts';
import { ArtworkRefused } from './index.ts';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'fuzz-'));
  const tmp = join(folder, 'tmp');
  mkdirSync(tmp);
  vi.stubEnv('TMPDIR', tmp);
});
afterAll(() => {
  vi.unstubAllEnvs();
  rmSync(folder, { recursive: true });
});

/** Longest that a file of a few kilobytes may take, a slow machine included. */
const LIMIT_MS = 40_000;
const AT_ONCE = 3;
/** All 10,000 seeds take half an hour: every twelfth is tried each time, all of them with KYANOS_MUTANTS=all. */
const EVERY = process.env.KYANOS_MUTANTS === 'all' ? 1 : 12;
const share = (count: number) => Math.ceil(count / EVERY);

/** Mulberry32: small, and the same everywhere. */
function dice(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
type Dice = () => number;
const below = (random: Dice, most: number) => Math.floor(random() * most);
const pick = <T>(random: Dice, from: readonly T[]): T => from[below(random, from.length)];

const EXTREMES = [0, 1, 0x7f, 0x80, 0xff, 0x7fff, 0xffff, 0x7fffffff, 0xffffffff];

/** One to eight changes of the kinds that broken transfers and hostile hands make. */
function mutated(original: Uint8Array, random: Dice): Uint8Array {
  let bytes = Buffer.from(original);
  for (let n = 1 + below(random, 8); n > 0; n--) {
    const at = below(random, bytes.length);
    switch (below(random, 6)) {
      case 0:
        bytes[at] ^= 1 << below(random, 8);
        break;
      case 1:
        bytes[at] = below(random, 256);
        break;
      case 2:
        if (at + 4 <= bytes.length) bytes.writeUInt32LE(pick(random, EXTREMES), at);
        break;
      case 3:
        bytes = bytes.subarray(0, Math.max(1, at));
        break;
      case 4: {
        const part = bytes.subarray(at, at + below(random, 200));
        bytes = Buffer.concat([bytes.subarray(0, at), part, part, bytes.subarray(at)]);
        break;
      }
      default: {
        // A number in text becomes another one.
        const text = bytes.toString('latin1');
        const numbers = [...text.matchAll(/\d+/g)];
        if (numbers.length === 0) break;
        const found = pick(random, numbers);
        const other = pick(random, ['0', '-1', '99999999', '1e9', '3 0 R', '65535']);
        bytes = Buffer.from(
          text.slice(0, found.index) + other + text.slice(found.index + found[0].length),
          'latin1',
        );
      }
    }
  }
  return new Uint8Array(bytes);
}

const OPERATORS =
  'q Q cm w gs m l c re h W n S f B b cs scn CS SCN g rg k K sh Do BT ET Tf Td Tm Tj TJ BDC EMC'.split(
    ' ',
  );
const OPERANDS = [
  '0',
  '1',
  '-5',
  '0.5',
  '40',
  '1e5',
  '/W',
  '/F',
  '/P',
  '/X',
  '/OC',
  '(ab)',
  '<00ff>',
  '[1 2 (x)]',
  '<< /A 1 >>',
  'true',
  '/Over1',
];

/** A page of operators in no order, over resources that are there. */
const randomPage = (random: Dice): Uint8Array =>
  pdf({
    content: Array.from({ length: 10 + below(random, 80) }, () =>
      [
        ...Array.from({ length: below(random, 7) }, () => pick(random, OPERANDS)),
        pick(random, OPERATORS),
      ].join(' '),
    ).join('\n'),
    resources:
      '/ColorSpace << /W 10 0 R >> /XObject << /X 11 0 R >> /Pattern << /P 12 0 R >> /ExtGState << /Over1 << /OP true /OPM 1 >> >> /Font << /F << /Type /Font /Subtype /Type1 /BaseFont /Courier >> >>',
    objects: [
      spot('White'),
      // A form that draws itself.
      [
        '/Type /XObject /Subtype /Form /BBox [0 0 72 72] /Resources << /XObject << /X 11 0 R >> >>',
        '/X Do 0 0 9 9 re f',
      ],
      [
        '/Type /Pattern /PatternType 1 /PaintType 1 /TilingType 1 /BBox [0 0 9 9] /XStep 9 /YStep 9 /Resources << >>',
        '0 0 5 5 re f',
      ],
    ],
  });

const flat = () =>
  sharp({
    create: {
      width: 60,
      height: 40,
      channels: 4,
      background: { r: 180, g: 70, b: 20, alpha: 0.8 },
    },
  });
const DRAWING =
  '<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="10mm" viewBox="0 0 20 10"><defs><linearGradient id="a"><stop offset="0" stop-color="#f00"/></linearGradient></defs><g id="White"><rect width="9" height="9" fill="url(#a)"/></g><path d="M0 0 L9 9 Q3 4 5 6 Z"/><use href="#White" x="3"/></svg>';

const planes = (count: number) =>
  Array.from({ length: count }, (_, n) =>
    Uint8Array.from({ length: 600 }, (__, i) => (i * (n + 3)) % 256),
  );
const ORIGINALS: Record<string, () => Promise<Uint8Array[]>> = {
  PDF: async () => [
    pdf({
      content:
        '/W cs 1 scn 5 5 30 30 re f 1 0 0 0 k 20 20 30 30 re f BT /F 9 Tf 5 60 Td (white) Tj ET',
      resources:
        '/ColorSpace << /W 10 0 R >> /Font << /F << /Type /Font /Subtype /Type1 /BaseFont /Courier >> >>',
      objects: [spot('White')],
    }),
  ],
  TIFF: async () => [
    multiInkTiff(planes(6), ['Cyan', 'Magenta', 'Yellow', 'Black', 'White', 'Silver'], 30, 20, 100),
    ...(await Promise.all(
      (['lzw', 'deflate', 'jpeg', 'packbits', 'none'] as const).map((compression) =>
        flat().removeAlpha().tiff({ compression, predictor: 'horizontal' }).toBuffer(),
      ),
    )),
    await flat().tiff({ tile: true, tileWidth: 32, tileHeight: 16, compression: 'lzw' }).toBuffer(),
  ],
  PNG: async () => [await flat().png().toBuffer(), await flat().png({ palette: true }).toBuffer()],
  JPEG: async () => [
    await flat().jpeg().toBuffer(),
    await flat().jpeg({ progressive: true }).toBuffer(),
  ],
  WebP: async () => [
    await flat().webp().toBuffer(),
    await flat().webp({ lossless: true }).toBuffer(),
  ],
  SVG: async () => [new Uint8Array(Buffer.from(DRAWING))],
};

/** @returns what was wrong with how a file was dealt with; nothing if it was right */
async function wrong(path: string): Promise<string | undefined> {
  const begin = performance.now();
  try {
    const artwork = await readHere(path, 36);
    await artwork.close();
  } catch (error) {
    if (!(error instanceof ArtworkRefused)) return `${(error as Error).stack}`;
    const { message } = error;
    if (!/^[A-Z].{15,400}[.]$/s.test(message)) return `no sentence: ${message.slice(0, 600)}`;
  }
  const ms = performance.now() - begin;
  return ms > LIMIT_MS ? `took ${ms.toFixed(0)} ms` : undefined;
}

async function all(name: string, inputs: readonly (readonly [seed: number, bytes: Uint8Array])[]) {
  const failed: string[] = [];
  let next = 0;
  const work = async () => {
    for (let i = next++; i < inputs.length; i = next++) {
      const [seed, bytes] = inputs[i];
      const path = join(folder, `${name}-${seed}`);
      writeFileSync(path, bytes);
      const what = await wrong(path);
      if (what) failed.push(`seed ${seed}: ${what}`);
      rmSync(path);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, work));
  expect(failed).toEqual([]);
  expect(readdirSync(join(folder, 'tmp'))).toEqual([]);
}

describe('whatever is sent', () => {
  it.each([
    ['PDF', 1000],
    ['TIFF', 3500],
    ['PNG', 1500],
    ['JPEG', 1500],
    ['WebP', 800],
    ['SVG', 1500],
  ])(
    'a damaged %s is read or refused with a sentence (of %i seeds)',
    async (name, count) => {
      const originals = await ORIGINALS[name]();
      const inputs = Array.from({ length: share(count) }, (_, i) => {
        const seed = i * EVERY;
        const random = dice(seed * 7919 + name.length);
        return [seed, mutated(pick(random, originals), random)] as const;
      });
      await all(name, inputs);
    },
    3_600_000,
  );

  it('a page of operators in no order is read or refused with a sentence (of 200 seeds)', async () => {
    await all(
      'page',
      Array.from(
        { length: share(200) },
        (_, i) => [i * EVERY, randomPage(dice(i * EVERY))] as const,
      ),
    );
  }, 3_600_000);
});
