import { API } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { inTransaction } from '../db.ts';
import { on, onOnce } from '../route.ts';
import { foresee } from '../stock/needs.ts';
import { benchOf, benchState, changeBench, finishBench } from './queries.ts';

/** Jobs at the bench. */
export function benchRoutes(pool: pg.Pool): Router {
  const router = Router();

  on(router, API.getBench, ({ params: { id } }) => benchOf(pool, id));

  on(router, API.getBenchState, ({ params: { id } }) => benchState(pool, id));

  on(router, API.changeBench, async ({ params: { id }, body }, { actor }) => {
    if (body.begins) await foresee(pool, id);
    await inTransaction(pool, (db) => changeBench(db, id, body, actor.name));
    return benchState(pool, id);
  });

  onOnce(router, pool, API.finishBench, (db, { params: { id }, body }, { actor }) =>
    finishBench(db, id, body, actor.name),
  );

  return router;
}
