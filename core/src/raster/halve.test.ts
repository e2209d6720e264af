import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byteSum, CoverageMeter, Halver, levelSize, sumInterleaved } from './index.ts';

describe('Halver', () => {
  it('makes each pixel the mean of four', () => {
    expect([...new Halver(4).push(Uint8Array.of(0, 100, 8, 8, 100, 200, 8, 9))]).toEqual([100, 8]);
  });

  it('gives the same rows however they come', () => {
    const picture = fc.tuple(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 1, max: 12 }));
    fc.assert(
      fc.property(picture, fc.integer({ min: 1, max: 5 }), ([width, height], step) => {
        const pixels = Uint8Array.from({ length: width * height }, (_, i) => (i * 89) % 256);
        const whole = new Halver(width).push(pixels);
        const parts = new Halver(width);
        const rows: number[] = [];
        for (let y = 0; y < height; y += step)
          rows.push(...parts.push(pixels.subarray(y * width, Math.min(height, y + step) * width)));
        expect(rows).toEqual([...whole]);
        const at = (x: number, y: number) => pixels[y * width + Math.min(x, width - 1)];
        const mean = (x: number, y: number) =>
          (at(2 * x, 2 * y) +
            at(2 * x + 1, 2 * y) +
            at(2 * x, 2 * y + 1) +
            at(2 * x + 1, 2 * y + 1) +
            2) >>
          2;
        const half = levelSize(width, 1);
        expect([...whole]).toEqual(
          Array.from({ length: whole.length }, (_, i) => mean(i % half, Math.floor(i / half))),
        );
        expect(whole.length).toBe(levelSize(width, 1) * (height >> 1));
      }),
    );
  });
});

describe('byteSum', () => {
  it('adds bytes from anywhere to anywhere, as one by one', () => {
    const bytes = Uint8Array.from({ length: 5000 }, (_, i) => (i * 151 + (i >> 3)) % 256);
    fc.assert(
      fc.property(fc.nat(5000), fc.nat(5000), fc.nat(7), (a, b, shift) => {
        const plane = bytes.subarray(shift);
        const [from, to] = [Math.min(a, b, plane.length), Math.min(Math.max(a, b), plane.length)];
        let slow = 0;
        for (let i = from; i < to; i++) slow += plane[i];
        expect(byteSum(plane.subarray(from, to))).toBe(slow);
      }),
    );
    expect(byteSum(new Uint8Array(1_000_003).fill(255))).toBe(255 * 1_000_003);
  });

  it('adds interleaved channels as one by one, of any number', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.nat(700), (channels, pixels) => {
        const mixed = Uint8Array.from({ length: channels * pixels }, (_, i) => (i * 157) % 256);
        const sums = new Float64Array(channels);
        sumInterleaved(mixed, sums);
        const slow = new Float64Array(channels);
        mixed.forEach((value, i) => (slow[i % channels] += value));
        expect([...sums]).toEqual([...slow]);
      }),
    );
    const full = new Float64Array(6);
    sumInterleaved(new Uint8Array(6 * 100_001).fill(255), full);
    expect([...full]).toEqual(Array<number>(6).fill(255 * 100_001));
  });

  it('gives coverage inside a box as counted by hand', () => {
    const meter = new CoverageMeter(1, 4, { left: 1, top: 1, right: 3, bottom: 3 });
    meter.add({ top: 0, rows: 3, planes: [new Uint8Array(12).fill(255)] });
    expect(meter.coverage()).toEqual([1]);
  });
});
