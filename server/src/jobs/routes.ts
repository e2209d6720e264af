import { API, encodePlan, type Job } from '@kyanos/contract';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import type pg from 'pg';
import { inTransaction } from '../db.ts';
import type { Queue } from '../queue.ts';
import { on, onOnce } from '../route.ts';
import { bringBack, compareVersions, versionsOf } from './history.ts';
import { jobFile, takeStoredJobIn } from './travel.ts';
import { onState } from '../stock/jobs.ts';
import { foresee, foreseeSome } from '../stock/needs.ts';
import {
  artworksOf,
  insertJob,
  jobById,
  listJobs,
  putJobAway,
  saveJob,
  setJobNotes,
  setJobOrder,
} from './queries.ts';

/** Plans that were sent before, as they went. */
const sent = new WeakMap<object, ReturnType<typeof encodePlan>>();

/** A job on the wire: its stack in the short notation. */
function onWire(job: Job) {
  const plan = sent.get(job.plan) ?? encodePlan(job.plan);
  sent.set(job.plan, plan);
  return { ...job, plan };
}

export function jobRoutes(pool: pg.Pool, queue: Queue): Router {
  const router = Router();

  on(router, API.listJobs, async ({ query }, _context, req) => {
    const list = await listJobs(pool, query);
    foreseeSome(pool, list.jobs).catch((error: unknown) => req.log.error(error));
    return list;
  });

  onOnce(router, pool, API.makeJob, async (db, { body }, { actor, res }) => {
    const job = await insertJob(db, { ...body, savedBy: actor.name });
    res.location(`/api/jobs/${job.id}`);
    return onWire(job);
  });

  on(router, API.getJob, async ({ params: { id } }) => onWire(await jobById(pool, id)));

  onOnce(
    router,
    pool,
    API.saveJob,
    async (db, { params: { id }, body: { base, ...version } }, { actor }) =>
      onWire(await saveJob(db, id, base, { ...version, savedBy: actor.name })),
  );

  on(router, API.listVersions, ({ params: { id }, query: { before } }) =>
    versionsOf(pool, id, before),
  );

  on(router, API.compareVersions, ({ params: { id, from, to } }) =>
    compareVersions(pool, id, from, to),
  );

  onOnce(
    router,
    pool,
    API.bringBackVersion,
    async (db, { params: { id, version }, body: { base } }, { actor }) =>
      onWire(await bringBack(db, id, version, base, actor.name)),
  );

  on(router, API.getJobFile, async ({ params: { id } }, { res }) => {
    const { name, bytes } = await jobFile(pool, id);
    res.attachment(name).type('application/zip');
    await pipeline(bytes, res);
  });

  on(router, API.takeJobFile, async ({ body: { fileId } }, { actor, waiter }) =>
    onWire(await takeStoredJobIn(pool, queue, fileId, { by: actor.name, waiter })),
  );

  on(router, API.setJobOrder, async ({ params: { id }, body: { was, now } }, { actor }) => {
    if (was.state !== now.state) await foresee(pool, id);
    return inTransaction(pool, async (db) => {
      const changed = await setJobOrder(db, id, was, now, actor.name);
      const stock = changed ? await onState(db, id, was.state, now.state, { by: actor.name }) : [];
      return { ...now, stock };
    });
  });

  on(router, API.setJobNotes, ({ params: { id }, body: { was, now } }, { actor }) =>
    inTransaction(pool, (db) => setJobNotes(db, id, was, now, actor.name)),
  );

  on(router, API.putJobAway, ({ params: { id }, body: { away } }, { actor }) =>
    inTransaction(pool, (db) => putJobAway(db, id, away, actor.name)),
  );

  on(router, API.listJobArtworks, ({ params: { id } }) => artworksOf(pool, id));

  return router;
}
