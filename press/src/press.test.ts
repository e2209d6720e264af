import { execFile } from 'node:child_process';
import { appendFileSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import {
  calculate,
  jobTicket,
  learn,
  plateSpecs,
  promise,
  queueWork,
  schedule,
  seededRandom,
  shiftsFrom,
  USUAL_HOURS,
  withLearnt,
  type JobTicket,
  type Machine,
  type PrintPlan,
} from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { artwork, MACHINE, measures, PLAN } from '../../core/test/shop.ts';
import { openJournal, readJournal } from './journal.ts';
import { lockedBy } from './lock.ts';
import { Press, type Entry } from './press.ts';
import { servePresses } from './serve.ts';
import { stepsOf, strokesOver } from './steps.ts';
import { truthOf, type Truth } from './truth.ts';

const folder = mkdtempSync(join(tmpdir(), 'press-'));
afterAll(() => rmSync(folder, { recursive: true }));

const COVERS = { Cyan: 0.4, Magenta: 0.3, Yellow: 0.2, Black: 0.1 };
/** A plan worked out with plates of half cover. */
function worked(plan: PrintPlan, covers: Record<string, number> = COVERS, half = 0.5) {
  const plates = plateSpecs(plan.stack).map(({ key }) => ({ key, coverage: half }));
  const info = artwork(covers);
  // Both sides are alike.
  const pages = [info.pages[0], { ...info.pages[0], number: 2 }];
  const { work } = calculate(plan, { ...info, pages }, measures(...plates));
  return work!;
}
const ticketOf = (plan: PrintPlan, id = 'a', work = worked(plan)): JobTicket =>
  jobTicket(plan, work, { id, number: 1 });
const channelsOf = ({ inks }: Machine) => new Set(inks.map(({ channel }) => channel));
const asStated = (machine: Machine): Truth => {
  const each = Object.fromEntries(machine.inks.map(({ channel }) => [channel, 1]));
  return { laydown: each, loss: each, speed: 1, turn: 1 };
};
const plain = (copies: number): PrintPlan => ({
  ...PLAN,
  layout: { ...PLAN.layout, copies },
  trips: { ...PLAN.trips, testPrint: false },
});

/** What steps come to: printing, hands, everything, minutes; ink, mL. */
function sumOf(steps: ReturnType<typeof stepsOf>) {
  const ml: Record<string, number> = {};
  const minutes = { printing: 0, hands: 0, all: 0 };
  for (const step of steps) {
    minutes.all += step.minutes;
    if (step.kind === 'print' || step.kind === 'return') minutes.printing += step.minutes;
    if (step.kind === 'setup' || step.kind === 'loading') minutes.hands += step.minutes;
    for (const [channel, amount] of Object.entries(step.ml))
      ml[channel] = (ml[channel] ?? 0) + amount;
  }
  return { ...minutes, ml };
}

describe('a carriage that goes stroke by stroke', () => {
  it('has every line under every part of the head, and not a stroke more', () => {
    // By hand: a head of 50 mm in 4 swaths over 100 mm is fed 12.5 mm a time; 8 advances and 3 to lay the last line fully.
    expect(strokesOver(100, 50, 4)).toBe(11);
    expect(strokesOver(100, 50, 1)).toBe(2);
    expect(strokesOver(0.1, 50, 3)).toBe(3);
  });

  it.each(DEMO_JOBS.map(({ id, plan }) => [id, plan] as const))(
    'takes for %s what was planned, on the average, if its machine is as stated',
    (_id, plan) => {
      const work = worked(plan);
      const truth = asStated(plan.machine);
      const planned = work.trips.reduce((sum, trip) => sum + trip.minutes, 0);
      const SEEDS = 60;
      const mean = { printing: 0, ml: {} as Record<string, number> };
      for (let seed = 0; seed < SEEDS; seed++) {
        const ticket = ticketOf(plan, `${seed}`, work);
        const steps = stepsOf(ticket, plan.machine, truth, channelsOf(plan.machine), seed);
        const { printing, ml } = sumOf(steps);
        mean.printing += printing / SEEDS;
        for (const [channel, amount] of Object.entries(ml))
          mean.ml[channel] = (mean.ml[channel] ?? 0) + amount / SEEDS;
        const pieces = steps.filter(({ finishes }) => finishes).length;
        expect(pieces).toBe(plan.layout.copies + (plan.trips.testPrint ? 1 : 0));
      }
      expect(mean.printing / planned).toBeCloseTo(1, 1.7);
      // Inks are put in before the job, which the machine does not know of.
      const { fittedFor } = plan.trips;
      const fitting = fittedFor ? (plan.machine.fitting?.lossMl ?? 0) / fittedFor : 0;
      for (const { channel, ml, otherMl, solidM2 } of work.inks) {
        const own = ml - Math.min(fitting, otherMl);
        if (solidM2 > 0) expect(mean.ml[channel] / own).toBeCloseTo(1, 1.6);
      }
    },
  );

  it('runs at its own speed, whatever the shop has learnt of it, and at another only where that is wished', () => {
    const learnt = {
      ...MACHINE,
      modes: MACHINE.modes.map((mode) => ({
        ...mode,
        speed: mode.speed / 2,
        specialSpeed: mode.specialSpeed / 2,
      })),
    };
    const [own, other] = [MACHINE, learnt].map((machine) => ticketOf({ ...plain(10), machine }));
    expect(other.trips).toEqual(own.trips);
    const slow = ticketOf({
      ...plain(10),
      trips: { ...plain(10).trips, careful: [{ speed: 123 }] },
    });
    expect(slow.trips[0].speed).toBe(123);
  });
});

describe('days of simulated shops', () => {
  it('hold what was predicted of ink, time and promises in 8 of 10 cases, once machines are learnt', () => {
    const random = seededRandom(5);
    const [SHOPS, LEARNT, DAYS] = [40, 14, 5];
    const hits = { ink: [0, 0], time: [0, 0], day: [0, 0] };
    const count = (of: keyof typeof hits, within: boolean) => {
      hits[of][0] += within ? 1 : 0;
      hits[of][1]++;
    };
    const someJob = (machine: Machine) => {
      const copies = 3 + Math.floor(random() * 60);
      const plan = { ...plain(copies), machine };
      const covers = { Cyan: 0.1 + 0.7 * random(), Black: 0.05 + 0.2 * random() };
      return { plan, work: worked(plan, covers, 0.1 + 0.8 * random()) };
    };
    for (let shop = 0; shop < SHOPS; shop++) {
      const truth = truthOf(MACHINE, shop);
      let machine: Machine = MACHINE;
      let printed = 0;
      // The press is the same; what the shop believes of it changes.
      const real = ({ plan, work }: ReturnType<typeof someJob>) =>
        sumOf(
          stepsOf(ticketOf(plan, `${printed++}`, work), MACHINE, truth, channelsOf(MACHINE), shop),
        );
      for (let i = 0; i < LEARNT; i++) {
        const job = someJob(machine);
        const { work } = job;
        const said = real(job);
        if (i >= 4) {
          const { minutes, inkMl } = work.interval;
          count('time', said.all >= minutes.low && said.all <= minutes.high);
          for (const { channel, ml } of work.inks)
            if (ml > 0) {
              const { low, high } = inkMl[channel]!;
              count('ink', said.ml[channel] >= low && said.ml[channel] <= high);
            }
        }
        const sum = (key: 'sweepMinutes' | 'turnMinutes' | 'returnMinutes') =>
          work.trips.reduce((all, trip) => all + trip[key], 0);
        const learning = learn(machine, [
          {
            job: '',
            finished: '',
            minutes: said.printing,
            ml: said.ml,
            planned: Object.fromEntries(work.inks.map((ink) => [ink.channel, ink])),
            plannedMinutes: {
              sweep: sum('sweepMinutes'),
              turn: sum('turnMinutes'),
              back: sum('returnMinutes'),
            },
          },
        ]);
        machine = withLearnt(
          machine,
          learning,
          learning.lessons.map(({ about }) => about),
        );
      }
      for (let day = 0; day < DAYS; day++) {
        const jobs = Array.from({ length: 4 }, () => someJob(machine));
        const works = jobs.map(({ plan, work }) => queueWork(plan, work));
        const tasks = works.map((work, i) => ({
          id: `${i}`,
          name: '',
          on: { test: work },
          weight: 1,
        }));
        const problem = {
          ...USUAL_HOURS,
          tasks,
          machines: [
            {
              id: 'test',
              name: '',
              setup: { headsParked: false, out: [] },
              freeAt: 0,
              slotMinutes: 0,
              headsMinutes: 0,
              materialMinutes: 0,
              hourRate: 0,
              leftMl: {},
            },
          ],
          shifts: shiftsFrom(USUAL_HOURS, new Date('2026-11-30T08:00:00')),
        };
        const promised = promise(problem, { test: ['0', '1', '2'] }, '3')!;
        const lengths = jobs.map((job, i) => {
          const said = real(job);
          const planned = (of: (part: (typeof works)[0]['parts'][0]) => boolean) =>
            works[i].parts.reduce((sum, part) => sum + (of(part) ? part.minutes : 0), 0);
          return {
            prints: said.printing / planned(({ step }) => step === 'print'),
            hands: said.hands / planned(({ attended }) => attended),
          };
        });
        const { bars } = schedule(problem, promised.order, {
          factor: ({ id }) => lengths[Number(id)],
        });
        count('day', bars.find(({ taskId }) => taskId === '3')!.finish <= promised.likely);
      }
    }
    for (const [within, all] of Object.values(hits)) {
      expect(within / all).toBeGreaterThan(0.75);
      expect(within / all).toBeLessThan(0.86);
    }
  });
});

describe('a press', () => {
  const PDF = { name: '01-front.pdf', format: 'application/pdf', bytes: 1 };
  const withJob = (separations: string[], keep: (entry: Entry) => void = () => undefined) => {
    const press = new Press(MACHINE, 1, [], keep);
    const job = press.add('x', 'y', 1, false, 0);
    press.addDocument(job, { ...PDF, name: 'ticket' }, false, 0, ticketOf(plain(12)));
    press.addDocument(press.job(job.id)!, { ...PDF, separations }, true, 0);
    return { press, id: job.id };
  };

  it('prints no white where no file has its separation, and says so', () => {
    const { press, id } = withJob(['Wite']);
    press.advance(10_000);
    expect(press.job(id)).toMatchObject({ state: 'completed', done: 12 });
    expect(press.job(id)!.ml.W).toBeUndefined();
    expect(press.job(id)!.ml.C).toBeGreaterThan(0);
    expect(press.job(id)!.notes).toEqual(['no-separation=White']);
    const right = withJob(['White']);
    right.press.advance(10_000);
    expect(right.press.job(right.id)!.ml.W).toBeGreaterThan(0);
    expect(right.press.job(right.id)!.notes).toEqual([]);
  });

  it('stops before ink, roll and waste room run out, and goes on once that is put right', () => {
    const { press, id } = withJob(['White']);
    const { machine } = press.entries[0];
    for (const [why, change, fixed] of [
      ['ink', { ml: { ...machine.ml, W: 0.01 } }, (now: Press) => now.state.ml.W > 100],
      ['roll', { rollMm: 10 }, (now: Press) => now.state.rollMm > 1000],
    ] as const) {
      const short = new Press(
        MACHINE,
        1,
        [{ machine: { ...machine, ...change }, job: press.job(id)! }],
        () => undefined,
      );
      short.advance(10_000);
      expect([short.job(id)!.state, short.state.stopped]).toEqual(['stopped', why]);
      short.resume();
      short.advance(10_000);
      expect(short.job(id)).toMatchObject({ state: 'completed', done: 12, spoilt: [] });
      expect(short.state.stopped).toBeUndefined();
      expect(fixed(short)).toBe(true);
    }
  });

  it('loses nozzles of white that has stood, and cleans them before a job that needs it', () => {
    const { press, id } = withJob(['White']);
    const stood = new Press(
      MACHINE,
      1,
      [{ machine: { ...press.state, clock: 4 * 1440 }, job: press.job(id)! }],
      () => undefined,
    );
    stood.advance(10_000);
    expect(stood.job(id)!.notes[0]).toMatch(/^nozzles-missing=\d+$/);
    const fresh = withJob(['White']);
    fresh.press.advance(10_000);
    expect(stood.job(id)!.ml.W - fresh.press.job(id)!.ml.W).toBeCloseTo(4, 9);
  });

  it('has every piece counted once, as good or spoilt, wherever the plug is pulled', () => {
    for (let seed = 0; seed < 40; seed++) {
      const random = seededRandom(seed);
      const kept: Entry[] = [];
      const { press, id } = withJob(['White'], (entry) => kept.push(entry));
      let now = press;
      let told = 0;
      for (let pull = 0; pull < 4; pull++) {
        now.advance(8 * random());
        const { done, spoilt } = now.job(id)!;
        // Nobody was told of more than is true after it.
        expect(done + spoilt.length).toBeGreaterThanOrEqual(told);
        told = done;
        now = new Press(MACHINE, 1, [...kept], (entry) => kept.push(entry));
        expect(now.job(id)!.done).toBe(told);
      }
      now.advance(10_000);
      const { state, done, spoilt } = now.job(id)!;
      expect(state).toBe('completed');
      expect(done + spoilt.length).toBe(12);
    }
  });

  it('finishes the piece under its heads when it is paused, and keeps what waits', () => {
    const { press, id } = withJob(['White']);
    press.advance(17);
    const { done } = press.job(id)!;
    expect(done).toBeGreaterThan(0);
    press.pause();
    press.advance(1000);
    expect(press.job(id)).toMatchObject({ state: 'processing', done: done + 1 });
    press.resume();
    press.advance(1000);
    expect(press.job(id)).toMatchObject({ state: 'completed', done: 12 });
  });
});

describe('a journal', () => {
  it('is read up to what was cut short, and begun anew with what matters', () => {
    const path = join(folder, 'cut.jsonl');
    const journal = openJournal(path);
    const press = new Press(MACHINE, 1, [], journal.keep);
    press.add('one', 'x', 1, true, 0);
    press.add('two', 'x', 1, true, 0);
    journal.close();
    appendFileSync(path, readFileSync(path, 'utf8').slice(0, 100));
    expect(readJournal(path).map(({ job }) => job?.name)).toEqual(['one', 'two']);
    expect(readJournal(join(folder, 'none.jsonl'))).toEqual([]);
  });

  it('belongs to one process; a note of one that is gone counts for nothing', () => {
    expect(lockedBy(folder)).toBeUndefined();
    expect(lockedBy(folder)).toBe(process.pid);
    writeFileSync(join(folder, 'process'), `${process.pid} 1`);
    expect(lockedBy(folder)).toBeUndefined();
  });
});

describe('a press as a printer', () => {
  let served: Awaited<ReturnType<typeof servePresses>>;
  let uri: string;
  beforeAll(async () => {
    const data = join(folder, 'served');
    served = await servePresses({ machines: [MACHINE], port: 0, pace: 6000, seed: 1, data });
    uri = `ipp://127.0.0.1:${served.port}/ipp/print/${MACHINE.id}`;
  });
  afterAll(() => served.close());
  const run = promisify(execFile);
  const SHEET =
    '%PDF-1.4\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj 2 0 obj<</Type/Pages/Kids[3 0 R]/Count 1>>endobj 3 0 obj<</Type/Page/Parent 2 0 R/MediaBox[0 0 200 200]>>endobj\ntrailer<</Root 1 0 R>>\n';

  it.each(['ipp-1.1.test', 'get-printer-attributes.test', 'print-job-hold.test'])(
    'passes %s of CUPS',
    async (suite) => {
      const document = join(folder, 'document-a4.pdf');
      writeFileSync(document, SHEET);
      const { stdout } = await run('ipptool', ['-t', '-f', document, uri, suite]).catch(
        (error: { stdout: string }) => error,
      );
      expect(stdout).toContain('[PASS]');
      expect(stdout.split('\n').filter((line) => line.includes('[FAIL]'))).toEqual([]);
    },
    60_000,
  );

  it('answers what is no request of its protocol, and goes on', async () => {
    const at = uri.replace('ipp:', 'http:');
    const post = (body: Uint8Array<ArrayBuffer>) =>
      fetch(at, { method: 'POST', headers: { 'Content-Type': 'application/ipp' }, body });
    const random = seededRandom(3);
    for (let i = 0; i < 60; i++) {
      const bytes = Uint8Array.from({ length: Math.floor(random() * 60) }, () => random() * 256);
      // Most of them begin as a request does.
      if (i % 3 > 0) bytes.set([1, 1, 0, i % 14, 0, 0, 0, 1, 1].slice(0, bytes.length));
      const answer = await post(bytes);
      expect(answer.status).toBe(200);
      const code = Buffer.from(await answer.arrayBuffer()).readUInt16BE(2);
      expect(code).toBeGreaterThanOrEqual(0x0400);
      expect(code).not.toBe(0x0500);
    }
    expect((await fetch(at)).status).toBe(404);
  });
});
