import { fork, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type {
  Bench,
  Job,
  JobStock,
  JobSummary,
  PressJob,
  StoredReport,
  PrinterStatus,
} from '@kyanos/contract';
import { seededRandom } from '@kyanos/core';
import { askPrinter, attribute, groupsOf, jobStateNamed, numberIn, textIn } from '@kyanos/ipp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PlainPrinter } from '../../test/plainPrinter.ts';
import { demo, useServer } from '../../test/served.ts';

const served = useServer();
const PRESS = new URL('../../../.cache/programs/press.js', import.meta.url);
const MACHINE = 'label-3';
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** A press of its own, which can be killed and started again at the same address. */
class RunningPress {
  readonly data = mkdtempSync(join(tmpdir(), 'press-test-'));
  #child: ChildProcess | undefined;
  port = 0;

  async start(pace: number): Promise<void> {
    const options = ['--machine', MACHINE, '--port', String(this.port), '--pace', String(pace)];
    const child = fork(PRESS, [...options, '--data', this.data], { silent: true });
    this.#child = child;
    const line = await new Promise<string>((done) =>
      child.stdout!.once('data', (bytes: Buffer) => done(bytes.toString())),
    );
    this.port = Number(/127\.0\.0\.1:(\d+)/.exec(line)![1]);
  }

  get uri(): string {
    return `ipp://127.0.0.1:${this.port}/ipp/print/${MACHINE}`;
  }

  async end(signal: NodeJS.Signals): Promise<void> {
    const ended = new Promise((done) => this.#child!.once('exit', done));
    this.#child!.kill(signal);
    await ended;
  }

  /** Every job that it ever had. */
  async jobs() {
    const all = [];
    for (const which of ['completed', 'not-completed']) {
      const answer = await askPrinter(this.uri, {
        operation: 'Get-Jobs',
        attributes: [
          attribute('which-jobs', 'keyword', which),
          attribute('requested-attributes', 'keyword', 'all'),
        ],
      });
      for (const job of groupsOf(answer, 'job'))
        all.push({
          name: textIn(job, 'job-name')!,
          state: jobStateNamed(numberIn(job, 'job-state')),
          done: numberIn(job, 'job-impressions-completed')!,
          spoilt: numberIn(job, 'x-kyanos-copies-spoilt')!,
        });
    }
    return all;
  }
}

const press = new RunningPress();
const PACE = 4000;
let job: Job;
const order = async (id: string) =>
  (await served.call<{ jobs: JobSummary[] }>('GET', '/jobs?limit=100')).body.jobs.find(
    (one) => one.id === id,
  )!;
const sent = async (id = job.id) =>
  (await served.call<PressJob[]>('GET', `/jobs/${id}/press`)).body[0];
const send = (body: object = {}, id: string = job.id) =>
  served.call<PressJob & { code?: string }>('POST', `/jobs/${id}/press`, body);
const want = (id: string, wanted: PressJob['want']) =>
  served.call<PressJob>('PUT', `/press/${id}`, { want: wanted });

async function sentUntil(states: readonly PressJob['state'][], id = job.id): Promise<PressJob> {
  for (;;) {
    const now = await sent(id);
    if (states.includes(now.state)) return now;
    await pause(100);
  }
}
const printer = async () =>
  (await served.call<{ printers: PrinterStatus[] }>('GET', '/printers')).body.printers[0];
async function printerUntil(holds: (told: PrinterStatus) => boolean): Promise<PrinterStatus> {
  for (;;) {
    const told = await printer();
    if (holds(told)) return told;
    await pause(200);
  }
}

/** By what a job's ink was drawn. */
async function inkSources(id: string): Promise<Set<string>> {
  const { body } = await served.call<JobStock>('GET', `/jobs/${id}/stock`);
  return new Set(body.drawn.flatMap(({ unit, source }) => (unit === 'mL' ? [source] : [])));
}

/** A job whose plates are built, printed again and again. */
async function another(copies: number): Promise<Job> {
  const { plan, draw, fileName } = demo('orchard-label');
  const { body: file } = await served.upload(await draw());
  const artwork = await served.rip(file.id, 60, fileName);
  const wanted = { ...plan, lot: '', layout: { ...plan.layout, copies } };
  const made = await served.newJob(artwork.id, wanted);
  const { body } = await served.call<{ id: string }>('POST', `/artworks/${artwork.id}/plates`, {
    plan: made.plan,
  });
  await served.until(`/plates/${body.id}`);
  return made;
}

beforeAll(async () => {
  await press.start(PACE);
  job = await another(24);
});
afterAll(async () => {
  await press.end('SIGTERM');
  rmSync(press.data, { recursive: true });
});

describe('a job at its printer', () => {
  it('is not sent where its machine has no printer, and an address that is none is refused', async () => {
    expect((await send()).body.code).toBe('NO_PRINTER');
    const put = (uri: string) =>
      served.call<{ message: string }>('PUT', '/settings/printers', { [MACHINE]: { uri } });
    expect((await put('ftp://somewhere/')).body.message).toContain('ipp://192.168.1.20/ipp/print');
    expect((await put(press.uri)).status).toBe(200);
    const told = await printerUntil(({ state }) => state !== null);
    expect(told).toMatchObject({ goneSince: null, state: 'idle', simulated: false });
    expect(told.tells).toContain('ink');
    const white = told.supplies.find(({ channel }) => channel === 'W')!;
    expect(white.leftMl).toBeGreaterThan(0);
    expect(white.share).toBeLessThanOrEqual(1);
  });

  it('is printed, counted, reported and drawn from the shelf without anybody typing', async () => {
    await served.call('PUT', `/jobs/${job.id}/order`, {
      was: { state: 'quoted', due: null, priority: 'usual' },
      now: { state: 'accepted', due: null, priority: 'usual' },
    });
    expect((await send()).status).toBe(201);
    expect((await send()).body.code).toBe('ALREADY_SENT');
    const done = await sentUntil(['done', 'failed', 'cancelled']);
    expect(done).toMatchObject({ state: 'done', problem: null, done: 24, spoilt: 0 });
    expect((await order(job.id)).state).toBe('done');
    const { body: reports } = await served.call<StoredReport[]>(
      'GET',
      `/machines/${MACHINE}/reports`,
    );
    expect(reports).toHaveLength(1);
    const [{ report, jobId }] = reports;
    expect(jobId).toBe(job.id);
    expect(report.ml.W).toBeCloseTo(done.ml.W!, 6);
    expect(report.minutes).toBeCloseTo(done.minutes!, 6);
    // The machine is not as its maker states, and not far from it.
    const { laydown, lossPerTrip } = job.plan.machine.inks.find(({ channel }) => channel === 'W')!;
    const { solidM2, starts, otherMl } = report.planned.W!;
    const ratio = report.ml.W! / (solidM2 * laydown + starts * lossPerTrip + otherMl);
    expect(Math.abs(Math.log(ratio))).toBeGreaterThan(0.001);
    // Its white stands, and has to be purged, as long as this machine is busy with something else.
    expect(Math.abs(Math.log(ratio))).toBeLessThan(1.2);
    expect(await inkSources(job.id)).toEqual(new Set(['report']));
  });

  it('waits there while it is held, and is given up where that is wanted', async () => {
    const second = await another(12);
    const { body } = await send({ hold: true }, second.id);
    await sentUntil(['held'], second.id);
    await pause(1500);
    expect((await sent(second.id)).state).toBe('held');
    await want(body.id, 'cancel');
    expect((await sentUntil(['cancelled'], second.id)).problem).toBeNull();
    // It can be sent again.
    expect((await send({}, second.id)).status).toBe(201);
    await sentUntil(['done'], second.id);
    // It was a quote when it was sent; it is printed all the same.
    expect((await order(second.id)).state).toBe('done');
    expect((await press.jobs()).filter(({ state }) => state === 'completed')).toHaveLength(2);
  });

  it('keeps what was sent while its printer is silent, and goes on when that is back, if elsewhere', async () => {
    await press.end('SIGKILL');
    await printerUntil(({ goneSince }) => goneSince !== null);
    const third = await another(6);
    await send({}, third.id);
    // Somebody says that it is printed, and it is drawn as estimated until its report comes.
    const was = { state: 'quoted', due: null, priority: 'usual' };
    await served.call('PUT', `/jobs/${third.id}/order`, { was, now: { ...was, state: 'done' } });
    expect(await inkSources(third.id)).toEqual(new Set(['estimate']));
    await pause(1500);
    expect(await sent(third.id)).toMatchObject({ state: 'sending', problem: null });
    const refused = await served.call<{ code: string }>('POST', `/printers/${MACHINE}/act`, {
      act: 'pause',
    });
    expect(refused.body.code).toBe('PRINTER_GONE');
    // Whoever gives a job up is not kept waiting for a printer that is long gone.
    const fourth = await another(6);
    const { body } = await send({}, fourth.id);
    await want(body.id, 'cancel');
    await pause(1500);
    expect((await sent(fourth.id)).state).not.toBe('failed');
    await served.database.pool.query("update printer set gone_at = now() - interval '1 hour'");
    await sentUntil(['cancelled'], fourth.id);

    press.port = 0;
    await press.start(PACE);
    await served.call('PUT', '/settings/printers', { [MACHINE]: { uri: press.uri } });
    await printerUntil(({ goneSince }) => goneSince === null);
    expect((await sentUntil(['done'], third.id)).done).toBe(6);
    expect(await inkSources(third.id)).toEqual(new Set(['report']));
  });
});

describe('a printer that tells little', () => {
  it('gets what it can read, and its operator is asked for what it does not say', async () => {
    const plain = new PlainPrinter();
    const uri = await plain.start();
    try {
      const told = await served.call<PrinterStatus>('POST', '/printers/try', {
        machine: MACHINE,
        uri,
      });
      expect(told.body.tells).toEqual(['copies', 'supplies']);
      expect(told.body.supplies.map(({ channel, share }) => [channel, share])).toEqual([
        ['C', 0.6],
        ['W', 0.05],
      ]);
      await served.call('PUT', '/settings/printers', { [MACHINE]: { uri } });
      const one = await another(7);
      await send({}, one.id);
      const done = await sentUntil(['done', 'failed'], one.id);
      expect(done).toMatchObject({ state: 'done', done: 7, minutes: null, ml: {} });
      // The ticket is nothing to it; copies go as it knows them, and one PDF.
      expect(plain.jobs).toHaveLength(1);
      expect(plain.jobs[0]).toMatchObject({ copies: 7, state: 'completed' });
      expect(plain.jobs[0].bytes).toBeGreaterThan(10_000);
      const bench = (await served.call<Bench>('GET', `/jobs/${one.id}/bench`)).body;
      expect(bench).toMatchObject({ state: 'printing', printerFinished: true });
      await served.call('POST', `/jobs/${one.id}/bench/done`, { spoilt: 1, ml: { W: 2 } });
      expect((await order(one.id)).state).toBe('done');
      expect((await served.call<Bench>('GET', `/jobs/${one.id}/bench`)).body.printerFinished).toBe(
        false,
      );
      plain.counts = false;
      const uncounted = await another(3);
      await send({}, uncounted.id);
      expect(await sentUntil(['done', 'failed'], uncounted.id)).toMatchObject({ done: null });
    } finally {
      plain.stop();
      await served.call('PUT', '/settings/printers', { [MACHINE]: { uri: press.uri } });
    }
  });
});

/** Rounds in which one side is killed; more of them by hand. */
const KILLS = Number(process.env.KYANOS_KILLS ?? 6);
const SENDERS_KILLED = 4;
describe('whatever dies in the middle', () => {
  it('is at the printer once, also where who sends it dies while it is being sent', async () => {
    const random = seededRandom(11);
    const fifth = await another(6);
    const { pool } = served.database;
    let adopted = 0;
    for (let round = 0; round < SENDERS_KILLED; round++) {
      const { body } = await send({ hold: true }, fifth.id);
      // The try is written down, and the printer is being asked.
      const tried = async () =>
        (
          await pool.query<{ tried: number }>('select tried from press_job where id = $1', [
            body.id,
          ])
        ).rows[0].tried;
      while ((await tried()) === 0) await pause(2);
      await pause(60 * random());
      await served.replaceWorker('SIGKILL');
      await sentUntil(['held'], fifth.id);
      const there = (await press.jobs()).filter(
        ({ name, state }) => name.includes(`K${body.id.slice(0, 8)}`) && state !== 'canceled',
      );
      expect(there.map(({ state }) => state)).toEqual(['held']);
      if ((await tried()) === 1) adopted++;
      await want(body.id, 'cancel');
      await sentUntil(['cancelled'], fifth.id);
    }
    // Some were whole when their sender died, and some were not.
    expect(adopted).toBeLessThan(SENDERS_KILLED);
  });

  it('is sent anew where a sender died between giving up what had come of it and sending it again', async () => {
    const sixth = await another(2);
    const gone = new Promise((done) => served.worker.once('exit', done));
    served.worker.kill('SIGKILL');
    await gone;
    const { body } = await send({ hold: true }, sixth.id);
    const name = `K${body.id.slice(0, 8)}`;
    // What such a sender leaves: its try is written down, and cancelled at the printer.
    await served.database.pool.query('update press_job set tried = 1 where id = $1', [body.id]);
    const created = await askPrinter(press.uri, {
      operation: 'Create-Job',
      attributes: [attribute('job-name', 'name', `${name}n1`)],
      job: [attribute('job-hold-until', 'keyword', 'indefinite')],
    });
    const number = numberIn(groupsOf(created, 'job')[0], 'job-id')!;
    await askPrinter(press.uri, {
      operation: 'Cancel-Job',
      attributes: [attribute('job-id', 'integer', number)],
    });
    served.worker = await served.startWorker();
    expect((await sentUntil(['held', 'cancelled', 'failed'], sixth.id)).state).toBe('held');
    const there = (await press.jobs()).filter((one) => one.name.includes(name));
    expect(there.map(({ state }) => state).sort()).toEqual(['canceled', 'held']);
    await want(body.id, 'cancel');
    await sentUntil(['cancelled'], sixth.id);
  });

  it('is printed once, and both sides agree on every copy', async () => {
    const random = seededRandom(7);
    await press.end('SIGTERM');
    // Slow enough that most of it is printed while somebody dies.
    await press.start(400);
    const fourth = await another(60);
    await served.call('PUT', `/jobs/${fourth.id}/order`, {
      was: { state: 'quoted', due: null, priority: 'usual' },
      now: { state: 'accepted', due: null, priority: 'usual' },
    });
    let begun = await send({}, fourth.id);
    const finished: PressJob[] = [];
    for (let round = 0; round < KILLS; round++) {
      await pause(1500 * random());
      if (random() < 0.5) await served.replaceWorker('SIGKILL');
      else {
        await press.end('SIGKILL');
        await press.start(400);
      }
      const now = await sent(fourth.id);
      if (now.state === 'done') {
        finished.push(now);
        begun = await send({}, fourth.id);
        expect(begun.status).toBe(201);
      } else expect(['failed', 'cancelled']).not.toContain(now.state);
    }
    await press.end('SIGTERM');
    await press.start(PACE);
    const last = await sentUntil(['done', 'failed', 'cancelled'], fourth.id);
    expect(last.state).toBe('done');
    finished.push(last);

    const there = await press.jobs();
    for (const one of finished) {
      const tries = there.filter(({ name }) => name.includes(`K${one.id.slice(0, 8)}`));
      const printed = tries.filter(({ done, spoilt }) => done + spoilt > 0);
      expect(printed).toHaveLength(1);
      expect(printed[0]).toMatchObject({ state: 'completed', done: one.done, spoilt: one.spoilt });
      expect(one.done! + one.spoilt!).toBe(60);
    }
    const { body: reports } = await served.call<StoredReport[]>(
      'GET',
      `/machines/${MACHINE}/reports`,
    );
    expect(reports.filter(({ jobId }) => jobId === fourth.id)).toHaveLength(finished.length);
  });
});
