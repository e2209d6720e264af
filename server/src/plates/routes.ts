import { API } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { readyArtwork } from '../artwork/queries.ts';
import { ask, cancel, type Queue } from '../queue.ts';
import { on } from '../route.ts';
import { buildById, upsertBuild } from './queries.ts';

export function plateRoutes(pool: pg.Pool, queue: Queue): Router {
  const router = Router();

  on(router, API.buildPlates, async ({ params, body }, { waiter }) => {
    await readyArtwork(pool, params.id);
    const { id, state } = await upsertBuild(pool, params.id, body.plan);
    await ask(pool, queue, { task: 'plates', id }, waiter, state);
    return buildById(pool, id);
  });

  on(router, API.getPlates, ({ params: { id } }) => buildById(pool, id));

  on(router, API.cancelPlates, async ({ params: { id }, body }, { client }) => {
    await cancel(pool, { task: 'plates', id }, client, body.attempt);
    return buildById(pool, id);
  });

  return router;
}
