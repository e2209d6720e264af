/** Test forms of a machine: printed, described to an instrument, and read. Nothing is changed here: what a fit says is saved like any other change. */
import { API } from '@kyanos/contract';
import { DomainError, oneWhite, testForm, writeCgats, type Channel } from '@kyanos/core';
import { Router } from 'express';
import type pg from 'pg';
import { readyArtwork } from '../artwork/queries.ts';
import { aside } from '../aside/aside.ts';
import type { PlannedJob } from '../aside/tasks.ts';
import type { Db } from '../db.ts';
import { jobById } from '../jobs/queries.ts';
import { measuresFor } from '../plates/queries.ts';
import { on } from '../route.ts';
import { itemById } from './items.ts';
import { machineById } from './queries.ts';

const SHOWN_JOBS = 3;

/** The newest jobs on a machine whose plates are built: to show what a fit would change in them. */
async function someJobs(db: Db, machineId: string): Promise<PlannedJob[]> {
  const { rows } = await db.query<{ id: string }>(
    `select h.job_id as id from job_head h join job_version v on v.job_id = h.job_id and v.version = h.version
     where v.plan #>> '{machine,id}' = $1::text and h.artwork_id is not null
     order by h.saved_at desc, h.job_id limit 12`,
    [machineId],
  );
  const jobs: PlannedJob[] = [];
  for (const { id } of rows) {
    if (jobs.length === SHOWN_JOBS) break;
    try {
      const { plan, artworkId } = await jobById(db, id);
      const info = await readyArtwork(db, artworkId!);
      jobs.push({ plan, info, measures: await measuresFor(db, artworkId!, plan) });
    } catch (error) {
      // It is still being read or built, or can't be: another serves as well.
      if (!(error instanceof DomainError)) throw error;
    }
  }
  return jobs;
}

export function formRoutes(pool: pg.Pool): Router {
  const router = Router();

  /** A form is of one white. */
  const subject = async (
    machineId: string,
    { material, white }: { readonly material: string; readonly white?: Channel | undefined },
  ) => ({
    machine: oneWhite(await machineById(pool, machineId), white),
    material: (await itemById(pool, 'material', material)).data,
  });

  on(router, API.getForm, async ({ params: { id, form }, query }, { res }) => {
    const pdf = await aside('form', { kind: form, ...(await subject(id, query)) });
    res.set({
      'Content-Type': 'application/pdf',
      'Content-Disposition': `inline; filename="${form}.pdf"`,
    });
    res.send(Buffer.from(pdf));
  });

  on(router, API.getFormTarget, async ({ params: { id, form }, query }, { res }) => {
    const { machine, material } = await subject(id, query);
    const { title, pages } = testForm(form, machine, material);
    const patches = pages.flatMap((page) => page.patches);
    const inks = [...new Set(patches.flatMap((patch) => Object.keys(patch.inks)))];
    const targets = patches.map((patch) => ({
      id: patch.id,
      inks: Object.fromEntries(
        Object.entries(patch.inks).map(([ink, share]) => [ink, share * 100]),
      ),
    }));
    res.set({
      'Content-Type': 'text/plain; charset=utf-8',
      'Content-Disposition': `attachment; filename="${form}.txt"`,
    });
    res.send(writeCgats(`${title}, ${machine.name}`, inks, targets));
  });

  on(router, API.fitForm, async ({ params: { id, form }, body }) => {
    const { material: materialId, ...read } = body;
    const { data: machine, revision } = await itemById(pool, 'machine', id);
    const { data: material } = await itemById(pool, 'material', materialId);
    const jobs = await someJobs(pool, id);
    const fit = await aside('fitted', { kind: form, machine, material, ...read, jobs });
    return { ...fit, revision };
  });

  return router;
}
