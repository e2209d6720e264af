import { encodePlan, type Job, NewJob, SaveJob } from '@kyanos/contract';
import { Router, type Response } from 'express';
import type pg from 'pg';
import { inTransaction } from '../db.ts';
import { readBody, readId } from '../http.ts';
import { artworksOf, insertJob, jobById, listJobs, saveJob } from './queries.ts';

/** A job on the wire: its stack in the short notation. */
const send = (res: Response, job: Job) => res.json({ ...job, plan: encodePlan(job.plan) });

export function jobRoutes(pool: pg.Pool): Router {
  const router = Router();

  router.get('/jobs', async (_req, res) => {
    res.json(await listJobs(pool));
  });

  router.post('/jobs', async (req, res) => {
    const wanted = readBody(req, NewJob);
    const job = await inTransaction(pool, (db) => insertJob(db, wanted));
    res.status(201).location(`/api/jobs/${job.id}`);
    send(res, job);
  });

  router.get('/jobs/:id', async (req, res) => {
    send(res, await jobById(pool, readId(req)));
  });

  router.get('/jobs/:id/artworks', async (req, res) => {
    res.json(await artworksOf(pool, readId(req)));
  });

  router.put('/jobs/:id', async (req, res) => {
    const { base, ...version } = readBody(req, SaveJob);
    send(res, await saveJob(pool, readId(req), base, version));
  });

  return router;
}
