/** Long work, in a queue that lives in the database: any worker machine with its address can take part. */
import { Logger, makeWorkerUtils, type WorkerUtils } from 'graphile-worker';
import type pg from 'pg';
import type { Db } from './db.ts';

/** Kinds of work, and the table that keeps the state of each. */
const TABLE = { rip: 'artwork', plates: 'plate_build', export: 'plate_export' } as const;
export type Task = keyof typeof TABLE;

export interface Work {
  readonly task: Task;
  readonly id: string;
}

export type Queue = WorkerUtils;
/** The queue speaks of every lost connection and tries again by itself; what matters reaches the job's own state. */
export const quiet = new Logger(() => () => undefined);

export const openQueue = (pool: pg.Pool): Promise<Queue> =>
  makeWorkerUtils({ pgPool: pool, logger: quiet });

/** One entry a piece of work, however often it is asked for. */
export const enqueue = async (queue: Queue, { task, id }: Work): Promise<void> => {
  await queue.addJob(task, { id }, { jobKey: `${task}:${id}`, maxAttempts: 2 });
};

/** How long a worker may be silent before its work is given to another. */
const SILENCE = '20 seconds';

/** Work whose worker was killed is queued again. */
export async function recover(db: Db, queue: Queue): Promise<void> {
  for (const task of Object.keys(TABLE) as Task[]) {
    const { rows } = await db.query<{ id: string }>(
      `update ${TABLE[task]} set state = 'queued', progress = 0, touched_at = now()
       where state = 'queued' or (state = 'running' and touched_at < now() - interval '${SILENCE}')
       returning id`,
    );
    for (const { id } of rows) await enqueue(queue, { task, id });
  }
}

/** Asks whoever works on it to stop; it is told at its next report. */
export async function cancel(db: Db, { task, id }: Work): Promise<void> {
  await db.query(
    `update ${TABLE[task]} set state = 'cancelled', touched_at = now() where id = $1::uuid and state in ('queued', 'running')`,
    [id],
  );
}

export class Cancelled extends Error {}

/** Time between reports of progress. */
const REPORT_MS = 400;

/**
 * Runs work with its state kept in the database: progress is written as it comes, a cancel ends it, a refusal is
 * stored as the sentence it is.
 */
export async function perform(
  db: Db,
  { task, id }: Work,
  work: (report: (share: number) => void, signal: AbortSignal) => Promise<void>,
  refusal: (error: unknown) => { code: string; message: string },
): Promise<void> {
  const table = TABLE[task];
  const begun = await db.query(
    `update ${table} set state = 'running', progress = 0, problem = null, touched_at = now()
     where id = $1::uuid and state in ('queued', 'running') returning id`,
    [id],
  );
  if (begun.rows.length === 0) return;
  const stop = new AbortController();
  let share = 0;
  const beat = setInterval(() => {
    db.query<{ state: string }>(
      `update ${table} set progress = $2::real, touched_at = now() where id = $1::uuid returning state`,
      [id, share],
    ).then(
      ({ rows }) => {
        if (rows[0]?.state !== 'running') stop.abort(new Cancelled());
      },
      // The database is away: the next beat tries again, and the work itself will fail if it needs it.
      () => undefined,
    );
  }, REPORT_MS);
  try {
    await work((value) => (share = value), stop.signal);
    await db.query(
      `update ${table} set state = 'done', progress = 1, touched_at = now() where id = $1::uuid and state = 'running'`,
      [id],
    );
  } catch (error) {
    if (error instanceof Cancelled || stop.signal.aborted) return;
    await db.query(
      `update ${table} set state = 'failed', problem = $2::jsonb, touched_at = now() where id = $1::uuid`,
      [id, JSON.stringify(refusal(error))],
    );
  } finally {
    clearInterval(beat);
  }
}
