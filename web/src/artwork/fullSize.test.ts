import { TILE_PX, type ArtworkId } from '@kyanos/contract';
import { channelsOf, levelSize, type ArtworkPage } from '@kyanos/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { fetchTile, partOf } from './fullSize.ts';

const [widthPx, heightPx] = [2 * TILE_PX + 30, TILE_PX + 20];
let pages = 0;
/** A page whose every pixel tells where it is. */
const page = () =>
  ({
    number: ++pages,
    widthPx,
    heightPx,
    separations: [
      { name: 'Cyan', kind: 'process' },
      { name: 'White', kind: 'white' },
    ],
    overprinted: [],
  }) as unknown as ArtworkPage;
const ID = 'an-artwork' as ArtworkId;
const inkAt = (channel: number, x: number, y: number) =>
  1 + ((x * 7 + y * 13 + channel * 101) % 255);

let asked: string[];
let status: number;
beforeEach(() => {
  [asked, status] = [[], 200];
  // A server that cuts the page into tiles.
  vi.stubGlobal('fetch', async (path: string) => {
    asked.push(path);
    const [level, column, row] = path.split('/').slice(-3).map(Number);
    const [left, top] = [column * TILE_PX, row * TILE_PX];
    const width = Math.min(TILE_PX, levelSize(widthPx, level) - left);
    const height = Math.min(TILE_PX, levelSize(heightPx, level) - top);
    const bytes = Uint8Array.from({ length: 2 * width * height }, (_, i) => {
      const [channel, rest] = [Math.floor(i / (width * height)), i % (width * height)];
      return inkAt(channel, left + (rest % width), top + Math.floor(rest / width));
    });
    return new Response(bytes, { status });
  });
});
afterEach(() => vi.unstubAllGlobals());

describe('a part of a page', () => {
  it.each([
    ['within one tile', { left: 5, top: 7, width: 20, height: 10 }, 1],
    ['over the corner of four', { left: TILE_PX - 9, top: TILE_PX - 4, width: 20, height: 10 }, 4],
    ['over the whole width', { left: 0, top: 3, width: widthPx, height: 2 }, 3],
    ['of one pixel, the last', { left: widthPx - 1, top: heightPx - 1, width: 1, height: 1 }, 1],
    ['over the edges of the page', { left: -6, top: -5, width: 12, height: 12 }, 1],
    ['over its far corner', { left: widthPx - 4, top: heightPx - 3, width: 9, height: 9 }, 1],
  ])(
    '%s is that of the page, fetched in as few tiles as hold it; beyond is nothing',
    async (_, box, tiles) => {
      const of = page();
      const part = await partOf({ artworkId: ID, page: of }, box);
      expect(asked).toHaveLength(tiles);
      for (const [channel, name] of channelsOf(of).entries()) {
        const plane = part.planes.get(name)!;
        expect(plane).toHaveLength(box.width * box.height);
        for (let i = 0; i < plane.length; i++) {
          const x = box.left + (i % box.width);
          const y = box.top + Math.floor(i / box.width);
          const on = x >= 0 && y >= 0 && x < widthPx && y < heightPx;
          expect([x, y, plane[i]]).toEqual([x, y, on ? inkAt(channel, x, y) : 0]);
        }
      }
    },
  );

  it('is not fetched a second time, and what was refused is asked for again', async () => {
    const of = page();
    const first = await fetchTile({ artworkId: ID, page: of }, 0, 1, 0);
    expect(await fetchTile({ artworkId: ID, page: of }, 0, 1, 0)).toBe(first);
    expect(asked).toHaveLength(1);
    status = 503;
    const refused = () => fetchTile({ artworkId: ID, page: of }, 1, 0, 0);
    await expect(refused()).rejects.toThrow('Reload the page');
    status = 200;
    expect(await refused()).toMatchObject({ left: 0, top: 0, width: TILE_PX });
    expect(asked).toHaveLength(3);
  });
});
