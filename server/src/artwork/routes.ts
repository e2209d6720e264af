import { DomainError } from '@kyanos/core';
import { NewRip, tileLevels } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { askingOf, clientOf, readBody, readId } from '../http.ts';
import { ask, cancel, type Queue } from '../queue.ts';
import { tileOf } from './bands.ts';
import { artworkById, firstLookOf, previewOf, readyPage, upsertArtwork } from './queries.ts';

/** Plates of one file at one resolution never change. */
const FOREVER = { 'Cache-Control': 'private, max-age=31536000, immutable' };

export function artworkRoutes(pool: pg.Pool, queue: Queue): Router {
  const router = Router();

  router.post('/artworks', async (req, res) => {
    const wanted = readBody(req, NewRip);
    const { id, state } = await upsertArtwork(pool, wanted);
    await ask(pool, queue, { task: 'rip', id }, clientOf(req), state);
    // The same bytes may have come under another name before: whoever asks keeps theirs.
    res.status(202).json({ ...(await artworkById(pool, id)), fileName: wanted.fileName });
  });

  router.get('/artworks/:id', async (req, res) => {
    res.json(await artworkById(pool, readId(req)));
  });

  router.post('/artworks/:id/cancel', async (req, res) => {
    const id = readId(req);
    await cancel(pool, { task: 'rip', id }, clientOf(req), askingOf(req));
    res.json(await artworkById(pool, id));
  });

  /** A rough picture, there before the plates are. */
  router.get('/artworks/:id/first-look', async (req, res) => {
    const bytes = await firstLookOf(pool, readId(req));
    res.set({ 'Content-Type': 'image/png', 'Cache-Control': 'private, max-age=60' });
    res.end(bytes);
  });

  /** All planes of a tile at a level, one after another. */
  router.get('/artworks/:id/pages/:page/tiles/:level/:column/:row', async (req, res) => {
    const id = readId(req);
    const [number, level, column, row] = ['page', 'level', 'column', 'row'].map((name) =>
      Number(req.params[name as 'page']),
    );
    const page = await readyPage(pool, id, number);
    const levels = tileLevels(page.widthPx, page.heightPx);
    const tile =
      [level, column, row].every(Number.isInteger) && level >= 0 && level < levels
        ? await tileOf(pool, id, page, level, column, row)
        : undefined;
    if (!tile) throw new DomainError('NO_TILE');
    res.set({ 'Content-Type': 'application/octet-stream', ...FOREVER });
    res.send(Buffer.from(tile.buffer));
  });

  /** All planes of a page at screen resolution, unpacked by the browser itself. */
  router.get('/artworks/:id/pages/:page/preview', async (req, res) => {
    const bytes = await previewOf(pool, readId(req), Number(req.params.page) | 0);
    res.set({
      'Content-Type': 'application/octet-stream',
      'Content-Encoding': 'gzip',
      ...FOREVER,
    });
    res.end(bytes);
  });

  return router;
}
