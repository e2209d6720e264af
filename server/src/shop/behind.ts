/** Jobs whose copy of a machine, a material or the prices is of an earlier revision than the shop's own. */
import type { JobId } from '@kyanos/contract';
import { DomainError, takenOver, type OriginPart } from '@kyanos/core';
import type pg from 'pg';
import { inTransaction, type Db } from '../db.ts';
import { jobById, saveJob } from '../jobs/queries.ts';
import { shopOf } from './queries.ts';
import { t } from '../texts/texts.ts';

export interface Behind {
  readonly id: JobId;
  readonly name: string;
  readonly version: number;
  /** The one that the job has. */
  readonly revision: number;
}

/** @param id of the machine or the material; of prices there is one */
export async function jobsBehind(db: Db, part: OriginPart, id: string): Promise<Behind[]> {
  const { revisions } = await shopOf(db);
  const now =
    part === 'prices'
      ? revisions!.prices
      : revisions![part === 'machine' ? 'machines' : 'materials'][id];
  // A retired thing is taken over by nobody.
  if (now === undefined) return [];
  const { rows } = await db.query<Behind>(
    `select h.job_id as id, h.name, h.version, (v.plan #>> array['from', $1::text])::int as revision
     from job_head h join job_version v on v.job_id = h.job_id and v.version = h.version
     where (v.plan #>> array['from', $1::text])::int < $2::int
       and ($1::text = 'prices' or v.plan #>> array[$1::text, 'id'] = $3::text)
     order by h.saved_at desc, h.job_id`,
    [part, now, id],
  );
  return rows;
}

/** Each job gets a version of its own; one that somebody saves meanwhile, or that can't be read, is left and listed. */
export async function takeOverEverywhere(
  pool: pg.Pool,
  part: OriginPart,
  id: string,
  by: string,
): Promise<{ changed: number; left: { name: string; why: string }[] }> {
  const shop = await shopOf(pool);
  const left: { name: string; why: string }[] = [];
  let changed = 0;
  for (const { id: jobId, name, version } of await jobsBehind(pool, part, id))
    try {
      await inTransaction(pool, async (db) => {
        const { plan, artworkId } = await jobById(db, jobId, version);
        await saveJob(db, jobId, version, {
          plan: takenOver(plan, shop, part),
          artworkId,
          savedBy: by,
        });
      });
      changed++;
    } catch (error) {
      const conflict = (error as { constraint?: string }).constraint === 'job_version_pkey';
      if (!conflict && !(error instanceof DomainError)) throw error;
      left.push({
        name,
        why: conflict ? t('shop.somebodySavedMeanwhileOpen') : (error as Error).message,
      });
    }
  return { changed, left };
}
