import { language, DomainError, JOB_STATES, type PrintPlan } from '@kyanos/core';
import {
  encodePlan,
  readPlan,
  statesOf,
  type ArtworkId,
  type ArtworkVersion,
  type ExerciseId,
  type Job,
  type JobFilter,
  type JobId,
  type JobList,
  type JobOrder,
  type JobQuery,
  type JobSummary,
  type Problem,
} from '@kyanos/contract';
import { LRUCache } from 'lru-cache';
import type { Db } from '../db.ts';
import { noteChanges } from './events.ts';
import { t } from '../texts/texts.ts';

interface Row {
  readonly id: JobId;
  readonly version: number;
  readonly savedAt: Date;
  readonly savedBy: string;
  readonly artworkId: ArtworkId | null;
  readonly fileName: string | null;
  /** As JSON. */
  readonly plan: string;
  readonly exercise: ExerciseId | null;
  readonly practice: boolean;
}

const LATEST = /* sql */ `
  select v.job_id as id, v.version, v.saved_at as "savedAt", v.saved_by as "savedBy",
         v.artwork_id as "artworkId", coalesce(v.file_name, a.file_name) as "fileName", v.plan::text,
         (select e.id from exercise e where e.job_id = v.job_id and e.handed_in_at is null) as exercise,
         (select j.practice from job j where j.id = v.job_id) as practice
  from job_version v left join artwork a on a.id = v.artwork_id`;

/** A plan that is stored. @throws DomainError if it can't be read */
export function planOf(stored: unknown): PrintPlan {
  const read = readPlan(stored);
  if ('problem' in read) throw new DomainError(read.problem.code, read.problem.message);
  return read.plan;
}

/** The plan that is stored; undefined if it can't be read. */
export function planIfReadable(stored: unknown): PrintPlan | undefined {
  const read = readPlan(stored);
  return 'problem' in read ? undefined : read.plan;
}

/** Plans as they were stored: reading one takes longer than fetching it, and a job is asked for again and again. */
const plans = new LRUCache<string, PrintPlan>({ max: 1000 });

function planOfText(text: string): PrintPlan {
  const known = plans.get(text);
  if (known) return known;
  const plan = planOf(JSON.parse(text));
  plans.set(text, plan);
  return plan;
}

const jobOf = ({ savedAt, plan, ...job }: Row): Job => ({
  ...job,
  savedAt: savedAt.toISOString(),
  plan: planOfText(plan) as Job['plan'],
});

/** Problems of stored versions, which never change: a plan is looked through once in each language. */
const looked = new LRUCache<string, { problem: Problem | null }>({ max: 20_000 });
const versionKey = ({ id, version }: { id: string; version: number }) =>
  `${id}/${version}/${language()}`;

/** Why stored plans can't be read, by the key of their version; reads those that nobody looked through yet. */
async function problemsOf(
  db: Db,
  heads: readonly { readonly id: JobId; readonly version: number }[],
): Promise<ReadonlyMap<string, Problem | null>> {
  const unknown = heads.filter((head) => !looked.has(versionKey(head)));
  if (unknown.length > 0) {
    const { rows } = await db.query<{ id: string; version: number; plan: unknown }>(
      `select v.job_id as id, v.version, v.plan from job_version v
       join unnest($1::uuid[], $2::int[]) wanted (id, version) on v.job_id = wanted.id and v.version = wanted.version`,
      [unknown.map(({ id }) => id), unknown.map(({ version }) => version)],
    );
    for (const row of rows) {
      const read = readPlan(row.plan);
      looked.set(versionKey(row), { problem: 'problem' in read ? read.problem : null });
    }
  }
  return new Map(
    heads.map((head) => [versionKey(head), looked.get(versionKey(head))?.problem ?? null]),
  );
}

const SORTED: Readonly<Record<JobQuery['sort'], string>> = {
  saved: 'h.saved_at',
  due: 'j.due',
  name: 'lower(h.name)',
  machine: 'lower(h.machine)',
  material: 'lower(h.material)',
  copies: 'h.copies',
  state: `array_position(array['${JOB_STATES.join("','")}'], j.state)`,
};

/** A page of the board. */
export async function listJobs(
  db: Db,
  { search, state, sort, order, offset, limit }: JobQuery,
): Promise<JobList> {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const { rows } = await db.query<
    Omit<JobSummary, 'savedAt' | 'due' | 'problem'> & {
      savedAt: Date;
      due: Date | null;
      total: number;
    }
  >(
    `select h.job_id as id, h.name, h.version, h.saved_at as "savedAt", h.saved_by as "savedBy", h.artwork_id as "artworkId",
            a.state as "artworkState", h.file_name as "fileName", h.machine, h.material, h.stack, h.copies,
            j.number::int, j.priority, j.state, j.due, j.notes, j.put_away as "putAway",
            case when n.job_id is null then null else jsonb_build_object('errors', n.errors, 'warnings', n.warnings) end as decide,
            count(*) over ()::int as total
     from job_head h join job j on j.id = h.job_id left join artwork a on a.id = h.artwork_id
     left join job_need n on n.job_id = h.job_id and n.version = h.version
     where not exists (select from unnest($1::text[]) word where position(word in h.words) = 0)
       and j.state = any ($4::text[]) and j.put_away = $5::boolean
     order by ${SORTED[sort]} ${order === 'up' ? 'asc' : 'desc'} nulls last, h.job_id
     offset $2::int limit $3::int`,
    [words, offset, limit, statesOf(state), state === 'away'],
  );
  const problems = await problemsOf(db, rows);
  const jobs = rows.map(({ total: _, savedAt, due, ...job }) => ({
    ...job,
    savedAt: savedAt.toISOString(),
    due: due?.toISOString() ?? null,
    problem: problems.get(versionKey(job)) ?? null,
  }));
  return {
    total: rows[0]?.total ?? (offset > 0 ? await countJobs(db, words, state) : 0),
    jobs,
  };
}

/** How many there are, where a page lies beyond them. */
async function countJobs(db: Db, words: readonly string[], state: JobFilter): Promise<number> {
  const { rows } = await db.query<{ total: number }>(
    `select count(*)::int as total from job_head h join job j on j.id = h.job_id
     where not exists (select from unnest($1::text[]) word where position(word in h.words) = 0)
       and j.state = any ($2::text[]) and j.put_away = $3::boolean`,
    [words, statesOf(state), state === 'away'],
  );
  return rows[0].total;
}

/** The job of that name that was saved last. */
export async function jobNamed(db: Db, name: string): Promise<JobId | undefined> {
  const { rows } = await db.query<{ id: JobId }>(
    'select job_id as id from job_head where btrim(name) = $1::text order by saved_at desc limit 1',
    [name],
  );
  return rows[0]?.id;
}

/**
 * Changes state, due time and priority where they are still what the change was made on. What stands there already is no conflict: an answer
 * may have been lost. Returns whether it was changed now. @throws DomainError `ORDER_CONFLICT`
 */
export async function setJobOrder(
  db: Db,
  id: string,
  was: JobOrder,
  now: JobOrder,
  by: string,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `update job set state = $2::text, due = $3::timestamptz, priority = $6::text
     where id = $1::uuid and (state, due, priority) is not distinct from ($4::text, $5::timestamptz, $7::text)`,
    [id, now.state, now.due, was.state, was.due, now.priority, was.priority],
  );
  if (rowCount === 1) {
    // The same time may be written in several ways.
    const due = (at: string | null) => at && new Date(at).toISOString();
    await noteChanges(db, id, by, [
      { what: 'state', was: was.state, now: now.state },
      { what: 'due', was: due(was.due), now: due(now.due) },
      { what: 'priority', was: was.priority, now: now.priority },
    ]);
    return true;
  }
  const { rows } = await db.query<{ same: boolean }>(
    `select (state, due, priority) is not distinct from ($2::text, $3::timestamptz, $4::text) as same
     from job where id = $1::uuid`,
    [id, now.state, now.due, now.priority],
  );
  if (rows.length === 0) throw new DomainError('JOB_UNKNOWN');
  if (!rows[0].same) throw new DomainError('ORDER_CONFLICT');
  return false;
}

/** In a transaction. What stands there already is no conflict. @throws DomainError `JOB_UNKNOWN`, `ORDER_CONFLICT` */
export async function setJobNotes(
  db: Db,
  id: string,
  was: string,
  now: string,
  by: string,
): Promise<void> {
  const { rows } = await db.query<{ notes: string }>(
    'select notes from job where id = $1::uuid for update',
    [id],
  );
  if (!rows[0]) throw new DomainError('JOB_UNKNOWN');
  if (rows[0].notes === now) return;
  if (rows[0].notes !== was) throw new DomainError('ORDER_CONFLICT');
  await db.query('update job set notes = $2::text where id = $1::uuid', [id, now]);
  await noteChanges(db, id, by, [{ what: 'notes', was, now }]);
}

/** In a transaction. @throws DomainError `JOB_UNKNOWN` */
export async function putJobAway(db: Db, id: string, away: boolean, by: string): Promise<void> {
  const { rows } = await db.query<{ away: boolean }>(
    'select put_away as away from job where id = $1::uuid for update',
    [id],
  );
  if (!rows[0]) throw new DomainError('JOB_UNKNOWN');
  if (rows[0].away === away) return;
  await db.query(
    `update job set put_away = $2::boolean, put_away_at = case when $2::boolean then now() end
     where id = $1::uuid`,
    [id, away],
  );
  const word = (there: boolean) => (there ? 'away' : null);
  await noteChanges(db, id, by, [{ what: 'away', was: word(!away), now: word(away) }]);
}

export async function jobById(db: Db, id: string, version?: number): Promise<Job> {
  const { rows } = await db.query<Row>(
    `${LATEST} where v.job_id = $1::uuid and ($2::int is null or v.version = $2::int) order by v.version desc limit 1`,
    [id, version ?? null],
  );
  if (!rows[0]) throw new DomainError('JOB_UNKNOWN');
  return jobOf(rows[0]);
}

/** @throws DomainError `PRACTICE_JOB` of a job that is an exercise, whether handed in or not */
export async function assertShopJob(db: Db, id: string): Promise<void> {
  if (await isPracticeJob(db, id)) throw new DomainError('PRACTICE_JOB');
}

/** Whether a job was made for an exercise; no job is none. */
export const isPracticeJob = async (db: Db, id: string): Promise<boolean> =>
  (await db.query('select from job where id = $1::uuid and practice', [id])).rowCount === 1;

/** What a customer ordered, and when. @throws DomainError `JOB_UNKNOWN`, `NOT_ORDERED` */
export async function orderedOf(
  db: Db,
  id: string,
): Promise<{ number: number; orderedAt: Date; due: Date | null; version: number }> {
  const { rows } = await db.query<{
    number: number;
    orderedAt: Date | null;
    due: Date | null;
    version: number;
  }>(
    `select j.number::int, j.ordered_at as "orderedAt", j.due, coalesce(j.ordered_version, h.version) as version
     from job j join job_head h on h.job_id = j.id where j.id = $1::uuid and j.state <> 'cancelled'`,
    [id],
  );
  const [row] = rows;
  if (!row?.orderedAt) {
    await jobById(db, id);
    throw new DomainError('NOT_ORDERED');
  }
  return { ...row, orderedAt: row.orderedAt };
}

interface Version {
  readonly plan: PrintPlan;
  readonly artworkId: string | null;
  /** Under which the artwork came to this job; the one of the version before if absent and the artwork is the same. */
  readonly fileName?: string | undefined;
  readonly savedBy: string;
}

/** @param practice it is no job of the shop: it stands on no board */
export async function insertJob(db: Db, version: Version, practice = false): Promise<Job> {
  const { rows } = await db.query<{ id: string }>(
    'insert into job (practice) values ($1::boolean) returning id',
    [practice],
  );
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
    throw new DomainError('JOB_CONFLICT', t('jobs.versionJobDoesNot', { number: number - 1 }));
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
