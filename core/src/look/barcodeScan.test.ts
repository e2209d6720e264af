import { describe, expect, it } from 'vitest';
import { scanPicture, thinnedBars } from './index.ts';

describe('a scan', () => {
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
