import { describe, expect, it } from 'vitest';
import { contrastGrade, scanOf, scanPicture, thinnedBars } from './index.ts';

describe('the grade of a symbol contrast', () => {
  it('changes at the limits of ISO/IEC 15416', () => {
    const limits = [0.7, 0.55, 0.4, 0.2];
    expect(limits.map(contrastGrade).join('')).toBe('ABCD');
    expect(limits.map((limit) => contrastGrade(limit - 1e-9)).join('')).toBe('BCDF');
    expect([contrastGrade(1), contrastGrade(0)]).toEqual(['A', 'F']);
  });
});

describe('a scan', () => {
  const bars = (dark: number, light: number, width = 20, height = 12) =>
    Float32Array.from({ length: width * height }, (_, i) => ((i % width) % 4 < 2 ? dark : light));

  it('is the lightest less the darkest, whichever way the bars stand', () => {
    const upright = scanOf(bars(0.05, 0.8), 20, 12, true);
    expect(upright.symbolContrast).toBeCloseTo(0.75, 6);
    expect(upright.grade).toBe('A');
    const lying = Float32Array.from({ length: 240 }, (_, i) =>
      Math.floor(i / 12) % 4 < 2 ? 0.05 : 0.8,
    );
    expect(scanOf(lying, 12, 20, false)).toEqual(upright);
  });

  it('fails where the bars reflect more than half of the ground', () => {
    expect(scanOf(bars(0.46, 0.9), 20, 12, true).grade).toBe('F');
    expect(scanOf(bars(0.44, 0.9), 20, 12, true).grade).toBe('C');
  });

  it('as a picture has the noise of a receiver, the same each time', () => {
    const even = new Float32Array(40_000).fill(0.5);
    const picture = scanPicture(even);
    const mean = picture.reduce((sum, v) => sum + v, 0) / picture.length / 255;
    const deviation = Math.sqrt(
      picture.reduce((sum, v) => sum + (v / 255 - mean) ** 2, 0) / picture.length,
    );
    expect(mean).toBeCloseTo(0.5, 2);
    expect(deviation).toBeCloseTo(0.02, 2);
    expect(scanPicture(even)).toEqual(picture);
  });

  it('has bars a pixel thinner at twice the size', () => {
    const row = [255, 255, 0, 0, 0, 255, 255];
    const pixels = Uint8Array.from([...row, ...row, ...row]);
    const { width, pixels: thin } = thinnedBars({ width: 7, height: 3, pixels });
    const dark = thin.slice(2 * width, 3 * width).filter((v) => v === 0).length;
    // Three pixels are six half ones; a pixel thinner they are four.
    expect([width, dark]).toEqual([14, 4]);
  });
});
