/** A shop of twenty at work while files are read: nobody waits, and the server does not grow. */
import { readFileSync } from 'node:fs';
import { encodePlan, type Job, type JobList } from '@kyanos/contract';
import { seededRandom } from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { amount, SEED, seconds, WHOLE } from './amounts.ts';
import { Installation } from './installation.ts';

const PEOPLE = 20;
const FILES = 5;
const SECONDS = amount(10, 600);
/** Of an answer, where the whole is tried: on a machine that does nothing else. */
const P95_MS = 200;
const P99_MS = 500;
const GROWTH = 1.15;

/** As it travels. */
type JobAsSent = Omit<Job, 'plan'> & { readonly plan: ReturnType<typeof encodePlan> };

let shop: Installation;
beforeAll(async () => {
  // The demo has a floor with half a year of history; its own files are read before anybody comes.
  shop = await Installation.start(WHOLE ? { args: ['--no-press'] } : {});
  const { client } = shop;
  for (const { plan, draw, fileName } of WHOLE ? [] : DEMO_JOBS.slice(0, 3)) {
    const { id } = await client.upload(await draw());
    const artwork = await client.rip(id, 60, fileName);
    await client.post('/jobs', { plan: encodePlan(plan), artworkId: artwork.id });
  }
  while ((await shop.unfinished()).length > 0) await seconds(1);
}, 400_000);
afterAll(() => shop.remove());

/** Memory of a process that is its own, bytes (proc(5), smaps_rollup). */
function ownMemory(pid: number): number {
  const text = readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8');
  const kb = [...text.matchAll(/^Private_(?:Clean|Dirty):\s+(\d+) kB$/gm)];
  return kb.reduce((sum, [, one]) => sum + Number(one), 0) * 1024;
}

describe(`${PEOPLE} people who plan for ${SECONDS} s while ${FILES} files are read`, () => {
  it('are answered, each of them, and soon; the server’s memory stays what it was', async () => {
    const { client } = shop;
    const { jobs } = await client.get<JobList>('/jobs?limit=100');
    const times: number[] = [];
    const wrong: string[] = [];
    const stop = AbortSignal.timeout(SECONDS * 1000);

    const asked = async <T>(
      method: string,
      path: string,
      body?: unknown,
    ): Promise<T | undefined> => {
      const begin = performance.now();
      const answer = await client.ask<T>(method, path, body === undefined ? {} : { body });
      times.push(performance.now() - begin);
      if (answer.status >= 400) wrong.push(`${method} ${path}: ${JSON.stringify(answer)}`);
      return answer.status < 300 ? answer.body : undefined;
    };
    /** Looks at the board, opens a job, changes how many are printed, looks at what it takes. */
    const plan = async (who: number) => {
      const random = seededRandom(SEED * 1000 + who);
      const own = (await asked<JobAsSent>('GET', `/jobs/${jobs[who % jobs.length].id}`))!;
      let job = (await asked<JobAsSent>('POST', '/jobs', {
        plan: own.plan,
        artworkId: own.artworkId,
      }))!;
      while (!stop.aborted) {
        await seconds(1 + 3 * random());
        await asked('GET', '/jobs');
        await asked('GET', `/jobs/${job.id}`);
        const layout = { ...job.plan.layout, copies: 1 + Math.floor(1000 * random()) };
        const saved = await asked<JobAsSent>('PUT', `/jobs/${job.id}`, {
          base: job.version,
          artworkId: job.artworkId,
          plan: { ...job.plan, layout },
        });
        job = saved ?? job;
        if (job.artworkId) await asked('GET', `/artworks/${job.artworkId}`);
        await asked('GET', `/jobs/${job.id}/stock`);
        if (random() < 0.3)
          await asked(
            'GET',
            ['/queue', '/stock/shelf', '/care/due', '/shop'][Math.floor(4 * random())],
          );
      }
    };
    /** One after another of five whose files are read, as long as people plan. */
    const read = async (who: number) => {
      const { draw, fileName } = DEMO_JOBS[who % DEMO_JOBS.length];
      const { id } = await client.upload(await draw());
      for (let turn = 0; !stop.aborted; turn++) await client.rip(id, 150 + who + turn, fileName);
    };

    const [web] = shop.pids('web');
    const memory: number[] = [];
    const watch = async () => {
      while (!stop.aborted) {
        await seconds(5);
        memory.push(ownMemory(web));
      }
    };
    const reading = Promise.all(Array.from({ length: FILES }, (_, who) => read(who)));
    await Promise.all([watch(), ...Array.from({ length: PEOPLE }, (_, who) => plan(who))]);
    await reading;

    const sorted = times.toSorted((a, b) => a - b);
    const at = (share: number) => sorted[Math.floor(share * (sorted.length - 1))];
    const mb = (bytes: number) => (bytes / 1024 / 1024).toFixed(0);
    // What is kept at hand grows for some minutes, until it is as much as may be kept.
    const middle = Math.floor(memory.length / 2);
    const halfway = memory.slice(Math.max(0, middle - 2), middle + 2);
    const last = memory.slice(-4);
    const mean = (list: readonly number[]) => list.reduce((sum, one) => sum + one, 0) / list.length;
    console.log(
      `${times.length} answers, p50 ${at(0.5).toFixed(0)} ms, p95 ${at(0.95).toFixed(0)} ms, p99 ${at(0.99).toFixed(0)} ms, longest ${at(1).toFixed(0)} ms; ` +
        `memory ${[memory.slice(0, 1), halfway, last].map((part) => mb(mean(part))).join(' … ')} MB at first, halfway, at the end`,
    );
    expect(wrong).toEqual([]);
    expect(client.surprises).toEqual([]);
    expect(times.length).toBeGreaterThan(PEOPLE * 5);
    if (!WHOLE) return;
    expect(at(0.95)).toBeLessThan(P95_MS);
    expect(at(0.99)).toBeLessThan(P99_MS);
    expect(mean(last)).toBeLessThan(GROWTH * mean(halfway));
  });
});
