import { NewReports, ReportUse, TakeOver } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { readBody, readId } from '../http.ts';
import { once } from '../once.ts';
import { machineById } from '../shop/queries.ts';
import { removeReport, reportsOf, setUse, takeOver, takeReports } from './queries.ts';

/** What machines say of finished jobs, and what is learnt from it. */
export function reportRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.get('/machines/:machine/reports', async (req, res) => {
    const { id } = await machineById(pool, req.params.machine);
    res.json(await reportsOf(pool, id));
  });

  router.post('/machines/:machine/reports', async (req, res) => {
    const { text } = readBody(req, NewReports);
    const { machine } = req.params;
    await once(pool, req, res, async (db) => ({
      status: 201,
      body: await takeReports(db, machine, text),
    }));
  });

  router.post('/machines/:machine/learnt', async (req, res) => {
    const { subjects } = readBody(req, TakeOver);
    res.json(await takeOver(pool, req.params.machine, subjects));
  });

  router.put('/reports/:id', async (req, res) => {
    await setUse(pool, readId(req), readBody(req, ReportUse).use);
    res.status(204).end();
  });

  router.delete('/reports/:id', async (req, res) => {
    await removeReport(pool, readId(req));
    res.status(204).end();
  });

  return router;
}
