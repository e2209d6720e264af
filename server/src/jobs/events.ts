/** What becomes of a job beside its plan: listed in its history, with who did it. */
import type { JobEvent, JobId } from '@kyanos/contract';
import type { Db } from '../db.ts';

type Change = Pick<JobEvent, 'what' | 'was' | 'now'>;

/** Notes what differs, in the transaction in which it is changed. @param by who did it, from the session */
export async function noteChanges(
  db: Db,
  jobId: string,
  by: string,
  changes: readonly Change[],
): Promise<void> {
  for (const { what, was, now } of changes)
    if (was !== now)
      await db.query(
        `insert into job_event (job_id, by, what, was, now)
         values ($1::uuid, $2::text, $3::text, $4::text, $5::text)`,
        [jobId, by, what, was, now],
      );
}

/** As many as a page of the history shows between its versions. */
const MOST = 200;

/**
 * What happened while some versions were the newest, the last first.
 * @param from the first of them; null for all that were before
 * @param until the version that ended that; null for none
 */
export async function eventsOf(
  db: Db,
  jobId: JobId,
  from: number | null,
  until: number | null,
): Promise<JobEvent[]> {
  const savedAt = (version: string) =>
    `(select saved_at from job_version where job_id = $1::uuid and version = ${version}::int)`;
  const { rows } = await db.query<Omit<JobEvent, 'at'> & { at: Date }>(
    `select at, by, what, was, now from job_event
     where job_id = $1::uuid
       and at >= coalesce(${savedAt('$2')}, '-infinity') and at < coalesce(${savedAt('$3')}, 'infinity')
     order by at desc, id desc limit ${MOST}`,
    [jobId, from, until],
  );
  return rows.map(({ at, ...event }) => ({ at: at.toISOString(), ...event }));
}
