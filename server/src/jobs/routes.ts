import { encodePlan, type Job, NewJob, SaveJob } from '@kyanos/contract';
import { Router } from 'express';
import type pg from 'pg';
import { readBody, readId } from '../http.ts';
import { once } from '../once.ts';
import { artworksOf, insertJob, jobById, listJobs, saveJob } from './queries.ts';

/** A job on the wire: its stack in the short notation. */
const onWire = (job: Job) => ({ ...job, plan: encodePlan(job.plan) });

export function jobRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.get('/jobs', async (_req, res) => {
    res.json(await listJobs(pool));
  });

  router.post('/jobs', async (req, res) => {
    const wanted = readBody(req, NewJob);
    await once(pool, req, res, async (db) => {
      const job = await insertJob(db, wanted);
      res.location(`/api/jobs/${job.id}`);
      return { status: 201, body: onWire(job) };
    });
  });

  router.get('/jobs/:id', async (req, res) => {
    res.json(onWire(await jobById(pool, readId(req))));
  });

  router.get('/jobs/:id/artworks', async (req, res) => {
    res.json(await artworksOf(pool, readId(req)));
  });

  router.put('/jobs/:id', async (req, res) => {
    const id = readId(req);
    const { base, ...version } = readBody(req, SaveJob);
    await once(pool, req, res, async (db) => ({
      status: 200,
      body: onWire(await saveJob(db, id, base, version)),
    }));
  });

  return router;
}
