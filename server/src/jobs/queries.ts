import { DomainError } from '@kyanos/core';
import {
  encodePlan,
  readPlan,
  type ArtworkVersion,
  type Job,
  type JobSummary,
  type Problem,
} from '@kyanos/contract';
import type { PrintPlan } from '@kyanos/core';
import { LRUCache } from 'lru-cache';
import { z } from 'zod';
import type { Db } from '../db.ts';

interface Row {
  readonly id: string;
  readonly version: number;
  readonly savedAt: Date;
  readonly savedBy: string;
  readonly artworkId: string | null;
  readonly fileName: string | null;
  readonly plan: unknown;
  readonly artworkState: JobSummary['artworkState'];
}

const LATEST = /* sql */ `
  select distinct on (v.job_id)
         v.job_id as id, v.version, v.saved_at as "savedAt", v.saved_by as "savedBy",
         v.artwork_id as "artworkId", coalesce(v.file_name, a.file_name) as "fileName", v.plan, a.state as "artworkState"
  from job_version v left join artwork a on a.id = v.artwork_id`;

/** A plan that is stored. @throws DomainError if it can't be read */
export function planOf(stored: unknown): PrintPlan {
  const read = readPlan(stored);
  if ('problem' in read) throw new DomainError(read.problem.code, read.problem.message);
  return read.plan;
}

const jobOf = ({ artworkState: _, savedAt, plan, ...job }: Row): Job => ({
  ...job,
  savedAt: savedAt.toISOString(),
  plan: planOf(plan) as Job['plan'],
});

/** Problems of stored versions, which never change: a plan is looked through once. */
const looked = new LRUCache<string, { problem: Problem | null }>({ max: 10_000 });

function problemOfStored({ id, version, plan }: Row): Problem | null {
  const key = `${id}/${version}`;
  let known = looked.get(key);
  if (!known) {
    const read = readPlan(plan);
    looked.set(key, (known = { problem: 'problem' in read ? read.problem : null }));
  }
  return known.problem;
}

/** What the board shows of a stored plan, readable or not. */
const Shown = z.object({
  name: z.string().catch('Without a name'),
  machine: z.object({ name: z.string() }).catch({ name: '' }),
  material: z.object({ name: z.string() }).catch({ name: '' }),
  stack: z.string().catch(''),
  layout: z.object({ copies: z.int() }).catch({ copies: 0 }),
});

export async function listJobs(db: Db): Promise<JobSummary[]> {
  const { rows } = await db.query<Row>(
    `select * from (${LATEST} order by v.job_id, v.version desc) latest order by "savedAt" desc, id`,
  );
  return rows.map((row) => {
    const { plan, savedAt, ...job } = row;
    const { name, machine, material, stack, layout } = Shown.catch(Shown.parse({})).parse(plan);
    return {
      ...job,
      savedAt: savedAt.toISOString(),
      problem: problemOfStored(row),
      name,
      machine: machine.name,
      material: material.name,
      stack,
      copies: layout.copies,
    };
  });
}

export async function jobById(db: Db, id: string, version?: number): Promise<Job> {
  const { rows } = await db.query<Row>(
    `${LATEST} where v.job_id = $1::uuid and ($2::int is null or v.version = $2::int) order by v.job_id, v.version desc`,
    [id, version ?? null],
  );
  if (!rows[0]) throw new DomainError('JOB_UNKNOWN');
  return jobOf(rows[0]);
}

interface Version {
  readonly plan: PrintPlan;
  readonly artworkId: string | null;
  /** Under which the artwork came to this job; the one of the version before if absent and the artwork is the same. */
  readonly fileName?: string | undefined;
  readonly savedBy: string;
}

export async function insertJob(db: Db, version: Version): Promise<Job> {
  const { rows } = await db.query<{ id: string }>('insert into job default values returning id');
  return insertVersion(db, rows[0].id, 1, version);
}

/** Saves on top of `base`. Rejected by `job_version_pkey` if somebody else has done so already. */
export const saveJob = (db: Db, id: string, base: number, version: Version): Promise<Job> =>
  insertVersion(db, id, base + 1, version);

async function insertVersion(
  db: Db,
  id: string,
  number: number,
  { plan, artworkId, fileName, savedBy }: Version,
): Promise<Job> {
  const encoded = JSON.stringify(encodePlan(plan));
  const { rows } = await db.query(INSERT, [
    id,
    number,
    encoded,
    artworkId,
    savedBy,
    fileName ?? null,
  ]);
  if (!rows[0])
    throw new DomainError(
      'JOB_CONFLICT',
      `Version ${number - 1} of this job does not exist. Open the job again.`,
    );
  return jobById(db, id, number);
}

const INSERT = /* sql */ `
  insert into job_version (job_id, version, plan, artwork_id, saved_by, file_name)
  select $1::uuid, $2::int, $3::jsonb, $4::uuid, $5::text,
         coalesce($6::text, (select file_name from job_version
           where job_id = $1::uuid and version = $2::int - 1 and artwork_id = $4::uuid))
  where $2::int = 1 or exists (select from job_version where job_id = $1::uuid and version = $2::int - 1)
  returning 1`;

/** Every file the job had, the first first. */
export async function artworksOf(db: Db, id: string): Promise<ArtworkVersion[]> {
  const { rows } = await db.query<ArtworkVersion>(
    `select a.id as "artworkId",
            (array_agg(coalesce(v.file_name, a.file_name) order by v.version))[1] as "fileName", min(v.version) as since
     from job_version v join artwork a on a.id = v.artwork_id
     where v.job_id = $1::uuid and a.state = 'done'
     group by a.id order by since`,
    [id],
  );
  return rows;
}
