/** What a version of a job takes of material and ink: worked out once its plates are built, and kept. */
import type { Job, JobId } from '@kyanos/contract';
import { DomainError, type JobNeed, type JobState, type Measures } from '@kyanos/core';
import { LRUCache } from 'lru-cache';
import pg from 'pg';
import { readyArtwork } from '../artwork/queries.ts';
import { aside } from '../aside/aside.ts';
import type { Db } from '../db.ts';
import { jobById } from '../jobs/queries.ts';
import { measuresFor } from '../plates/queries.ts';
import { itemsOf } from '../shop/items.ts';

/** What a version takes, worked out once. Undefined while its plates are not built, or where it can't be printed. */
export const needOf = async (db: Db, jobId: string): Promise<JobNeed | undefined> =>
  needFor(db, await jobById(db, jobId));

/**
 * Versions that are worked out just now: who asks too waits for the same. Nobody in a transaction does: what it has locked may be
 * what the other waits for.
 */
const working = new Map<string, Promise<JobNeed | undefined>>();

/** As `needOf`, of a version that was read already. */
export async function needFor(db: Db, job: Job): Promise<JobNeed | undefined> {
  const { rows } = await db.query<{ data: JobNeed | null }>(
    'select data from job_need where job_id = $1::uuid and version = $2::int',
    [job.id, job.version],
  );
  if (rows[0]) return rows[0].data ?? undefined;
  if (!(db instanceof pg.Pool)) return workedOut(db, job);
  const key = `${job.id}/${job.version}`;
  const worked = working.get(key) ?? workedOut(db, job).finally(() => working.delete(key));
  working.set(key, worked);
  return worked;
}

async function workedOut(
  db: Db,
  { id, version, plan, artworkId }: Job,
): Promise<JobNeed | undefined> {
  if (!artworkId) return undefined;
  let measures: Measures;
  try {
    measures = await measuresFor(db, artworkId, plan);
  } catch (error) {
    if (error instanceof DomainError) return undefined;
    throw error;
  }
  const info = await readyArtwork(db, artworkId);
  const active = (await itemsOf(db, 'machine')).filter(({ standing }) => standing === 'active');
  const machines = active.map(({ data }) => data);
  const { need, works, errors, warnings } = await aside('need', { plan, info, measures, machines });
  await db.query(
    `insert into job_need (job_id, version, data, errors, warnings, works)
     values ($1::uuid, $2::int, $3::jsonb, $4::int, $5::int, $6::jsonb) on conflict do nothing`,
    [id, version, need ? JSON.stringify(need) : null, errors, warnings, JSON.stringify(works)],
  );
  return need;
}

/** Works a job's needs out before a transaction that wants them begins. */
export const foresee = (pool: pg.Pool, jobId: string): Promise<unknown> =>
  needOf(pool, jobId).catch((error: unknown) => {
    if (!(error instanceof DomainError)) throw error;
  });

/** Versions that were asked for a while ago: one whose plates are not built is not asked for at every look at the board. */
const asked = new LRUCache<string, true>({ max: 5000, ttl: 30_000 });
/** So many at once, so that a board of many new versions is answered at once. */
const MOST_FORESEEN = 6;

/** Works out in the background what is not known yet of jobs that somebody looks at. */
export async function foreseeSome(
  pool: pg.Pool,
  jobs: readonly { readonly id: JobId; readonly version: number; readonly decide: unknown }[],
): Promise<void> {
  const unknown = jobs.filter(
    ({ id, version, decide }) => decide === null && !asked.has(`${id}/${version}`),
  );
  for (const { id, version } of unknown.slice(0, MOST_FORESEEN)) {
    asked.set(`${id}/${version}`, true);
    await foresee(pool, id);
  }
}

/** Work out what jobs take, so many at a time: those whose plates are built and that nobody asked about yet. */
const MOST_AT_ONCE = 40;

export interface ComingJob {
  readonly id: string;
  readonly name: string;
  readonly state: JobState;
  readonly due: string | null;
  readonly machineId: string;
  readonly need: JobNeed;
}

/** Jobs that are still to be printed, with what they take; those of which it is not known are named. */
export async function comingJobs(
  pool: pg.Pool,
): Promise<{ readonly jobs: readonly ComingJob[]; readonly notCounted: readonly string[] }> {
  const { rows } = await pool.query<{
    id: JobId;
    name: string;
    state: JobState;
    due: Date | null;
    machineId: string;
    need: JobNeed | null;
  }>(
    `select h.job_id as id, h.name, j.state, j.due, v.plan #>> '{machine,id}' as "machineId", n.data as need
     from job_head h join job j on j.id = h.job_id
     join job_version v on v.job_id = h.job_id and v.version = h.version
     left join job_need n on n.job_id = h.job_id and n.version = h.version
     where j.state in ('quoted', 'accepted', 'ready', 'printing')
     order by j.due nulls last, h.saved_at desc limit 2000`,
  );
  const notCounted: string[] = [];
  const jobs: ComingJob[] = [];
  let asked = 0;
  for (const { due, need: known, ...job } of rows) {
    let need = known ?? undefined;
    if (!need && asked < MOST_AT_ONCE) {
      asked++;
      need = await needOf(pool, job.id).catch((error: unknown) => {
        if (error instanceof DomainError) return undefined;
        throw error;
      });
    }
    if (need) jobs.push({ ...job, due: due?.toISOString() ?? null, need });
    else notCounted.push(job.name);
  }
  return { jobs, notCounted };
}
