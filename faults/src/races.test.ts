/** Many at one thing in the same moment: one wins, the others are told, and nobody's work is overwritten. */
import { randomUUID } from 'node:crypto';
import {
  encodePlan,
  type Job,
  type Problem,
  type Stocked,
  type StockHistoryEntry,
} from '@kyanos/contract';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { amount } from './amounts.ts';
import { Installation } from './installation.ts';
import { film } from './film.ts';

const { plan } = DEMO_JOBS.find(({ id }) => id === 'orchard-label')!;
const PEOPLE = amount(20, 50);

let shop: Installation;
beforeAll(async () => {
  shop = await Installation.start();
});
afterAll(() => shop.remove());

const tally = (list: readonly { readonly status: number; readonly body: unknown }[]) => {
  const codes = list.map(({ status, body }) => (status < 300 ? 'done' : (body as Problem).code));
  return Object.fromEntries(
    [...new Set(codes)].map((one) => [one, codes.filter((code) => code === one).length]),
  );
};

describe('a job', () => {
  it('that many people save at once is saved by one of them, and after they have looked again by each', async () => {
    const { client } = shop;
    const job = await client.post<Job>('/jobs', { plan: encodePlan(plan), artworkId: null });
    const at = `/jobs/${job.id}`;
    const save = (base: number, name: string) =>
      client.ask<Job>('PUT', at, {
        body: { base, artworkId: null, plan: encodePlan({ ...plan, name }) },
        headers: { 'Idempotency-Key': randomUUID() },
      });
    const names = Array.from({ length: PEOPLE }, (_, i) => `Saved by number ${i}`);
    const first = await Promise.all(names.map((name) => save(1, name)));
    expect(tally(first)).toEqual({ done: 1, JOB_CONFLICT: PEOPLE - 1 });

    let rounds = 0;
    const rest = names.filter((_, i) => first[i].status !== 200);
    await Promise.all(
      rest.map(async (name) => {
        for (;;) {
          rounds++;
          const { version } = await client.get<Job>(at);
          const { status, body } = await save(version, name);
          if (status === 200) return;
          expect((body as unknown as Problem).code).toBe('JOB_CONFLICT');
        }
      }),
    );
    expect(rounds).toBeGreaterThan(PEOPLE);
    const kept = await shop.query<{ name: string }>(
      `select plan ->> 'name' as name from job_version where job_id = $1 and version > 1`,
      [job.id],
    );
    expect(kept.map(({ name }) => name).sort()).toEqual([...names].sort());
  });
});

describe('a lot', () => {
  const receive = async () =>
    (
      await shop.client.post<Stocked[]>('/stock/items', { received: film(plan.material.id, 100) })
    )[0];
  const events = (lot: Stocked) =>
    shop.client.get<StockHistoryEntry[]>(`/stock/events?item=${lot.id}&limit=500`);

  it('that two tablets count on the same books is put right by one, and the other is asked to count again', async () => {
    for (let round = 0; round < 10; round++) {
      const lot = await receive();
      const count = (left: number, books = 100) =>
        shop.client.ask<unknown>('POST', '/stock/counts', {
          body: { counts: [{ id: lot.id, left, reason: 'unknown', books }] },
        });
      const both = await Promise.all([count(93), count(95)]);
      expect(tally(both)).toEqual({ done: 1, STOCK_MOVED: 1 });
      const won = both[0].status === 200 ? 93 : 95;
      expect((await shop.client.get<Stocked>(`/stock/codes/${lot.code}`)).left).toBe(won);
      expect((both.find(({ status }) => status !== 200)!.body as Problem).message).toContain(
        `${won}.0 m`,
      );
      expect((await count(94, won)).status).toBe(200);
    }
  });

  it('that many people draw from at once has all that they drew taken off, once', async () => {
    const lot = await receive();
    const drawn = await Promise.all(
      Array.from({ length: PEOPLE }, (_, i) => {
        const asking = {
          body: { act: 'drawn', amount: (i + 1) / 100, source: 'hand' },
          headers: { 'Idempotency-Key': `${lot.id}-${i}` },
        };
        const at = `/stock/items/${lot.id}/events`;
        // Each is sent twice, as over a line that loses answers.
        return Promise.all([
          shop.client.ask('POST', at, asking),
          shop.client.ask('POST', at, asking),
        ]);
      }),
    );
    expect(tally(drawn.flat())).toEqual({ done: 2 * PEOPLE });
    expect(await events(lot)).toHaveLength(PEOPLE + 1);
    // 0.01 + 0.02 + … and so on.
    const all = (PEOPLE * (PEOPLE + 1)) / 200;
    expect((await shop.client.get<Stocked>(`/stock/codes/${lot.code}`)).left).toBeCloseTo(
      100 - all,
      9,
    );
  });
});
