/** The worker process: takes long work from the queue. Run as many as there are machines. */
import { DomainError } from '@kyanos/core';
import { sweepTemp } from '@kyanos/intake';
import { parseCronItems, run, type TaskList } from 'graphile-worker';
import { ripArtwork } from './artwork/rip.ts';
import { openPool } from './db.ts';
import { exportStoredPlates } from './exports/build.ts';
import { refusalFor } from './http.ts';
import { buildStoredPlates } from './plates/build.ts';
import { followPress } from './press/follow.ts';
import { lookAtPrinters } from './press/printers.ts';
import { reserveWaiting } from './stock/jobs.ts';
import {
  enqueue,
  newOwner,
  openQueue,
  perform,
  quiet,
  release,
  takeOver,
  type Task,
} from './queue.ts';

const url = process.env.DATABASE_URL;
if (!url) throw new Error('The worker needs DATABASE_URL.');
const pool = openPool(url);
const owner = newOwner();
const stopped = new AbortController();

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
    owner,
    (report, signal, attempt) => WORK[name](pool, id, report, signal, attempt),
    problem,
    stopped.signal,
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
  plates: task('plates', (id) => reserveWaiting(pool, id)),
  export: task('export'),
};

/** Time between rounds to the jobs at printers, and to the printers themselves. */
const FOLLOW_MS = 700;
const PRINTERS_MS = 2500;
/** Again and again, each round after the one before has ended. What fails is tried again; the database may be away. */
async function rounds(every: number, round: () => Promise<void>): Promise<void> {
  while (!stopped.signal.aborted) {
    await round().catch((error: unknown) => {
      if (refusalFor(error).code === 'INTERNAL') console.error(error);
    });
    await new Promise((done) => setTimeout(done, every));
  }
}

/** Time between looks for work that lost its worker. */
const LOOK_MS = 3000;
async function lookAround(): Promise<void> {
  // While the database is away there is nothing to take over.
  await takeOver(pool, queue).catch(() => undefined);
  await sweepTemp().catch(() => undefined);
}

await lookAround();
const runner = await run({
  pgPool: pool,
  concurrency: 2,
  noHandleSignals: true,
  parsedCronItems: parseCronItems([]),
  taskList,
  logger: quiet,
});
const looking = setInterval(() => void lookAround(), LOOK_MS);

void rounds(FOLLOW_MS, () => followPress(pool, queue));
void rounds(PRINTERS_MS, () => lookAtPrinters(pool));

let stopping = false;
async function stop() {
  if (stopping) return;
  stopping = true;
  clearInterval(looking);
  stopped.abort(new Error('the worker stops'));
  await Promise.race([
    runner.stop().catch(() => undefined),
    new Promise((done) => setTimeout(done, 2500)),
  ]);
  await release(pool, queue, owner).catch(() => undefined);
  process.exit(0);
}
// A queue that gives up is begun anew by whoever started this process.
runner.promise.catch(() => undefined).then(() => (stopping ? undefined : process.exit(1)));
process.on('SIGTERM', () => void stop());
// Ctrl-C reaches the whole group; the server decides when its worker ends.
process.on('SIGINT', () => undefined);
// The server is gone, however it ended.
process.on('disconnect', () => process.exit(0));
process.send?.('ready');
