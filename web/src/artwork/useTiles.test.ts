import { TILE_PX } from '@kyanos/contract';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { OnScreen } from './marks.ts';

interface Asked {
  readonly at: string;
  readonly textured: boolean;
  come(): void;
  fail(): void;
}
const asked: Asked[] = [];
vi.mock('./pageWorker.ts', () => ({
  pageWorker: () => ({
    tile: (_subject: unknown, level: number, column: number, row: number, textured: boolean) =>
      new Promise((resolve, reject) =>
        asked.push({
          at: `${level}/${column}/${row}`,
          textured,
          come: () => resolve({ width: TILE_PX, height: TILE_PX }),
          fail: () => reject(new Error('away')),
        }),
      ),
  }),
}));
vi.mock('../look/canvas.ts', () => ({ toCanvas: (picture: unknown) => picture }));
const { useTiles } = await import('./useTiles.ts');

const SUBJECT = {} as never;
/** A page of 16 × 16 tiles, pixel for pixel; the screen shows 2 × 2 of them from its left upper corner. */
const PAGE: OnScreen = {
  left: 0,
  top: 0,
  scale: 1,
  widthPx: 16 * TILE_PX,
  heightPx: 16 * TILE_PX,
  widthMm: 100,
  heightMm: 100,
};
const SHOWN = { width: 2 * TILE_PX - 1, height: 2 * TILE_PX - 1 };
const settled = () => new Promise((done) => setTimeout(done));

let drawn: number[][];
const pen = {
  drawImage: (_: unknown, ...at: number[]) => drawn.push(at),
} as unknown as CanvasRenderingContext2D;
beforeEach(() => {
  asked.length = 0;
  drawn = [];
});

describe('tiles of a page that is looked at closely', () => {
  it('are sent for once each, and drawn where they belong when they have come', async () => {
    const redraw = vi.fn();
    const { draw } = useTiles(redraw);
    draw(pen, SUBJECT, PAGE, SHOWN, 1);
    draw(pen, SUBJECT, PAGE, SHOWN, 1);
    expect(asked.map(({ at }) => at)).toEqual(['0/0/0', '0/1/0', '0/0/1', '0/1/1']);
    expect(drawn).toEqual([]);
    asked[1].come();
    await settled();
    expect(redraw).toHaveBeenCalledTimes(1);
    draw(pen, SUBJECT, { ...PAGE, left: -10, scale: 2 }, { width: 10, height: 10 }, 0.5);
    draw(pen, SUBJECT, PAGE, SHOWN, 1);
    // A hair larger than the tile, so that no seam shows.
    expect(drawn.at(-1)).toEqual([TILE_PX, 0, TILE_PX + 0.5, TILE_PX + 0.5]);
  });

  it('that could not be fetched are sent for again', async () => {
    const { draw } = useTiles(() => undefined);
    draw(pen, SUBJECT, PAGE, { width: 10, height: 10 }, 1);
    asked[0].fail();
    await settled();
    draw(pen, SUBJECT, PAGE, { width: 10, height: 10 }, 1);
    expect(asked.map(({ at }) => at)).toEqual(['0/0/0', '0/0/0']);
  });

  it('of another page or other channels do not hold: what comes late is not drawn', async () => {
    const redraw = vi.fn();
    const { draw, clear } = useTiles(redraw);
    draw(pen, SUBJECT, PAGE, { width: 10, height: 10 }, 1);
    clear();
    asked[0].come();
    await settled();
    expect(redraw).not.toHaveBeenCalled();
    draw(pen, SUBJECT, PAGE, { width: 10, height: 10 }, 1);
    expect(drawn).toEqual([]);
    expect(asked).toHaveLength(2);
  });

  it('are without texture where single pixels are looked at, and both kinds are kept apart', async () => {
    const { draw } = useTiles(() => undefined);
    const corner = { width: 10, height: 10 };
    draw(pen, SUBJECT, PAGE, corner, 1);
    draw(pen, SUBJECT, { ...PAGE, scale: 4 }, corner, 1);
    expect(asked.map(({ textured }) => textured)).toEqual([true, false]);
    asked[1].come();
    await settled();
    draw(pen, SUBJECT, PAGE, corner, 1);
    expect(drawn).toEqual([]);
    draw(pen, SUBJECT, { ...PAGE, scale: 4 }, corner, 1);
    expect(drawn).toEqual([[0, 0, 4 * TILE_PX + 0.5, 4 * TILE_PX + 0.5]]);
  });
});
