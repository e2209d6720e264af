import { Machine } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { readBody } from '../http.ts';
import { saveMachine, shopOf } from './queries.ts';

export function shopRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.get('/shop', async (_req, res) => {
    res.json(await shopOf(pool));
  });

  router.put('/shop/machines/:machine', async (req, res) => {
    const machine = readBody(req, Machine);
    await saveMachine(pool, req.params.machine, () => machine);
    res.json(machine);
  });

  return router;
}
