/** The worker process: takes long work from the queue. Run as many as there are machines. */
import { DomainError } from '@kyanos/core';
import { parseCronItems, run, type TaskList } from 'graphile-worker';
import { ripArtwork } from './artwork/rip.ts';
import { openPool } from './db.ts';
import { exportStoredPlates } from './exports/build.ts';
import { refusalFor } from './http.ts';
import { buildStoredPlates } from './plates/build.ts';
import { enqueue, openQueue, perform, quiet, recover, type Task } from './queue.ts';

const url = process.env.DATABASE_URL;
if (!url) throw new Error('The worker needs DATABASE_URL.');
const pool = openPool(url);

const problem = (error: unknown) => {
  const known = error instanceof DomainError ? error : refusalFor(error);
  if (known.code === 'INTERNAL') console.error(error);
  return { code: known.code, message: known.message };
};
const queue = await openQueue(pool);

const WORK = {
  rip: ripArtwork,
  plates: buildStoredPlates,
  export: exportStoredPlates,
} satisfies Record<Task, unknown>;

const task = (name: Task, after?: (id: string) => Promise<void>) => async (payload: unknown) => {
  const { id } = payload as { id: string };
  await perform(
    pool,
    { task: name, id },
    (report, signal) => WORK[name](pool, id, report, signal),
    problem,
  );
  await after?.(id);
};

async function buildWaitingPlates(artwork: string): Promise<void> {
  const waiting = await pool.query<{ id: string }>(
    `select b.id from plate_build b join artwork a on a.id = b.artwork_id
     where a.id = $1::uuid and a.state = 'done' and b.state = 'queued'`,
    [artwork],
  );
  for (const build of waiting.rows) await enqueue(queue, { task: 'plates', id: build.id });
}

const taskList: TaskList = {
  rip: task('rip', buildWaitingPlates),
  plates: task('plates'),
  export: task('export'),
};

await recover(pool, queue);
const runner = await run({
  pgPool: pool,
  concurrency: 2,
  noHandleSignals: true,
  parsedCronItems: parseCronItems([]),
  taskList,
  logger: quiet,
});

let stopping = false;
async function stop() {
  if (stopping) return;
  stopping = true;
  await runner.stop().catch(() => undefined);
  process.exit(0);
}
process.on('SIGTERM', () => void stop());
// Ctrl-C reaches the whole group; the server decides when its worker ends.
process.on('SIGINT', () => undefined);
// The server is gone, however it ended.
process.on('disconnect', () => process.exit(0));
process.send?.('ready');
