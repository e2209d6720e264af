import { encodePlan, Plan, type ArtworkVersion, type Job, type JobSummary } from '@kyanos/contract';
import { formatStack, type PrintPlan } from '@kyanos/core';
import type { Db } from '../db.ts';
import { Refusal } from '../http.ts';

interface Row {
  readonly id: string;
  readonly version: number;
  readonly savedAt: Date;
  readonly savedBy: string;
  readonly artworkId: string | null;
  readonly plan: unknown;
  readonly artworkState: JobSummary['artworkState'];
}

const LATEST = /* sql */ `
  select distinct on (v.job_id)
         v.job_id as id, v.version, v.saved_at as "savedAt", v.saved_by as "savedBy",
         v.artwork_id as "artworkId", v.plan, a.state as "artworkState"
  from job_version v left join artwork a on a.id = v.artwork_id`;

const jobOf = ({
  id,
  version,
  savedAt,
  savedBy,
  artworkId,
  plan,
}: Omit<Row, 'artworkState'>): Job => ({
  id,
  version,
  savedAt: savedAt.toISOString(),
  savedBy,
  artworkId,
  plan: Plan.parse(plan),
});

export async function listJobs(db: Db): Promise<JobSummary[]> {
  const { rows } = await db.query<Row>(
    `select * from (${LATEST} order by v.job_id, v.version desc) latest order by "savedAt" desc, id`,
  );
  return rows.map((row) => {
    const { plan, ...job } = jobOf(row);
    return {
      ...job,
      artworkState: row.artworkState,
      name: plan.name,
      machine: plan.machine.name,
      material: plan.material.name,
      stack: formatStack(plan.stack),
      copies: plan.layout.copies,
    };
  });
}

export async function jobById(db: Db, id: string, version?: number): Promise<Job> {
  const { rows } = await db.query<Row>(
    `${LATEST} where v.job_id = $1::uuid and ($2::int is null or v.version = $2::int) order by v.job_id, v.version desc`,
    [id, version ?? null],
  );
  if (!rows[0])
    throw new Refusal(
      404,
      'JOB_UNKNOWN',
      'There is no such job. It may have been removed; go back to the board.',
    );
  return jobOf(rows[0]);
}

interface Version {
  readonly plan: PrintPlan;
  readonly artworkId: string | null;
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
  { plan, artworkId, savedBy }: Version,
): Promise<Job> {
  const encoded = JSON.stringify(encodePlan(plan));
  const { rows } = await db.query<{ savedAt: Date; plan: unknown }>(INSERT, [
    id,
    number,
    encoded,
    artworkId,
    savedBy,
  ]);
  if (!rows[0])
    throw new Refusal(
      409,
      'JOB_CONFLICT',
      `Version ${number - 1} of this job does not exist. Open the job again.`,
    );
  return jobOf({ ...rows[0], id, version: number, savedBy, artworkId });
}

const INSERT = /* sql */ `
  insert into job_version (job_id, version, plan, artwork_id, saved_by)
  select $1::uuid, $2::int, $3::jsonb, $4::uuid, $5::text
  where $2::int = 1 or exists (select from job_version where job_id = $1::uuid and version = $2::int - 1)
  returning saved_at as "savedAt", plan`;

/** Every file the job had, the first first. */
export async function artworksOf(db: Db, id: string): Promise<ArtworkVersion[]> {
  const { rows } = await db.query<ArtworkVersion>(
    `select a.id as "artworkId", a.file_name as "fileName", min(v.version) as since
     from job_version v join artwork a on a.id = v.artwork_id
     where v.job_id = $1::uuid and a.state = 'done'
     group by a.id order by since`,
    [id],
  );
  return rows;
}
