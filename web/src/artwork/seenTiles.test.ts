import { TILE_PX } from '@kyanos/contract';
import { packCells } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import { placeBounds } from './marks.ts';
import { seenTiles } from './useTiles.ts';

describe('the tiles that are seen', () => {
  const page = { widthPx: 7000, heightPx: 5000 };
  const screen = { width: 800, height: 600 };

  it('are none while the whole picture is fine enough', () => {
    expect(seenTiles({ ...page, left: 0, top: 0, scale: 0.1 }, screen, 1)).toEqual([]);
  });

  it('are those of the full page at its own resolution, and no others', () => {
    const tiles = seenTiles({ ...page, left: -10 * TILE_PX - 5, top: 0, scale: 1 }, screen, 1);
    expect(new Set(tiles.map(({ level }) => level))).toEqual(new Set([0]));
    expect(tiles.map(({ column }) => column).reduce((a, b) => Math.min(a, b))).toBe(10);
    // 805 pixels from the left edge of the first one.
    expect(new Set(tiles.map(({ column }) => column)).size).toBe(Math.floor(805 / TILE_PX) + 1);
  });

  it('are of a coarser level further away, and of a finer one on a finer screen', () => {
    const at = { ...page, left: 0, top: 0, scale: 0.25 };
    expect(seenTiles(at, screen, 1)[0].level).toBe(2);
    expect(seenTiles(at, screen, 2)[0].level).toBe(1);
  });

  it('end with the page', () => {
    const tiles = seenTiles({ ...page, left: -6900, top: -4900, scale: 1 }, screen, 1);
    for (const { column, row } of tiles) {
      expect(column * TILE_PX).toBeLessThan(page.widthPx);
      expect(row * TILE_PX).toBeLessThan(page.heightPx);
    }
    expect(tiles.length).toBeGreaterThan(0);
  });
});

describe('the extent of a place', () => {
  const page = { widthMm: 100, heightMm: 50 };

  it('is the box round all of its boxes', () => {
    const boxes = [
      { left: 10, top: 5, width: 5, height: 5 },
      { left: 30, top: 1, width: 2, height: 2 },
    ];
    expect(placeBounds({ kind: 'boxes', boxes }, page)).toEqual({
      left: 10,
      top: 1,
      width: 22,
      height: 9,
    });
  });

  it('is the box round its marked cells', () => {
    const cells = packCells(
      10,
      5,
      Uint8Array.from({ length: 50 }, (_, i) => (i === 12 || i === 24 ? 3 : 0)),
    );
    expect(placeBounds({ kind: 'cells', cells }, page)).toEqual({
      left: 20,
      top: 10,
      width: 30,
      height: 20,
    });
  });

  it('is none where the place holds nothing', () => {
    expect(placeBounds({ kind: 'boxes', boxes: [] }, page)).toBeUndefined();
  });
});
