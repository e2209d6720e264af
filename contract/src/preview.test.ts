import { channelsOf, shrunkSize, type ArtworkPage } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { artwork } from '../../core/test/shop.ts';
import { PREVIEW_PX, THUMBNAIL_PX } from './resources/artworks.ts';
import { planesOf, previewFrom, shrunkPreview } from './preview.ts';

const [small] = artwork({ White: 0.5 }).pages;
const page: ArtworkPage = { ...small, widthPx: 4000, heightPx: 2000, dpi: 300 };
const channels = channelsOf(page);
/** The planes of a page, each of one value. */
const packed = (width: number, height: number) => {
  const bytes = new Uint8Array(channels.length * width * height);
  channels.forEach((_, i) => bytes.fill(10 * i, i * width * height, (i + 1) * width * height));
  return bytes;
};

describe('a page at screen resolution', () => {
  it('has its planes one after another, in the order of its channels', () => {
    const screen = shrunkSize(page.widthPx, page.heightPx, PREVIEW_PX);
    const preview = previewFrom(page, packed(screen.width, screen.height));
    expect([preview.width, preview.height]).toEqual([screen.width, screen.height]);
    expect([...preview.planes.keys()]).toEqual(channels);
    channels.forEach((name, i) => {
      expect(preview.planes.get(name)).toHaveLength(screen.width * screen.height);
      expect(preview.planes.get(name)!.every((value) => value === 10 * i)).toBe(true);
    });
  });

  it('is as large in print as the page itself', () => {
    for (const size of ['screen', 'thumbnail'] as const) {
      const longest = size === 'screen' ? PREVIEW_PX : THUMBNAIL_PX;
      const { width, dpi } = previewFrom(page, packed(longest, longest / 2), size);
      expect([size, width]).toEqual([size, longest]);
      expect(width / dpi).toBeCloseTo(page.widthPx / page.dpi, 9);
    }
  });

  it('holds no copies of its planes', () => {
    const bytes = packed(8, 4);
    const planes = planesOf(channels, bytes);
    bytes[0] = 99;
    expect(planes.get(channels[0])![0]).toBe(99);
  });
});

describe('the same page smaller', () => {
  const plane = Uint8Array.from({ length: 16 * 8 }, (_, i) => (i % 16 < 8 ? 200 : 0));
  const preview = { width: 16, height: 8, dpi: 100, planes: new Map([['White', plane]]) };

  it('has the mean of the pixels that each stands for, and the same size in print', () => {
    const { width, height, dpi, planes } = shrunkPreview(preview, 4);
    expect([width, height, dpi]).toEqual([4, 2, 25]);
    expect([...planes.get('White')!]).toEqual([200, 200, 0, 0, 200, 200, 0, 0]);
    const [first, second, ...rest] = shrunkPreview(preview, 5).planes.get('White')!;
    expect([first, second, ...rest.slice(1, 3)]).toEqual([200, 200, 0, 0]);
    // The middle one stands for both.
    expect(rest[0]).toBeGreaterThan(0);
    expect(rest[0]).toBeLessThan(200);
  });

  it('is itself where it is small enough already', () => {
    expect(shrunkPreview(preview, 16).planes.get('White')).toBe(plane);
    expect(shrunkPreview(preview, 500).width).toBe(16);
  });
});
