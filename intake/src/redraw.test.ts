import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import type { PlanarFile } from './planar.ts';
import { differIn, redraw } from './redraw.ts';

const tmp = mkdtempSync(join(tmpdir(), 'redraw-test-'));
afterAll(() => rmSync(tmp, { recursive: true }));

const CHANNELS = ['Black', 'White'];
const plates = (name: string, width: number, height: number, more?: Partial<PlanarFile>) =>
  ({
    path: join(tmp, name),
    width,
    height,
    dpi: 300,
    offset: 7,
    inverted: false,
    channels: CHANNELS,
    ...more,
  }) as PlanarFile;
const write = ({ path }: PlanarFile, planes: Uint8Array) =>
  writeFileSync(path, Buffer.concat([Buffer.alloc(7), planes]));

/** Bars in the first plane, one value all over the second. */
const fine = (width: number, height: number) =>
  Uint8Array.from({ length: 2 * width * height }, (_, i) =>
    i < width * height ? ((i % width) * 37 + Math.floor(i / width) * 11) % 256 : 90,
  );

describe('parts that are put in anew', () => {
  it.each([3, 4, 5, 8, 16, 20])(
    'have in each pixel the mean of its square, where %i pixels fall on one',
    async (times) => {
      const [width, height] = [12, 9];
      const [left, top, w, h] = [2, 3, 6, 4];
      const coarse = plates(`coarse-${times}`, width, height);
      write(coarse, new Uint8Array(2 * width * height).fill(1));
      const part = plates(`fine-${times}`, w * times, h * times);
      const pixels = fine(w * times, h * times);
      write(part, pixels);
      await redraw(coarse, [{ left, top, width: w, height: h, times, file: part }]);
      const found = readFileSync(coarse.path).subarray(7);
      for (let p = 0; p < 2; p++)
        for (let y = 0; y < height; y++)
          for (let x = 0; x < width; x++) {
            let wanted = 1;
            if (x >= left && x < left + w && y >= top && y < top + h) {
              let sum = 0;
              for (let v = 0; v < times; v++)
                for (let u = 0; u < times; u++)
                  sum +=
                    pixels[
                      (p * h * times + (y - top) * times + v) * w * times + (x - left) * times + u
                    ];
              wanted = Math.round(sum / times ** 2);
            }
            expect(found[(p * height + y) * width + x]).toBe(wanted);
          }
    },
  );

  it('are waited for while they are still being drawn', async () => {
    const coarse = plates('waiting', 4, 4);
    write(coarse, new Uint8Array(32).fill(1));
    const part = plates('growing', 16, 16, {
      written: async () => {
        await new Promise((done) => setTimeout(done, 30));
        write(part, new Uint8Array(512).fill(200));
      },
    });
    write(part, new Uint8Array(0));
    await redraw(coarse, [{ left: 0, top: 0, width: 4, height: 4, times: 4, file: part }]);
    expect([...readFileSync(coarse.path).subarray(7)]).toEqual(Array(32).fill(200));
  });
});

describe('two files of a page', () => {
  const [width, height] = [12, 9];
  const part = { left: 2, top: 3, width: 6, height: 4, times: 3, file: plates('none', 18, 12) };
  const base = fine(width, height);

  it('are alike in a part unless a pixel of it differs, in whatever plane, and wherever the planes lie', () => {
    const own = plates('own', width, height);
    write(own, base);
    // The same planes the other way round.
    const turned = plates('turned', width, height, { order: [1, 0] });
    const place = (plane: number, x: number, y: number) => ((1 - plane) * height + y) * width + x;
    for (let plane = 0; plane < 2; plane++)
      for (let y = 0; y < height; y++)
        for (let x = 0; x < width; x++) {
          const pixels = Buffer.concat([
            base.subarray(width * height),
            base.subarray(0, width * height),
          ]);
          pixels[place(plane, x, y)] ^= 1;
          write(turned, pixels);
          const inside = x >= 2 && x < 8 && y >= 3 && y < 7;
          expect([plane, x, y, differIn(own, turned, part)]).toEqual([plane, x, y, inside]);
        }
  });

  it('are not compared where one holds light and the other ink', () => {
    const own = plates('ink', width, height);
    const light = plates('light', width, height, { inverted: true });
    write(own, base);
    write(light, base);
    expect(differIn(own, light, part)).toBe(true);
  });
});
