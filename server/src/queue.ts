/**
 * Long work, in a queue that lives in the database: any worker machine with its address can take part. Graphile Worker hands
 * the work out; who has it, for how long and for the how manieth time is kept in the work's own row.
 */
import { randomUUID } from 'node:crypto';
import { Logger, makeWorkerUtils, type WorkerUtils } from 'graphile-worker';
import type pg from 'pg';
import { inTransaction, type Db } from './db.ts';
import { LANGUAGES, spokenOf, type ErrorCode } from '@kyanos/core';
import { speaking } from './language.ts';
import { t } from './texts/texts.ts';

/** Kinds of work, and the table that keeps the state of each. */
const TABLE = { rip: 'artwork', plates: 'plate_build', export: 'plate_export' } as const;
export type Task = keyof typeof TABLE;
const TASKS = Object.keys(TABLE) as Task[];

export interface Work {
  readonly task: Task;
  readonly id: string;
}

export type Queue = WorkerUtils;
/** The queue speaks of every lost connection and tries again by itself; what matters reaches the job's own state. */
export const quiet = new Logger(() => () => undefined);

export const openQueue = (pool: pg.Pool): Promise<Queue> =>
  makeWorkerUtils({ pgPool: pool, logger: quiet });

/** Pieces of work that a worker does at a time; one of them is never heavy. */
export const SLOTS = 2;

/** Work that is so large goes by another name, so that a worker keeps a place free for the rest. */
export const heavy = (task: Task): string => `${task}-heavy`;
/** From here on work is heavy: bytes of a file that is read, and pixels of all pages of artwork. Our own choice. */
const HEAVY = { bytes: 32 * 1024 * 1024, pixels: 150_000_000 } as const;

const PIXELS = /* sql */ `
  coalesce((select sum((p ->> 'widthPx')::bigint * (p ->> 'heightPx')::bigint) from jsonb_array_elements(a.info -> 'pages') p), 0)
  > ${HEAVY.pixels}`;
const IS_HEAVY: Readonly<Record<Task, string>> = {
  rip: `select f.bytes > ${HEAVY.bytes} as heavy from artwork a join file f on f.id = a.file_id where a.id = $1::uuid`,
  plates: `select ${PIXELS} as heavy from plate_build b join artwork a on a.id = b.artwork_id where b.id = $1::uuid`,
  export: `select ${PIXELS} as heavy from plate_export e join artwork a on a.id = e.artwork_id where e.id = $1::uuid`,
};

/** Places behind in the queue by how much one has in it already: the next person's first piece goes before one's fifth. */
const MOST_BEHIND = 50;

/** One entry a piece of work, however often it is asked for or put in again: of all who wait for it, the first one's turn counts. */
export async function enqueue(db: Db, queue: Queue, { task, id }: Work): Promise<void> {
  const weight = await db.query<{ heavy: boolean }>(IS_HEAVY[task], [id]);
  const turn = await db.query<{ behind: number }>(
    'select coalesce(min(behind), 0)::int as behind from work_interest where task = $1::text and id = $2::uuid',
    [task, id],
  );
  await queue.addJob(
    weight.rows[0]?.heavy ? heavy(task) : task,
    { id },
    {
      jobKey: `${task}:${id}`,
      jobKeyMode: 'preserve_run_at',
      maxAttempts: 1,
      priority: Math.min(MOST_BEHIND, turn.rows[0].behind),
    },
  );
}

/** A worker that does not renew its lease for so long has lost its work. */
const LEASE = '10 seconds';
/** A lease that has run out; or that runs longer than any is given, from before the clock was set back: nobody renews it. */
const isLost = (lease: string) =>
  `(${lease} is null or ${lease} < now() or ${lease} > now() + 2 * interval '${LEASE}')`;
const IS_LOST = isLost('lease_until');
/** Not what somebody writes just now, or still seems to: a machine that is gone holds what it wrote last until that is noticed. */
const UNHELD = 'for update skip locked';
/** Put in so long ago that the queue must have lost it; or, as the clock says by now, in the future. */
const LIES_LONG = `(touched_at < now() - interval '${LEASE}' or touched_at > now() + interval '${LEASE}')`;
/** Work that cost so many workers their life is not begun again. */
export const MAX_ATTEMPTS = 3;
/** No fault of the work itself: another attempt may do better. */
const BEGUN_AGAIN: readonly string[] = [
  'DATABASE_GONE',
  // All its connections are others' just now.
  'TOO_BUSY',
  'READER_KILLED',
] satisfies ErrorCode[];

/** The present try at a piece of work: whoever has it. */
export interface Attempt {
  readonly owner: string;
  readonly number: number;
}

/** What has to be there before work can begin: plates wait for their artwork, and are put in when it is read. */
const NEEDS_ARTWORK = `and artwork_id in (select id from artwork where state = 'done')`;
const READY: Readonly<Record<Task, string>> = {
  rip: '',
  plates: NEEDS_ARTWORK,
  export: NEEDS_ARTWORK,
};

/**
 * In an upsert by somebody who asks for work: what failed, was cancelled or lost its worker is begun again, all else goes on.
 * @param table name of the table
 */
export const askedAgain = (table: string): string => {
  const ended = `(${table}.state in ('failed', 'cancelled') or (${table}.state = 'running' and ${isLost(`${table}.lease_until`)}))`;
  return `state = case when ${ended} then 'queued' else ${table}.state end,
    asked = case when ${ended} then ${table}.asked + 1 else ${table}.asked end,
    tries = case when ${ended} then 0 else ${table}.tries end,
    progress = case when ${ended} then 0 else ${table}.progress end,
    language = excluded.language,
    problem = null`;
};

const abandoned = {
  code: 'WORK_ABANDONED',
  get message() {
    return t('shared.begunTimesEachTime', { attempts: MAX_ATTEMPTS });
  },
};

/**
 * Gives work whose worker is gone to another, and puts in again what the queue has lost. Called from time to time by every
 * worker; two that do it at once do no harm.
 */
export async function takeOver(db: Db, queue: Queue): Promise<void> {
  for (const task of TASKS) {
    for (const language of LANGUAGES)
      await db.query(
        `update ${TABLE[task]} set state = 'failed', problem = $1::jsonb, owner = null, touched_at = now()
         where id in (select id from ${TABLE[task]}
           where state = 'running' and ${IS_LOST} and tries >= ${MAX_ATTEMPTS} and language = $2::text ${UNHELD})`,
        [speaking(language, () => JSON.stringify(abandoned)), language],
      );
    const lost = await db.query<{ id: string }>(
      `update ${TABLE[task]} set state = 'queued', progress = 0, owner = null, touched_at = now()
       where id in (select id from ${TABLE[task]}
         where ((state = 'running' and ${IS_LOST}) or (state = 'queued' and ${LIES_LONG})) ${READY[task]} ${UNHELD})
       returning id`,
    );
    for (const { id } of lost.rows) await enqueue(db, queue, { task, id });
  }
}

/** Puts back what a worker that stops in order has in its hands; this does not count as a try. */
export async function release(db: Db, queue: Queue, owner: string): Promise<void> {
  for (const task of TASKS) {
    const held = await db.query<{ id: string }>(
      `update ${TABLE[task]} set state = 'queued', progress = 0, owner = null, tries = greatest(0, tries - 1), touched_at = now()
       where state = 'running' and owner = $1::uuid returning id`,
      [owner],
    );
    for (const { id } of held.rows) await enqueue(db, queue, { task, id });
  }
}

export interface Waiting {
  readonly task: Task;
  readonly state: string;
  readonly n: number;
}

/** How much there is of each kind of work that is not done, by its state. */
export async function workWaiting(db: Db): Promise<Waiting[]> {
  const each = TASKS.map(
    (task) =>
      `select '${task}' as task, state, count(*)::int as n from ${TABLE[task]} where state in ('queued', 'running', 'failed') group by state`,
  );
  return (await db.query<Waiting>(each.join(' union all '))).rows;
}

/** Who waits for work: a tab that can cancel it, and whose it is. */
export interface Waiter {
  readonly client: string;
  readonly asker: string;
}

/** Somebody asked for work, and waits for it unless it has ended: puts it in if nobody has it. */
export async function ask(
  db: Db,
  queue: Queue,
  { task, id }: Work,
  { client, asker }: Waiter,
  state: string,
): Promise<void> {
  if (state !== 'queued' && state !== 'running') return;
  await db.query(
    `insert into work_interest (task, id, client, asker, behind)
     select $1::text, $2::uuid, $3::text, $4::text, count(distinct (task, id))::int
     from work_interest where asker = $4::text and id <> $2::uuid
     on conflict do nothing`,
    [task, id, client, asker],
  );
  if (state === 'queued') await enqueue(db, queue, { task, id });
}

/**
 * One who waited waits no more. When nobody does, whoever works on it is stopped.
 * @param asked the asking that is taken back; one that came after it goes on. Any if absent
 */
export const cancel = (
  pool: pg.Pool,
  { task, id }: Work,
  client: string,
  asked: number | undefined,
): Promise<void> =>
  inTransaction(pool, async (db) => {
    // Those who ask and those who cancel take turns.
    const found = await db.query<{ asked: number }>(
      `select asked from ${TABLE[task]} where id = $1::uuid for update`,
      [id],
    );
    if (asked !== undefined && found.rows[0]?.asked !== asked) return;
    await db.query(
      'delete from work_interest where task = $1::text and id = $2::uuid and client = $3::text',
      [task, id, client],
    );
    await db.query(
      `update ${TABLE[task]} set state = 'cancelled', owner = null, touched_at = now()
       where id = $2::uuid and state in ('queued', 'running')
         and not exists (select from work_interest where task = $1::text and id = $2::uuid)`,
      [task, id],
    );
  });

/** Somebody else has the work by now, or nobody wants it. */
export class Cancelled extends Error {}

/** Time between reports of progress. */
const REPORT_MS = 400;

/** A worker's own name for itself. */
export const newOwner = (): string => randomUUID();

/**
 * Runs work with its state kept in the database: progress is written as it comes and renews the lease, a cancel ends it, a
 * refusal is stored as the sentence it is. What it writes counts only as long as the attempt is the present one.
 */
export async function perform(
  db: Db,
  { task, id }: Work,
  owner: string,
  work: (report: (share: number) => void, signal: AbortSignal, attempt: Attempt) => Promise<void>,
  refusal: (error: unknown) => { code: string; message: string },
  stopping: AbortSignal,
): Promise<void> {
  const table = TABLE[task];
  const begun = await db.query<{ attempt: number; language: string }>(
    `update ${table} set state = 'running', progress = 0, problem = null, owner = $2::uuid, attempt = attempt + 1, tries = tries + 1,
       lease_until = now() + interval '${LEASE}', touched_at = now()
     where id = $1::uuid and state = 'queued' returning attempt, language`,
    [id, owner],
  );
  if (begun.rows.length === 0) return;
  const { attempt: number, language } = begun.rows[0];
  const mine = `id = $1::uuid and owner = $2::uuid and attempt = $3::int and state = 'running'`;
  const stop = new AbortController();
  let share = 0;
  let beating = false;
  const beat = setInterval(() => {
    if (beating) return;
    beating = true;
    db.query(
      `update ${table} set progress = $4::real, touched_at = now(), lease_until = now() + interval '${LEASE}'
       where ${mine} returning 1`,
      [id, owner, number, share],
    )
      .then(
        ({ rows }) => {
          if (rows.length === 0) stop.abort(new Cancelled());
        },
        // The database is away: the next beat tries again, and the work itself will fail if it needs it.
        () => undefined,
      )
      .finally(() => (beating = false));
  }, REPORT_MS);
  const signal = AbortSignal.any([stop.signal, stopping]);
  try {
    await speaking(spokenOf([language]), () =>
      work((value) => (share = value), signal, { owner, number }),
    );
    await db.query(
      `update ${table} set state = 'done', progress = 1, owner = null, touched_at = now() where ${mine}`,
      [id, owner, number],
    );
    await db.query('delete from work_interest where task = $1::text and id = $2::uuid', [task, id]);
  } catch (error) {
    if (error instanceof Cancelled || signal.aborted) return;
    const refused = speaking(spokenOf([language]), () => refusal(error));
    if (BEGUN_AGAIN.includes(refused.code)) {
      // Whoever looks next finds it without a worker. Where the database is away, that takes as long as the lease.
      await db
        .query(`update ${table} set lease_until = now() where ${mine}`, [id, owner, number])
        .catch(() => undefined);
      return;
    }
    await db.query(
      `update ${table} set state = 'failed', problem = $4::jsonb, owner = null, touched_at = now() where ${mine}`,
      [id, owner, number, JSON.stringify(refused)],
    );
  } finally {
    clearInterval(beat);
  }
}

/**
 * Inside a transaction that writes what an attempt made: waits for an earlier attempt's, and gives up if this one is not the
 * present one any more. Called first, and again before the end. @throws Cancelled
 */
export async function fence(db: Db, { task, id }: Work, { owner, number }: Attempt): Promise<void> {
  await db.query('select pg_advisory_xact_lock(hashtextextended($1::text, 0))', [`${task}:${id}`]);
  const { rows } = await db.query(
    `select 1 from ${TABLE[task]}
     where id = $1::uuid and owner = $2::uuid and attempt = $3::int and state = 'running'`,
    [id, owner, number],
  );
  if (rows.length === 0) throw new Cancelled();
}
