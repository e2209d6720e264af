import { describe, expect, it } from 'vitest';
import { cellLevels } from '../raster/index.ts';
import { ContentMeter, processInk } from './content.ts';

const PROCESS = [0, 1, 2, 3];

/** A page of noise, flats and blanks, by a seed. */
function page(width: number, rows: number, seed: number) {
  let state = seed;
  const random = () => (state = (state * 1_103_515_245 + 12_345) & 0x7fffffff) / 0x7fffffff;
  return PROCESS.map(() => {
    const plane = new Uint8Array(width * rows);
    for (let i = 0; i < plane.length;) {
      const run = 1 + Math.floor(random() * 60);
      const kind = random();
      for (let k = 0; k < run && i < plane.length; k++, i++)
        plane[i] = kind < 0.3 ? 0 : kind < 0.5 ? 9 : kind < 0.7 ? 230 : random() * 256;
    }
    return plane;
  });
}

describe('ContentMeter', () => {
  it('counts by hand: blank, faint, one solid, three solids', () => {
    const planes = [
      [0, 5, 255, 255],
      [0, 0, 0, 255],
      [0, 10, 0, 255],
      [0, 0, 0, 0],
    ].map((values) => Uint8Array.from(values));
    const light = new Uint8Array(4);
    const meter = new ContentMeter(4, 1, PROCESS);
    meter.add({ top: 0, rows: 1, planes }, light);
    const { highest, inkSum, faint, heavy } = meter.content();
    expect([highest[0], highest[10], highest[255]]).toEqual([1, 1, 2]);
    expect([inkSum[0], inkSum[5], inkSum[100], inkSum[300]]).toEqual([1, 1, 1, 1]);
    expect([...cellLevels(faint!)]).toEqual([0, 1, 0, 0]);
    expect([...cellLevels(heavy!)]).toEqual([0, 0, 0, 15]);
    // Cyan alone is darker than nothing and lighter than black.
    expect(light[0]).toBe(255);
    expect(light[2]).toBeGreaterThan(50);
    expect(light[2]).toBeLessThan(100);
  });

  it('comes to the same in WebAssembly as in TypeScript, of ink and of light alike', () => {
    const width = 3001;
    for (const [seed, inverted] of [
      [7, false],
      [8, true],
      [9, true],
    ] as const) {
      const planes = page(width, 40, seed).map((plane) =>
        inverted ? plane.map((value) => 255 - value) : plane,
      );
      const [fast, plain] = [false, true].map((slowly) => {
        const meter = new ContentMeter(width, 40, PROCESS, slowly);
        const light = new Uint8Array(width * 40);
        meter.add({ top: 0, rows: 40, planes }, light, inverted);
        return { content: meter.content(), light };
      });
      expect(fast.light).toEqual(plain.light);
      expect(fast.content.highest).toEqual(plain.content.highest);
      expect(fast.content.inkSum).toEqual(plain.content.inkSum);
      // Places are told by sixteen pixels: no cell is missed that is not a neighbour's.
      const [told, exact] = [fast, plain].map(({ content }) => [...cellLevels(content.faint!)]);
      expect(told.filter((level, i) => level === 0 && exact[i] > 0 && told[i - 1] === 0)).toEqual(
        [],
      );
    }
  });

  it('says the most ink there is, and what 99 of 100 places stay at or below', () => {
    const inkSum = new Array<number>(401).fill(0);
    inkSum[100] = 985;
    inkSum[250] = 10;
    inkSum[320] = 5;
    expect(processInk({ content: { highest: [], inkSum } })).toEqual({ most: 320, p99: 250 });
    inkSum[250] = 0;
    expect(processInk({ content: { highest: [], inkSum } })).toEqual({ most: 320, p99: 100 });
  });
});
