/** Tiles of a page that is looked at closely: which are seen, and those that were drawn. */
import { PREVIEW_PX, TILE_PX, tileLevels } from '@kyanos/contract';
import { levelSize } from '@kyanos/core';
import { toCanvas } from '../look/canvas.ts';
import type { OnScreen } from './marks.ts';
import type { PageSubject } from './page.worker.ts';
import { pageWorker } from './pageWorker.ts';

/** Screen pixels for each of the page, from which on single ones are looked at. */
const SINGLE = 3;
const MOST_TILES = 160;

export interface Tile {
  readonly level: number;
  readonly column: number;
  readonly row: number;
}

/**
 * The tiles that are seen, of the level nearest to the screen's own resolution; none while the whole picture is fine enough.
 *
 * @param ratio device pixels for a screen pixel
 */
export function seenTiles(
  { left, top, scale, widthPx, heightPx }: Omit<OnScreen, 'widthMm' | 'heightMm'>,
  shown: { readonly width: number; readonly height: number },
  ratio: number,
): Tile[] {
  const device = scale * ratio;
  if (device * Math.max(widthPx, heightPx) <= PREVIEW_PX) return [];
  const levels = tileLevels(widthPx, heightPx);
  const level = Math.min(levels - 1, Math.max(0, Math.round(Math.log2(1 / device))));
  const size = TILE_PX * 2 ** level * scale;
  const range = (from: number, visible: number, pixels: number) => {
    const last = Math.ceil(levelSize(pixels, level) / TILE_PX) - 1;
    return [
      Math.max(0, Math.floor(-from / size)),
      Math.min(last, Math.floor((visible - from) / size)),
    ];
  };
  const [firstColumn, lastColumn] = range(left, shown.width, widthPx);
  const [firstRow, lastRow] = range(top, shown.height, heightPx);
  const tiles: Tile[] = [];
  for (let row = firstRow; row <= lastRow; row++)
    for (let column = firstColumn; column <= lastColumn; column++)
      tiles.push({ level, column, row });
  return tiles;
}

/** @param redraw called when a tile has come */
export function useTiles(redraw: () => void) {
  /** `undefined` while one is on its way. */
  const tiles = new Map<string, HTMLCanvasElement | undefined>();
  let generation = 0;

  async function fetchTile(
    key: string,
    subject: PageSubject,
    { level, column, row }: Tile,
    textured: boolean,
  ): Promise<void> {
    const asked = generation;
    tiles.set(key, undefined);
    try {
      const picture = await pageWorker().tile(subject, level, column, row, textured);
      if (asked !== generation) return;
      tiles.set(key, toCanvas(picture));
      for (const oldest of tiles.keys()) {
        if (tiles.size <= MOST_TILES) break;
        tiles.delete(oldest);
      }
      redraw();
    } catch {
      if (asked === generation) tiles.delete(key);
    }
  }

  /** Draws what is there over the whole picture, and sends for the rest. */
  function draw(
    pen: CanvasRenderingContext2D,
    subject: PageSubject,
    page: OnScreen,
    shown: { readonly width: number; readonly height: number },
    ratio: number,
  ): void {
    const textured = page.scale * ratio < SINGLE;
    for (const tile of seenTiles(page, shown, ratio)) {
      const { level, column, row } = tile;
      const key = `${level}/${column}/${row}${textured ? '' : '/plain'}`;
      const picture = tiles.get(key);
      if (!picture) {
        if (!tiles.has(key)) void fetchTile(key, subject, tile, textured);
        continue;
      }
      const each = 2 ** level * page.scale;
      // A hair larger, so that no seam shows.
      pen.drawImage(
        picture,
        page.left + column * TILE_PX * each,
        page.top + row * TILE_PX * each,
        picture.width * each + 0.5,
        picture.height * each + 0.5,
      );
    }
  }

  /** Another page, or other channels: nothing drawn so far holds. */
  function clear(): void {
    generation++;
    tiles.clear();
  }

  return { draw, clear };
}
