import { NewRip } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { readBody, readId } from '../http.ts';
import { cancel, enqueue, type Queue } from '../queue.ts';
import { artworkById, previewOf, upsertArtwork } from './queries.ts';

export function artworkRoutes(pool: pg.Pool, queue: Queue): Router {
  const router = Router();

  router.post('/artworks', async (req, res) => {
    const { id, queued } = await upsertArtwork(pool, readBody(req, NewRip));
    if (queued) await enqueue(queue, { task: 'rip', id });
    res.status(202).json(await artworkById(pool, id));
  });

  router.get('/artworks/:id', async (req, res) => {
    res.json(await artworkById(pool, readId(req)));
  });

  router.post('/artworks/:id/cancel', async (req, res) => {
    const id = readId(req);
    await cancel(pool, { task: 'rip', id });
    res.json(await artworkById(pool, id));
  });

  /** All planes of a page at screen resolution, unpacked by the browser itself. */
  router.get('/artworks/:id/pages/:page/preview', async (req, res) => {
    const bytes = await previewOf(pool, readId(req), Number(req.params.page) | 0);
    res.set({
      'Content-Type': 'application/octet-stream',
      'Content-Encoding': 'gzip',
      // Plates of one file at one resolution never change.
      'Cache-Control': 'private, max-age=31536000, immutable',
    });
    res.end(bytes);
  });

  return router;
}
