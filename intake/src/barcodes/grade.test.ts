/** The predicted grade against a real decoder, on symbols that a real encoder drew and that were spoilt in known ways. */
import { gradeLinear, gtinCheckDigit, type Reflectances } from '@kyanos/core';
import bwipjs from 'bwip-js/node';
import { describe, expect, it } from 'vitest';
import { decodedContents } from './decoder.ts';

/** The symbologies of till, shelf and carton; of Code 39 the decoder gives up long before the standard does. */
const TYPES = [
  { bcid: 'ean13', type: 'EAN-13', text: (n: number) => gtin(`2012345${10_000 + n}`), quiet: 11 },
  { bcid: 'code128', type: 'Code 128', text: (n: number) => `LOT ${1000 + n}`, quiet: 10 },
  { bcid: 'interleaved2of5', type: 'ITF', text: (n: number) => `${123_456 + n}`, quiet: 10 },
] as const;
const gtin = (digits: string) => digits + gtinCheckDigit(digits);

let state = 42;
const random = () => ((state = (Math.imul(state, 1664525) + 1013904223) >>> 0) + 0.5) / 2 ** 32;
const between = (low: number, high: number) => low + (high - low) * random();

const MODULE = 0.3;
const PER = 8;
const HEIGHT = 64;

/** Bars of one reflectance on a ground of another, wider or narrower, blurred, and with spots. */
function spoilt(sbs: readonly number[], quiet: number): Reflectances {
  const [dark, light] = [between(0.03, 0.3), between(0.35, 0.9)];
  // More than that the decoder minds by itself, which compares single widths; the standard compares edges.
  const growth = between(-0.16, 0.16);
  const blur = Math.round(between(0, 1.6) * PER);
  const modules = sbs.reduce((sum, width) => sum + width, 0) + 2 * quiet;
  const width = Math.round(modules * PER);
  const row = new Float32Array(width).fill(light);
  let at = quiet;
  sbs.forEach((element, i) => {
    if (i % 2 === 0)
      row.fill(
        dark,
        Math.round((at - growth / 2) * PER),
        Math.round((at + element + growth / 2) * PER),
      );
    at += element;
  });
  const soft = row.map((_, x) => {
    const [from, to] = [Math.max(0, x - (blur >> 1)), Math.min(width, x + (blur >> 1) + 1)];
    let sum = 0;
    for (let i = from; i < to; i++) sum += row[i];
    return sum / (to - from);
  });
  const values = new Float32Array(width * HEIGHT);
  for (let y = 0; y < HEIGHT; y++) values.set(soft, y * width);
  return { values, width, height: HEIGHT, pixelMm: MODULE / PER };
}

describe('the predicted grade', () => {
  it('passes no more than five of a hundred spoilt symbols that a decoder can’t read', async () => {
    let [passed, read, failed] = [0, 0, 0];
    for (let n = 0; n < 160; n++) {
      const { bcid, type, text, quiet } = TYPES[n % TYPES.length];
      const content = text(n);
      const [symbol] = bwipjs.raw({ bcid, text: content } as never) as unknown as {
        readonly sbs: readonly number[];
      }[];
      const picture = spoilt(symbol.sbs, quiet);
      const { values, width, height } = picture;
      const pixels = Uint8Array.from(values, (v) => Math.round(255 * v));
      const reads = (await decodedContents({ pixels, width, height })).includes(content);
      // Graded without being told whether it is read.
      const { value } = gradeLinear(picture, { type, moduleMm: MODULE, upright: true }, true);
      if (value < 0.5) failed++;
      else {
        passed++;
        if (reads) read++;
      }
    }
    expect(passed).toBeGreaterThan(30);
    expect(failed).toBeGreaterThan(30);
    expect(read / passed).toBeGreaterThanOrEqual(0.95);
  });
});
