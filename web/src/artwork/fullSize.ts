/** Full-resolution pixels of a page, tile by tile. */
import { API, type ArtworkId, planesOf, TILE_PX } from '@kyanos/contract';
import { channelsOf, levelSize, type ArtworkPage } from '@kyanos/core';
import { addressIn } from '../shared/api.ts';
import { Fetched } from '../shared/fetched.ts';
import { t } from '../texts/texts.ts';
import type { Patch } from './compose.ts';

export interface Where {
  readonly artworkId: ArtworkId;
  readonly page: ArtworkPage;
}

const tiles = new Fetched<Patch>(48);

export function fetchTile(
  { artworkId, page }: Where,
  level: number,
  column: number,
  row: number,
): Promise<Patch> {
  const path = addressIn(API.getTile, {
    params: { id: artworkId, page: page.number, level, column, row },
  });
  return tiles.get(path, async () => {
    const response = await fetch(path);
    if (!response.ok) throw new Error(t('look.partNotFetched'));
    const bytes = new Uint8Array(await response.arrayBuffer());
    const [left, top] = [column * TILE_PX, row * TILE_PX];
    return {
      left,
      top,
      width: Math.min(TILE_PX, levelSize(page.widthPx, level) - left),
      height: Math.min(TILE_PX, levelSize(page.heightPx, level) - top),
      planes: planesOf(channelsOf(page), bytes),
    };
  });
}

/** Planes of a part of the page; beyond the page there is nothing. */
export async function partOf(
  where: Where,
  { left, top, width, height }: Omit<Patch, 'planes'>,
): Promise<Patch> {
  const { page } = where;
  const channels = channelsOf(page);
  const planes = new Map(channels.map((name) => [name, new Uint8Array(width * height)]));
  const tileAt = (value: number, most: number) =>
    Math.floor(Math.min(most - 1, Math.max(0, value)) / TILE_PX);
  for (let row = tileAt(top, page.heightPx); row <= tileAt(top + height - 1, page.heightPx); row++)
    for (
      let column = tileAt(left, page.widthPx);
      column <= tileAt(left + width - 1, page.widthPx);
      column++
    ) {
      const tile = await fetchTile(where, 0, column, row);
      const from = Math.max(left, tile.left);
      const to = Math.min(left + width, tile.left + tile.width);
      if (to <= from) continue;
      for (
        let y = Math.max(top, tile.top);
        y < Math.min(top + height, tile.top + tile.height);
        y++
      ) {
        const at = (y - tile.top) * tile.width - tile.left;
        for (const name of channels)
          planes
            .get(name)!
            .set(
              tile.planes.get(name)!.subarray(at + from, at + to),
              (y - top) * width + from - left,
            );
      }
    }
  return { width, height, left, top, planes };
}
