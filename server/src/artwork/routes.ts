import { API, tileLevels } from '@kyanos/contract';
import { DomainError } from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { ask, cancel, type Queue } from '../queue.ts';
import { on } from '../route.ts';
import { readTile } from './bands.ts';
import {
  artworkById,
  firstLookOf,
  previewOf,
  readyPage,
  thumbnailOf,
  upsertArtwork,
} from './queries.ts';

/** Plates of one file at one resolution never change. */
const FOREVER = { 'Cache-Control': 'private, max-age=31536000, immutable' };

export function artworkRoutes(pool: pg.Pool, queue: Queue): Router {
  const router = Router();

  on(router, API.readArtwork, async ({ body }, { waiter }) => {
    const { id, state } = await upsertArtwork(pool, body);
    await ask(pool, queue, { task: 'rip', id }, waiter, state);
    // The same bytes may have come under another name before: whoever asks keeps theirs.
    return { ...(await artworkById(pool, id)), fileName: body.fileName };
  });

  on(router, API.getArtwork, ({ params: { id } }) => artworkById(pool, id));

  on(router, API.cancelArtwork, async ({ params: { id }, body }, { client }) => {
    await cancel(pool, { task: 'rip', id }, client, body.attempt);
    return artworkById(pool, id);
  });

  on(router, API.getFirstLook, async ({ params: { id } }, { res }) => {
    const bytes = await firstLookOf(pool, id);
    res.set({ 'Content-Type': 'image/png', 'Cache-Control': 'private, max-age=60' }).end(bytes);
  });

  on(router, API.getTile, async ({ params: { id, page: number, level, column, row } }, { res }) => {
    const page = await readyPage(pool, id, number);
    const levels = tileLevels(page.widthPx, page.heightPx);
    const tile = level < levels ? await readTile(pool, id, page, level, column, row) : undefined;
    if (!tile) throw new DomainError('NO_TILE');
    res.set({ 'Content-Type': 'application/octet-stream', ...FOREVER });
    res.send(Buffer.from(tile.buffer));
  });

  // Unpacked by the browser itself.
  on(router, API.getPreview, async ({ params: { id, page }, query: { size } }, { res }) => {
    const bytes = await (size === 'screen' ? previewOf : thumbnailOf)(pool, id, page);
    res.set({
      'Content-Type': 'application/octet-stream',
      'Content-Encoding': 'gzip',
      ...FOREVER,
    });
    res.end(bytes);
  });

  return router;
}
