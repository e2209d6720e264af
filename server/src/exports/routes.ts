import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Plan } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { z } from 'zod';
import { readyArtwork } from '../artwork/queries.ts';
import { fileChunks } from '../files/queries.ts';
import { askingOf, clientOf, readBody, readId } from '../http.ts';
import { ask, cancel, type Queue } from '../queue.ts';
import { exportById, exportedFile, upsertExport } from './queries.ts';

const NewExport = z.strictObject({ plan: Plan });

export function exportRoutes(pool: pg.Pool, queue: Queue): Router {
  const router = Router();

  router.post('/artworks/:id/export', async (req, res) => {
    const artworkId = readId(req);
    const { plan } = readBody(req, NewExport);
    await readyArtwork(pool, artworkId);
    const { id, state } = await upsertExport(pool, artworkId, plan);
    await ask(pool, queue, { task: 'export', id }, clientOf(req), state);
    res.status(202).json(await exportById(pool, id));
  });

  router.get('/exports/:id', async (req, res) => {
    res.json(await exportById(pool, readId(req)));
  });

  router.post('/exports/:id/cancel', async (req, res) => {
    const id = readId(req);
    await cancel(pool, { task: 'export', id }, clientOf(req), askingOf(req));
    res.json(await exportById(pool, id));
  });

  router.get('/exports/:id/plates.zip', async (req, res) => {
    const { fileId, name } = await exportedFile(pool, readId(req));
    res.attachment(`${name}.zip`).type('application/zip');
    // Whoever goes away in the middle ends it.
    await pipeline(Readable.from(fileChunks(pool, fileId)), res).catch(() => undefined);
  });

  return router;
}
