import { API } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { on, onOnce } from '../route.ts';
import { machineById } from '../shop/queries.ts';
import { removeReport, reportsOf, setUse, takeOver, takeReports } from './queries.ts';

/** What machines say of finished jobs, and what is learnt from it. */
export function reportRoutes(pool: pg.Pool): Router {
  const router = Router();

  on(router, API.listReports, async ({ params }) => {
    const { id } = await machineById(pool, params.machine);
    return reportsOf(pool, id);
  });

  onOnce(router, pool, API.takeReports, (db, { params, body }) =>
    takeReports(db, params.machine, body.text),
  );

  on(router, API.takeOverLearnt, ({ params, body }, { actor }) =>
    takeOver(pool, params.machine, body.subjects, actor.name),
  );

  on(router, API.useReport, ({ params, body }) => setUse(pool, params.id, body.use));

  on(router, API.removeReport, ({ params }) => removeReport(pool, params.id));

  return router;
}
