import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { API } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { readyArtwork } from '../artwork/queries.ts';
import { fileChunks } from '../files/queries.ts';
import { ask, cancel, type Queue } from '../queue.ts';
import { on } from '../route.ts';
import { exportById, exportedFile, upsertExport } from './queries.ts';

export function exportRoutes(pool: pg.Pool, queue: Queue): Router {
  const router = Router();

  on(router, API.makeExport, async ({ params, body }, { waiter }) => {
    await readyArtwork(pool, params.id);
    const { id, state } = await upsertExport(pool, params.id, body.plan);
    await ask(pool, queue, { task: 'export', id }, waiter, state);
    return exportById(pool, id);
  });

  on(router, API.getExport, ({ params: { id } }) => exportById(pool, id));

  on(router, API.cancelExport, async ({ params: { id }, body }, { client }) => {
    await cancel(pool, { task: 'export', id }, client, body.attempt);
    return exportById(pool, id);
  });

  on(router, API.getExported, async ({ params: { id } }, { res }) => {
    const { fileId, name } = await exportedFile(pool, id);
    res.attachment(`${name}.zip`).type('application/zip');
    // Whoever goes away in the middle ends it.
    await pipeline(Readable.from(fileChunks(pool, fileId)), res).catch(() => undefined);
  });

  return router;
}
