/** The worker process: takes long work from the queue. Run as many as there are machines. */
import { EventEmitter } from 'node:events';
import { getPriority, setPriority } from 'node:os';
import { DomainError } from '@kyanos/core';
import { confinementInWords, sweepTemp } from '@kyanos/intake';
import {
  parseCronItems,
  run,
  type Runner,
  type TaskList,
  type WorkerEvents,
} from 'graphile-worker';
import { ripArtwork } from './artwork/rip.ts';
import { openPool } from './db.ts';
import { exportStoredPlates } from './exports/build.ts';
import { refusalFor } from './http.ts';
import { forgetWorker, announceWorker } from './observe/workers.ts';
import { cleanIfWanted } from './keeping/clean.ts';
import { tidyDoor } from './people/guesses.ts';
import { buildStoredPlates } from './plates/build.ts';
import { refuseToBegin } from './program.ts';
import { followPress } from './press/follow.ts';
import { lookAtPrinters } from './press/printers.ts';
import { reserveWaiting } from './stock/jobs.ts';
import {
  enqueue,
  heavy,
  newOwner,
  openQueue,
  perform,
  quiet,
  release,
  SLOTS,
  takeOver,
  type Task,
} from './queue.ts';

/** Where cores are short, people are answered first: long work and all that it starts step back (nice(2)). Our own choice. */
const NICE = 10;
/** So long a worker that was started by itself goes on with what it has, once it is asked to stop. Our own choice. */
const DRAIN_MS = 10 * 60_000;

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
setPriority(Math.max(NICE, getPriority()));
const queue = await openQueue(pool).catch(refuseToBegin);

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
  for (const build of waiting.rows) await enqueue(pool, queue, { task: 'plates', id: build.id });
}

const light = {
  rip: task('rip', buildWaitingPlates),
  plates: task('plates', (id) => reserveWaiting(pool, id)),
  export: task('export'),
} satisfies Record<Task, unknown>;
const all: TaskList = Object.fromEntries(
  (Object.keys(light) as Task[]).flatMap((name) => [
    [name, light[name]],
    [heavy(name), light[name]],
  ]),
);

/** Time between rounds to the jobs at printers, and to the printers themselves. */
const FOLLOW_MS = 700;
const PRINTERS_MS = 2500;
const CLEAN_MS = 24 * 3_600_000;
/** And between tidying up after people: ended sessions, guesses that are long past. */
const TIDY_MS = 3_600_000;
/** Again and again, each round after the one before has ended. What fails is tried again; the database may be away. */
async function rounds(every: number, round: () => Promise<void>): Promise<void> {
  while (!stopped.signal.aborted) {
    await round().catch((error: unknown) => {
      if (refusalFor(error).code === 'INTERNAL') console.error(error);
    });
    await new Promise((done) => setTimeout(done, every));
  }
}

let announced: Promise<void> = Promise.resolve();
/** Announces this worker, one time after another: never after it was taken off the list. */
const announce = (): Promise<void> =>
  (announced = announced.then(async () => {
    if (stopped.signal.aborted) return;
    await announceWorker(pool, owner, { slots: SLOTS, draining: stopping }).catch(() => undefined);
  }));

/** Time between looks for work that lost its worker. */
const LOOK_MS = 3000;
async function lookAround(): Promise<void> {
  await announce();
  // While the database is away there is nothing to take over.
  await takeOver(pool, queue).catch(() => undefined);
  await sweepTemp().catch(() => undefined);
}

/** A server's own ends with it; one that was started by itself says so, and ends what it has before it goes. */
const alone = process.send === undefined;
let stopping = false;
const runners: Runner[] = [];
/** Time that work has to end in order. */
const END_MS = alone ? DRAIN_MS : 0;
const ENDS_MS = 2500;
const within = (ms: number, work: Promise<unknown>) =>
  Promise.race([work, new Promise((done) => setTimeout(done, ms))]);

/** Takes nothing more, lets what is begun end if there is time, and puts the rest back for others. The second time there is none. */
async function stop() {
  const hurried = stopping || END_MS === 0;
  stopping = true;
  const ended = Promise.all(runners.map((one) => one.stop().catch(() => undefined)));
  if (!hurried) {
    await announce();
    await within(END_MS, ended);
  }
  stopped.abort(new Error('the worker stops'));
  await within(ENDS_MS, ended);
  await release(pool, queue, owner).catch(() => undefined);
  await within(ENDS_MS, announced);
  await forgetWorker(pool, owner).catch(() => undefined);
  process.exit(0);
}
process.on('SIGTERM', () => void stop());
// Ctrl-C reaches the whole group; the server decides when its worker ends.
process.on('SIGINT', () => (alone ? void stop() : undefined));

await lookAround().catch(() => undefined);
const AGAIN_MS = 1000;
/**
 * Takes work from the queue, once it has looked there in vain or found some. Graphile Worker asks for the names of tasks at its
 * first look alone, and keeps what came of it, be it that the database was away: such a one would never find any work.
 */
async function take(concurrency: number, taskList: TaskList): Promise<Runner> {
  for (;;) {
    const events: WorkerEvents = new EventEmitter();
    const looked = new Promise<boolean>((done) => {
      events.once('worker:getJob:empty', () => done(true));
      events.once('job:start', () => done(true));
      events.once('worker:getJob:error', () => done(false));
    });
    const runner = await run({
      pgPool: pool,
      concurrency,
      noHandleSignals: true,
      parsedCronItems: parseCronItems([]),
      taskList,
      logger: quiet,
      events,
    });
    if (await looked) return runner;
    await runner.stop().catch(() => undefined);
    await new Promise((done) => setTimeout(done, AGAIN_MS));
  }
}
// One place is kept for what is not heavy: a huge file never holds up the small ones.
runners.push(...(await Promise.all([take(SLOTS - 1, all), take(1, light)]).catch(refuseToBegin)));

void rounds(LOOK_MS, lookAround);
void rounds(FOLLOW_MS, () => followPress(pool, queue));
void rounds(PRINTERS_MS, () => lookAtPrinters(pool));
void rounds(TIDY_MS, () => tidyDoor(pool));
void rounds(CLEAN_MS, () => cleanIfWanted(pool));

// A queue that gives up is begun anew by whoever started this process.
for (const { promise } of runners)
  promise.catch(() => undefined).then(() => (stopping ? undefined : process.exit(1)));
if (alone) {
  console.log(confinementInWords());
  console.log('The worker is ready. Stop it with Ctrl-C: it ends what it has begun.');
} else {
  // The server is gone, however it ended.
  process.on('disconnect', () => process.exit(0));
  process.send?.('ready');
}
