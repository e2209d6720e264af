import { Plan } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { z } from 'zod';
import { readyArtwork } from '../artwork/queries.ts';
import { askingOf, clientOf, readBody, readId } from '../http.ts';
import { ask, cancel, type Queue } from '../queue.ts';
import { buildById, upsertBuild } from './queries.ts';

const NewBuild = z.strictObject({ plan: Plan });

export function plateRoutes(pool: pg.Pool, queue: Queue): Router {
  const router = Router();

  router.post('/artworks/:id/plates', async (req, res) => {
    const artworkId = readId(req);
    const { plan } = readBody(req, NewBuild);
    await readyArtwork(pool, artworkId);
    const { id, state } = await upsertBuild(pool, artworkId, plan);
    await ask(pool, queue, { task: 'plates', id }, clientOf(req), state);
    res.status(202).json(await buildById(pool, id));
  });

  router.get('/plates/:id', async (req, res) => {
    res.json(await buildById(pool, readId(req)));
  });

  router.post('/plates/:id/cancel', async (req, res) => {
    const id = readId(req);
    await cancel(pool, { task: 'plates', id }, clientOf(req), askingOf(req));
    res.json(await buildById(pool, id));
  });

  return router;
}
