/** Follows jobs at printers: brings them there, asks the printer for what is wanted, and takes in what became of them. */
import type { JobState as ThereState } from '@kyanos/ipp';
import { numberIn, PrinterRefused, textsIn, Unreachable } from '@kyanos/ipp';
import type { PressState, Problem } from '@kyanos/contract';
import { dayText, DomainError, spokenOf, type ReportRow } from '@kyanos/core';
import type pg from 'pg';
import { readyArtwork } from '../artwork/queries.ts';
import { aside } from '../aside/aside.ts';
import { inTransaction, type Db } from '../db.ts';
import { exportById, exportedFile, upsertExport } from '../exports/queries.ts';
import { jobById } from '../jobs/queries.ts';
import { speaking } from '../language.ts';
import { measuresFor } from '../plates/queries.ts';
import { ask, type Queue } from '../queue.ts';
import { keepReport } from '../reports/queries.ts';
import { itemById } from '../shop/items.ts';
import { moveJob, redraw } from '../stock/jobs.ts';
import { t } from '../texts/texts.ts';
import { factsOf, printerProblem } from './printers.ts';
import { keepPress, openPress, pressRow, type PressRow, type PrintOutcome } from './queries.ts';
import { bring, jobThere, changeJob, type JobThere } from './send.ts';

/** Keeps two workers from the same job; any number that no one else uses. */
const LOCK = 7;
/** Each of them holds a connection to the database while it is asked. */
const PRINTERS_AT_ONCE = 4;

/**
 * Goes once through all jobs at printers. A printer that is silent changes nothing: the next round asks again. Workers that do it
 * at once leave each other's jobs alone.
 */
export async function followPress(pool: pg.Pool, queue: Queue): Promise<void> {
  const rows = await openPress(pool);
  const waiting = [...new Set(rows.map(({ uri }) => uri))];
  const next = async (): Promise<void> => {
    for (let uri = waiting.shift(); uri !== undefined; uri = waiting.shift()) {
      let answers = true;
      for (const row of rows.filter((one) => one.uri === uri)) {
        // Where it is silent its other jobs would wait for the same silence.
        if (answers) answers = await alone(pool, row.id, () => step(pool, queue, row.id));
        if (!answers && row.want === 'cancel') await giveUp(pool, row);
      }
    }
  };
  await Promise.all(Array.from({ length: PRINTERS_AT_ONCE }, next));
}

/** Nobody else does it meanwhile; whoever dies lets go with the connection. True where somebody else does. */
async function alone(pool: pg.Pool, id: string, work: () => Promise<boolean>): Promise<boolean> {
  const client = await pool.connect();
  // A lock that could not be given back goes with its connection.
  let broken = false;
  try {
    const { rows } = await client.query<{ got: boolean }>(
      'select pg_try_advisory_lock($1::int, hashtext($2::text)) as got',
      [LOCK, id],
    );
    if (!rows[0].got) return true;
    try {
      return await work();
    } finally {
      await client
        .query('select pg_advisory_unlock($1::int, hashtext($2::text))', [LOCK, id])
        .catch(() => (broken = true));
    }
  } finally {
    client.release(broken);
  }
}

/** Returns false where the printer is silent. */
async function step(pool: pg.Pool, queue: Queue, id: string): Promise<boolean> {
  const row = await pressRow(pool, id);
  return speaking(spokenOf([row.language]), async () => {
    try {
      if (row.state === 'sending') await sendStep(pool, queue, row);
      else if (row.number !== null) await follow(pool, row, row.number);
      return true;
    } catch (error) {
      if (error instanceof Unreachable) return false;
      const known =
        error instanceof PrinterRefused
          ? printerProblem(error)
          : error instanceof DomainError
            ? error
            : undefined;
      if (!known) throw error;
      if (known.code === 'PRINTER_GONE') return false;
      if (known.code !== 'DATABASE_GONE')
        await keepPress(pool, id, { state: 'failed', problem: problemOf(known) });
      return true;
    }
  });
}

/** A printer that is silent for so long is taken for one that will not answer. */
const LONG_GONE = '20 seconds';

/**
 * Lets a job go whose printer is long gone, where that is wanted. What was not released has printed nothing; of the rest only a person
 * at the machine knows.
 */
async function giveUp(pool: pg.Pool, { id, machineId, state }: PressRow): Promise<void> {
  const { rows } = await pool.query(
    `select from printer where machine_id = $1::text and gone_at < now() - interval '${LONG_GONE}'`,
    [machineId],
  );
  if (rows.length === 0) return;
  if (state === 'sending') await keepPress(pool, id, { state: 'cancelled' });
  else
    await keepPress(pool, id, {
      state: 'failed',
      problem: problemOf(new DomainError('PRINTER_GONE')),
    });
}

const problemOf = ({ code, message }: DomainError): Problem => ({ code, message });

// ---- on the way ----

/** The files of a job that is sent; undefined while they are made. */
async function filesOf(pool: pg.Pool, queue: Queue, row: PressRow): Promise<string | undefined> {
  const { plan, artworkId } = await jobById(pool, row.jobId, row.version);
  if (!artworkId) throw new DomainError('NO_ARTWORK');
  const { id, state } = await upsertExport(pool, artworkId, plan);
  if (state !== 'done') {
    const { problem } = await exportById(pool, id);
    if (state === 'failed' && problem) throw new DomainError(problem.code, problem.message);
    await ask(
      pool,
      queue,
      { task: 'export', id },
      { client: `press ${row.id}`, asker: 'press' },
      state,
    );
    return undefined;
  }
  return (await exportedFile(pool, id)).fileId;
}

async function ticketOf(db: Db, row: PressRow) {
  const { plan, artworkId } = await jobById(db, row.jobId, row.version);
  if (!artworkId) throw new DomainError('NO_ARTWORK');
  const info = await readyArtwork(db, artworkId);
  const measures = await measuresFor(db, artworkId, plan);
  const job = { id: row.id, number: row.jobNumber };
  const ticket = await aside('ticket', { plan, info, measures, job });
  if (!ticket) throw new DomainError('NOT_PRINTABLE');
  return ticket;
}

async function sendStep(pool: pg.Pool, queue: Queue, row: PressRow): Promise<void> {
  // Given up before the printer heard of it.
  if (row.want === 'cancel' && row.tried === 0) {
    await keepPress(pool, row.id, { state: 'cancelled' });
    return;
  }
  const fileId = await filesOf(pool, queue, row);
  if (fileId === undefined) return;
  const { data: machine } = await itemById(pool, 'machine', row.machineId);
  const facts = await factsOf(row.uri, machine);
  const number = await bring(pool, row, {
    fileId,
    ticket: await ticketOf(pool, row),
    facts,
    begin: async () => {
      const { rows } = await pool.query<{ tried: number }>(
        `update press_job set tried = tried + 1, touched_at = now() where id = $1::uuid returning tried`,
        [row.id],
      );
      return rows[0].tried;
    },
  });
  await keepPress(pool, row.id, { state: 'held', number });
  const now = await pressRow(pool, row.id);
  await follow(pool, now, number);
}

// ---- there ----

const STATES: Readonly<Record<ThereState, PressState>> = {
  pending: 'waiting',
  held: 'held',
  processing: 'printing',
  stopped: 'stopped',
  completed: 'done',
  canceled: 'cancelled',
  aborted: 'failed',
};

const SECONDS = 60;
function outcomeIn({ attributes, state }: JobThere): PrintOutcome {
  const seconds = numberIn(attributes, 'x-kyanos-seconds');
  const counted = numberIn(attributes, 'job-impressions-completed');
  // A printer that counts nothing says 0 even of what it has printed to the end.
  const done = counted === 0 && state === 'completed' ? undefined : counted;
  const spoilt = numberIn(attributes, 'x-kyanos-copies-spoilt');
  const notes = textsIn(attributes, 'x-kyanos-notes');
  const ml = textsIn(attributes, 'x-kyanos-ink').flatMap((text) => {
    const [channel, amount] = text.split('=');
    return Number.isFinite(Number(amount)) ? [[channel, Number(amount)] as const] : [];
  });
  return {
    ...(done !== undefined && { done }),
    ...(spoilt !== undefined && { spoilt }),
    ...(seconds !== undefined && { minutes: seconds / SECONDS }),
    ...(ml.length > 0 && { ml: Object.fromEntries(ml) }),
    ...(notes.length > 0 && { notes }),
  };
}

async function follow(pool: pg.Pool, row: PressRow, number: number): Promise<void> {
  const job = await jobThere(row, number);
  if (!job?.state) {
    await keepPress(pool, row.id, {
      state: 'failed',
      problem: problemOf(new DomainError('PRINTER_FORGOT')),
    });
    return;
  }
  await obey(row, job);
  await takeIn(pool, row, STATES[job.state], outcomeIn(job));
}

/** Asks the printer for what is wanted of a job, where that is not so already. */
async function obey(row: PressRow, { number, state }: JobThere): Promise<void> {
  const operation =
    row.want === 'cancel'
      ? 'Cancel-Job'
      : row.want === 'hold' && state === 'pending'
        ? 'Hold-Job'
        : row.want === 'print' && state === 'held'
          ? 'Release-Job'
          : undefined;
  if (!operation || state === 'canceled' || state === 'aborted' || state === 'completed') return;
  // It may have gone on meanwhile; the next round sees that.
  await changeJob(row, number, operation).catch((error: unknown) => {
    if (!(error instanceof PrinterRefused)) throw error;
  });
}

const saysWhatItTook = ({ minutes, ml }: PrintOutcome): boolean =>
  minutes !== undefined || ml !== undefined;

/**
 * Keeps what the printer says; what has ended is taken in once, with the shelf, the logbook and the report. Where the printer does not
 * say what a job took, the job stays with the operator, who is asked.
 */
async function takeIn(
  pool: pg.Pool,
  row: PressRow,
  state: PressState,
  outcome: PrintOutcome,
): Promise<void> {
  await inTransaction(pool, async (db) => {
    const problem =
      state === 'failed'
        ? problemOf(new DomainError('PRINTER_REFUSED', t('press.abortedThere')))
        : state === 'cancelled' && row.want !== 'cancel'
          ? problemOf(new DomainError('PRINTER_REFUSED', t('press.cancelledThere')))
          : undefined;
    const kept = await keepPress(db, row.id, { state, outcome, ...(problem && { problem }) });
    if (!kept) return;
    const { data: machine } = await itemById(db, 'machine', row.machineId);
    if (state === 'printing' || state === 'stopped') await move(db, row, 'printing', machine.name);
    if (state === 'done' && !saysWhatItTook(outcome)) await move(db, row, 'printing', machine.name);
    else if (state === 'done') {
      await report(db, row, outcome);
      await move(db, row, 'done', machine.name);
      // Where somebody was faster it was drawn as estimated.
      await redraw(db, row.jobId, { by: machine.name });
    }
    if (state === 'cancelled' || state === 'failed') await move(db, row, 'ready', machine.name);
  });
}

/** From which states a job goes on by what its printer says; what a person has put elsewhere stays there. */
const MOVES = {
  printing: ['quoted', 'accepted', 'ready'],
  done: ['quoted', 'accepted', 'ready', 'printing'],
  ready: ['printing'],
} as const;
const move = (db: Db, { jobId }: PressRow, now: keyof typeof MOVES, by: string) =>
  moveJob(db, jobId, MOVES[now], now, { by });

/** What the printer says that a job took, as a report of its machine. */
async function report(db: Db, row: PressRow, { minutes, ml }: PrintOutcome): Promise<void> {
  const one: ReportRow = {
    job: row.name,
    finished: dayText(new Date()),
    ...(minutes !== undefined && { minutes }),
    ml: ml ?? {},
  };
  // Where the plan predicts nothing there is nothing to compare it with.
  await keepReport(db, row.machineId, row.jobId, one).catch((error: unknown) => {
    if (!(error instanceof DomainError)) throw error;
  });
}
