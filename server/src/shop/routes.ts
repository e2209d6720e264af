import { Router } from 'express';
import type pg from 'pg';
import { shopOf } from './queries.ts';

export function shopRoutes(pool: pg.Pool): Router {
  const router = Router();
  router.get('/shop', async (_req, res) => {
    res.json(await shopOf(pool));
  });
  return router;
}
