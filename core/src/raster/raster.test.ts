import { describe, expect, it } from 'vitest';
import { CoverageMeter, memoryRaster, Shrinker, byteSum, type Band } from './index.ts';

const ramp = Uint8Array.from({ length: 700 * 300 }, (_, i) => (i * 7) % 256);
const raster = memoryRaster({ width: 300, height: 700, dpi: 100 }, new Map([['K', ramp]]));

describe('CoverageMeter', () => {
  it('averages a rectangle that is covered in half to one half', () => {
    const plane = new Uint8Array(20 * 10).fill(255, 0, 100);
    const meter = new CoverageMeter(1, 20, { left: 0, top: 0, right: 20, bottom: 10 });
    meter.add({ top: 0, rows: 10, planes: [plane] });
    expect(meter.coverage()).toEqual([0.5]);
  });

  it('counts only inside its box, over any bands', () => {
    const box = { left: 13, top: 250, right: 200, bottom: 600 };
    const meter = new CoverageMeter(1, 300, box);
    for (const band of raster.bands() as Iterable<Band>) meter.add(band);
    let total = 0;
    for (let y = box.top; y < box.bottom; y++)
      for (let x = box.left; x < box.right; x++) total += ramp[y * 300 + x];
    expect(meter.coverage()[0]).toBeCloseTo(total / 255 / (187 * 350), 12);
  });

  it('sums more than 32 bits hold', () => {
    expect(byteSum(new Uint8Array(20_000_000).fill(255))).toBe(5_100_000_000);
  });
});

describe('Shrinker', () => {
  it('gives the mean of each block', () => {
    const shrinker = new Shrinker(4, 2, 2);
    shrinker.push(Uint8Array.of(0, 100, 10, 20, 200, 100, 30, 40), 0);
    expect([...shrinker.plane]).toEqual([100, 25]);
  });

  it('keeps the mean of a picture to half a level, fed in bands', () => {
    const shrinker = new Shrinker(300, 700, 100);
    for (const { top, planes } of raster.bands() as Iterable<Band>) shrinker.push(planes[0], top);
    expect([shrinker.width, shrinker.height]).toEqual([43, 100]);
    expect(
      Math.abs(byteSum(shrinker.plane) / shrinker.plane.length - byteSum(ramp) / ramp.length),
    ).toBeLessThan(0.5);
  });

  it('never enlarges', () => {
    const shrinker = new Shrinker(3, 1, 1000);
    shrinker.push(Uint8Array.of(1, 2, 3), 0);
    expect([...shrinker.plane]).toEqual([1, 2, 3]);
  });
});
