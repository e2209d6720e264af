/** What became of a job, version by version. */
import {
  encodePlan,
  type Job,
  type JobEvent,
  type JobId,
  type JobVersion,
  type PlanChanges,
} from '@kyanos/contract';
import { DomainError, fieldChanges, type PrintPlan } from '@kyanos/core';
import type { Db } from '../db.ts';
import { eventsOf } from './events.ts';
import { planIfReadable, planOf, saveJob } from './queries.ts';

/** Versions on a page of the history, and fields that are listed of a change. */
const [PAGE, MOST_FIELDS] = [20, 40];

/** As the plan file has it: the stack in its notation, so that it is compared as one thing. */
function changesOf(was: PrintPlan, now: PrintPlan): PlanChanges {
  const all = fieldChanges(encodePlan(was), encodePlan(now));
  return { fields: all.slice(0, MOST_FIELDS), more: Math.max(0, all.length - MOST_FIELDS) };
}

interface Row {
  readonly version: number;
  readonly savedAt: Date;
  readonly savedBy: string;
  readonly artworkId: JobVersion['artworkId'];
  readonly fileName: string | null;
  readonly plan: unknown;
}

/** A page of versions, the newest first. @param before only earlier ones @throws DomainError `JOB_UNKNOWN` */
export async function versionsOf(
  db: Db,
  id: JobId,
  before: number | undefined,
): Promise<{ versions: JobVersion[]; events: JobEvent[]; total: number }> {
  const counted = await db.query<{ total: number }>(
    'select count(*)::int as total from job_version where job_id = $1::uuid',
    [id],
  );
  const [{ total }] = counted.rows;
  if (total === 0) throw new DomainError('JOB_UNKNOWN');
  const { rows } = await db.query<Row>(
    `select v.version, v.saved_at as "savedAt", v.saved_by as "savedBy", v.artwork_id as "artworkId",
            coalesce(v.file_name, a.file_name) as "fileName", v.plan
     from job_version v left join artwork a on a.id = v.artwork_id
     where v.job_id = $1::uuid and ($2::int is null or v.version < $2::int)
     order by v.version desc limit ${PAGE + 1}`,
    [id, before ?? null],
  );
  // One more than is shown: the last on the page is compared with it.
  const plans = rows.map(({ plan }) => planIfReadable(plan));
  const versions = rows.slice(0, PAGE).map(({ plan: _, savedAt, ...row }, i): JobVersion => {
    const [was, now] = [plans.at(i + 1), plans[i]];
    return {
      ...row,
      savedAt: savedAt.toISOString(),
      changes: was && now ? changesOf(was, now) : null,
    };
  });
  // Those of the page's own time: from its oldest version to the one that the page before ended with.
  const oldest = rows.length > PAGE ? rows[PAGE - 1].version : null;
  return { versions, events: await eventsOf(db, id, oldest, before ?? null), total };
}

/** @throws DomainError `VERSION_UNKNOWN` */
async function versionAt(db: Db, id: JobId, version: number): Promise<Row> {
  const { rows } = await db.query<Row>(
    `select version, saved_at as "savedAt", saved_by as "savedBy", artwork_id as "artworkId", file_name as "fileName", plan
     from job_version where job_id = $1::uuid and version = $2::int`,
    [id, version],
  );
  if (!rows[0]) throw new DomainError('VERSION_UNKNOWN');
  return rows[0];
}

/** What differs from one version to another. @throws DomainError `VERSION_UNKNOWN`, or why one can't be read */
export async function compareVersions(
  db: Db,
  id: JobId,
  from: number,
  to: number,
): Promise<PlanChanges> {
  const [was, now] = [await versionAt(db, id, from), await versionAt(db, id, to)];
  return changesOf(planOf(was.plan), planOf(now.plan));
}

/** Saves an earlier version on top of `base`, with the file that it had. @throws DomainError `VERSION_UNKNOWN`, `JOB_CONFLICT` */
export async function bringBack(
  db: Db,
  id: JobId,
  version: number,
  base: number,
  by: string,
): Promise<Job> {
  const { plan, artworkId, fileName } = await versionAt(db, id, version);
  return saveJob(db, id, base, {
    plan: planOf(plan),
    artworkId,
    savedBy: by,
    ...(fileName !== null && { fileName }),
  });
}
