/** Matrix codes of another program, spoilt module by module: what is told of their error correction holds for a real decoder. */
import { errorCorrectionOf, gradeMatrix } from '@kyanos/core';
import bwipjs from 'bwip-js/node';
import { describe, expect, it } from 'vitest';
import { decoded } from './decoder.ts';

const PER = 6;
const QUIET = 4;

let state = 7;
const random = (n: number) => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return Math.floor((state / 2 ** 32) * n);
};

interface Drawn {
  readonly pixs: readonly number[];
  readonly pixx: number;
  readonly pixy: number;
}
const symbol = (options: object) => {
  const [drawn] = bwipjs.raw(options as never) as unknown as Drawn[];
  return drawn;
};

/** Dark on light with room round it. */
function picture({ pixs, pixx, pixy }: Drawn) {
  const width = (pixx + 2 * QUIET) * PER;
  const height = (pixy + 2 * QUIET) * PER;
  const pixels = new Uint8Array(width * height).fill(240);
  for (let y = 0; y < pixy * PER; y++)
    for (let x = 0; x < pixx * PER; x++)
      if (pixs[Math.floor(y / PER) * pixx + Math.floor(x / PER)] === 1)
        pixels[(y + QUIET * PER) * width + x + QUIET * PER] = 15;
  return { pixels, width, height };
}
const read = async (drawn: Drawn) => {
  const { pixels, width, height } = picture(drawn);
  const [result] = await decoded(pixels, width, height);
  return result?.error === '' ? result : undefined;
};
/** Some modules of the data the wrong way: of a QR Code below and right of its corners, of a Data Matrix inside its border. */
function spoilt(drawn: Drawn, n: number, [from, to]: readonly [number, number]): Drawn {
  const pixs = [...drawn.pixs];
  const taken = new Set<number>();
  while (taken.size < n) {
    const [x, y] = [from + random(drawn.pixx - from - to), from + random(drawn.pixy - from - to)];
    taken.add(y * drawn.pixx + x);
  }
  for (const at of taken) pixs[at] = 1 - pixs[at];
  return { ...drawn, pixs };
}

const CASES = [
  ...[1, 2, 5, 9].flatMap((version) =>
    ['L', 'M', 'Q', 'H'].map((level) => ({
      name: `QR Code ${version}-${level}`,
      type: 'QR Code',
      options: { bcid: 'qrcode', text: '2012345', version: String(version), eclevel: level },
      area: [9, 0] as const,
    })),
  ),
  ...['10x10', '16x16', '24x24', '32x32', '12x36'].map((version) => ({
    name: `Data Matrix ${version}`,
    type: 'Data Matrix',
    options: {
      bcid: version === '12x36' ? 'datamatrixrectangular' : 'datamatrix',
      text: '20123',
      version,
    },
    area: [2, 2] as const,
  })),
];

describe('unused error correction', () => {
  it.each(CASES)('of a $name is known, and while some is left it is read', async (one) => {
    const drawn = symbol(one.options);
    const whole = (await read(drawn))!;
    const correction = errorCorrectionOf(one.type, whole.version, whole.ecLevel)!;
    expect(correction).toBeGreaterThan(3);
    const most = Math.ceil(correction / 2) - 1;
    for (let n = 0; n < 12; n++) {
      const bad = spoilt(drawn, most, one.area);
      const { pixels, width, height } = picture(bad);
      const light = picture(drawn).pixels;
      const values = Float32Array.from(pixels, (v) => v / 255);
      const { measured } = gradeMatrix(
        { values, width, height, pixelMm: 1 / PER },
        { moduleMm: 1 },
        true,
        QUIET,
        { light, errorCorrection: correction },
      );
      expect(measured['unused error correction']).toBeCloseTo(1 - (2 * most) / correction, 6);
      expect((await read(bad))?.text).toBe(whole.text);
    }
  });

  it('is too little for modules beyond it: the code no longer reads', async () => {
    const drawn = symbol({ bcid: 'qrcode', text: '2012345', version: '1', eclevel: 'L' });
    let unread = 0;
    for (let n = 0; n < 20; n++) if (!(await read(spoilt(drawn, 24, [9, 0])))) unread++;
    expect(unread).toBe(20);
  });

  it('of a print whose modules are as drawn is whole, and white ink on black is the same symbol', () => {
    const drawn = symbol({ bcid: 'qrcode', text: 'LOT 7' });
    const { pixels, width, height } = picture(drawn);
    const grade = (values: Float32Array) =>
      gradeMatrix({ values, width, height, pixelMm: 1 / PER }, { moduleMm: 1 }, true, QUIET, {
        light: pixels,
        errorCorrection: 10,
      });
    const same = Float32Array.from(pixels, (v) => v / 255);
    expect(grade(same).measured['unused error correction']).toBe(1);
    expect(grade(same.map((v) => 1 - v)).measured['unused error correction']).toBe(1);
    expect(grade(same).grade).toBe('A');
  });
});
