import type { ArtworkInfo } from '../artwork/index.ts';
import { describe, expect, it } from 'vitest';
import { jobsOf, likelyPageUse, pageUsesOf } from './jobPages.ts';

const file = (...sizes: [number, number][]) =>
  ({
    pages: sizes.map(([width, height], i) => ({
      number: i + 1,
      trimMm: { left: 0, top: 0, width, height },
      widthMm: width + 4,
      heightMm: height + 4,
    })),
  }) as unknown as ArtworkInfo;

describe('a file of several pages', () => {
  it('is a front and its back where there are two of one size, and versions where there are more', () => {
    expect(likelyPageUse(file([90, 50], [90.4, 50]))).toBe('both');
    expect(likelyPageUse(file([90, 50], [60, 50]))).toBe('each');
    expect(likelyPageUse(file([90, 50], [90, 50], [90, 50]))).toBe('versions');
    expect(likelyPageUse(file([90, 50], [90, 50], [90, 60]))).toBe('each');
    expect(likelyPageUse(file([90, 50]))).toBe('front');
    expect(pageUsesOf(file([90, 50], [90, 50]))).toEqual(['both', 'versions', 'each', 'front']);
    expect(pageUsesOf(file([90, 50], [60, 50]))).toEqual(['each', 'front']);
  });

  it('is not offered as versions where the bleed makes pages of one trim differ as printed', () => {
    const info = file([90, 50], [90, 50], [90, 50]);
    const [first, ...rest] = info.pages;
    const uneven = { ...info, pages: [{ ...first, widthMm: 90, heightMm: 50 }, ...rest] };
    expect(pageUsesOf(info)).toContain('versions');
    expect(pageUsesOf(uneven)).not.toContain('versions');
    expect(likelyPageUse(uneven)).toBe('each');
  });

  it('becomes one job of versions with the quantity of each, without those that nobody wants', () => {
    const three = file([90, 50], [90, 50], [90, 50]);
    expect(jobsOf(three, 'versions', [200, 0, 50])).toEqual([
      {
        front: 1,
        rear: null,
        copies: 250,
        versions: [
          { page: 1, copies: 200 },
          { page: 3, copies: 50 },
        ],
      },
    ]);
    expect(jobsOf(three, 'versions', [0, 0, 50])).toEqual([{ front: 3, rear: null, copies: 50 }]);
    expect(jobsOf(three, 'versions', [0, 0, 0])).toEqual([]);
  });

  it('becomes a job for each page with its quantity, and none where none is wanted', () => {
    const three = file([90, 50], [90, 50], [90, 50]);
    expect(jobsOf(three, 'each', [200, 0, 50])).toEqual([
      { front: 1, rear: null, copies: 200 },
      { front: 3, rear: null, copies: 50 },
    ]);
    expect(jobsOf(file([90, 50], [90, 50]), 'both', [25])).toEqual([
      { front: 1, rear: 2, copies: 25 },
    ]);
  });
});
