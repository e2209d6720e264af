/** Fills a new installation: the invented shop, its jobs and their artwork. Once only. */
import { Readable } from 'node:stream';
import { DEMO_JOBS, floorHistory, SHOP, SHOP_STATE, type DemoJob } from '@kyanos/demo';
import type { FileId } from '@kyanos/contract';
import { originIn } from '@kyanos/core';
import type pg from 'pg';
import { upsertArtwork } from '../artwork/queries.ts';
import { inTransaction } from '../db.ts';
import { storeFile } from '../files/queries.ts';
import { loadFloor } from '../floorHistory.ts';
import { insertJob, setJobOrder } from '../jobs/queries.ts';
import { upsertBuild } from '../plates/queries.ts';
import { enqueue, type Queue } from '../queue.ts';
import { foundShop, shopOf } from './queries.ts';

/** Without jobs there is still a shop, since a plan needs machines and materials. */
export const prepareShop = (pool: pg.Pool, states = SHOP_STATE): Promise<void> =>
  foundShop(pool, SHOP, states);

/** At three in the afternoon, so many days from now. */
function dueIn(days: number): string {
  const due = new Date();
  due.setDate(due.getDate() + days);
  due.setHours(15, 0, 0, 0);
  return due.toISOString();
}

export async function loadDemo(pool: pg.Pool, queue: Queue): Promise<void> {
  const { rows } = await pool.query<{ loaded: boolean }>('select demo_loaded as loaded from shop');
  if (rows[0].loaded) return;
  // All at once: three of them have a photograph, which a core is busy with for a second.
  const drawn = await Promise.all(
    DEMO_JOBS.map(async (job): Promise<{ job: DemoJob; fileId: FileId }> => {
      const file = await storeFile(pool, Readable.from([await job.draw()]));
      return { job, fileId: file.id };
    }),
  );
  const artworks = await inTransaction(pool, async (db) => {
    // Of two servers that start together one loads it.
    const mine = await db.query(
      'update shop set demo_loaded = true where not demo_loaded returning 1',
    );
    if (mine.rows.length === 0) return [];
    const shop = await shopOf(db);
    await loadFloor(db, floorHistory(SHOP, new Date()));
    const ids: string[] = [];
    for (const { job, fileId } of [...drawn].reverse()) {
      const { id } = await upsertArtwork(db, { fileId, fileName: job.fileName, dpi: job.dpi });
      const from = originIn(shop, job.plan.machine.id, job.plan.material.id);
      const plan = { ...job.plan, ...(from && { from }) };
      const made = await insertJob(db, { plan, artworkId: id, savedBy: 'Demo' });
      const due = job.dueDays === undefined ? null : dueIn(job.dueDays);
      await setJobOrder(
        db,
        made.id,
        { state: 'quoted', due: null, priority: 'usual' },
        { state: job.state, due, priority: 'usual' },
        'Demo',
      );
      // Queued by the worker once the artwork is ready.
      await upsertBuild(db, id, job.plan);
      ids.unshift(id);
    }
    return ids;
  });
  for (const id of artworks) await enqueue(pool, queue, { task: 'rip', id });
}
