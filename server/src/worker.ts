/** The worker process: takes long work from the queue. Run as many as there are machines. */
import { DomainError } from '@kyanos/core';
import { parseCronItems, run, type TaskList } from 'graphile-worker';
import { ripArtwork } from './artwork/rip.ts';
import { openPool } from './db.ts';
import { exportStoredPlates } from './exports/build.ts';
import { refusalFor } from './http.ts';
import { buildStoredPlates } from './plates/build.ts';
import { enqueue, openQueue, perform, quiet, recover } from './queue.ts';

const url = process.env.DATABASE_URL;
if (!url) throw new Error('The worker needs DATABASE_URL.');
const pool = openPool(url);

const problem = (error: unknown) => {
  const known = error instanceof DomainError ? error : refusalFor(error);
  if (known.code === 'INTERNAL') console.error(error);
  return { code: known.code, message: known.message };
};
const queue = await openQueue(pool);
const idOf = (payload: unknown) => (payload as { id: string }).id;

const taskList: TaskList = {
  async rip(payload) {
    const id = idOf(payload);
    await perform(
      pool,
      { task: 'rip', id },
      (report, signal) => ripArtwork(pool, id, report, signal),
      problem,
    );
    // Plates that waited for this artwork.
    const waiting = await pool.query<{ id: string }>(
      `select b.id from plate_build b join artwork a on a.id = b.artwork_id
       where a.id = $1::uuid and a.state = 'done' and b.state = 'queued'`,
      [id],
    );
    for (const build of waiting.rows) await enqueue(queue, { task: 'plates', id: build.id });
  },
  async plates(payload) {
    const id = idOf(payload);
    await perform(
      pool,
      { task: 'plates', id },
      (report, signal) => buildStoredPlates(pool, id, report, signal),
      problem,
    );
  },
  async export(payload) {
    const id = idOf(payload);
    await perform(
      pool,
      { task: 'export', id },
      (report, signal) => exportStoredPlates(pool, id, report, signal),
      problem,
    );
  },
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
