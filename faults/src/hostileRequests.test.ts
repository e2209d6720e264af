/** Thousands of requests that nobody in their right mind would send: each is answered in time, and none as our own fault. */
import { encodePlan, type Job, type Stocked } from '@kyanos/contract';
import { seededRandom } from '@kyanos/core';
import { DEMO_JOBS } from '@kyanos/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { amount, SEED } from './amounts.ts';
import { faultIn } from './answers.ts';
import { film } from './film.ts';
import { Installation } from './installation.ts';
import { requestsOf, type Document, type Json } from './requests.ts';
import { LIMIT_MS, send } from './send.ts';

const COUNT = amount(1000, 10_000);
const AT_ONCE = 6;
/** Longest that work is still done for when nobody asks for more: a label may have been asked for at the finest plates there are. */
const ENDS_MS = 15 * 60_000;
/** These wait for something beyond us: a printer that is not there. */
const ELSEWHERE = ['tryPrinter'];

let shop: Installation;
const alive = () => [...shop.pids('web'), ...shop.pids('worker')];
let next: ReturnType<typeof requestsOf>;
beforeAll(async () => {
  shop = await Installation.start();
  const { client } = shop;
  const { plan, draw } = DEMO_JOBS.find(({ id }) => id === 'orchard-label')!;
  const file = await client.upload(await draw());
  const artwork = await client.rip(file.id, 50);
  const job = await client.post<Job>('/jobs', { plan: encodePlan(plan), artworkId: artwork.id });
  const received = film(plan.material.id, 100);
  const [lot] = await client.post<Stocked[]>('/stock/items', { received });
  const shopFile = await client.get<Json>('/shop/file');
  const { machines } = await client.get<{ machines: readonly { id: string }[] }>('/shop');
  const ids = [
    file.id,
    artwork.id,
    job.id,
    lot.id,
    lot.code,
    plan.machine.id,
    plan.material.id,
    '1',
    '0',
    '00000000-0000-4000-8000-000000000000',
  ];
  const plans = DEMO_JOBS.slice(0, 4).map((one) => encodePlan(one.plan) as unknown as Json);
  const texts = [
    'job,finished,minutes,C,W\nOrchard,2026-11-20,95,8,25\n',
    'kind,product,name\nmaterial,x,y',
    '{"job":"x","ml":{"C":1e308}}',
    '"'.repeat(3000),
  ];
  next = requestsOf(await client.get<Document>('/openapi.json'), seededRandom(SEED), ids, {
    plan: plans,
    file: [shopFile],
    received: [received],
    text: texts,
    'make-machine': machines as unknown as Json[],
    'save-machine': machines as unknown as Json[],
    makeJob: [{ plan: plans[0], artworkId: artwork.id }],
    saveJob: [{ plan: plans[0], artworkId: artwork.id, base: 1 }],
  });
});
afterAll(() => shop.remove());

describe(`${COUNT} hostile requests`, () => {
  it('are refused or carried out: none takes too long, is our own fault, tells how we are made, or ends a process', async () => {
    const before = alive();
    const wrong: string[] = [];
    const statuses = new Map<number, number>();
    let begun = 0;
    const work = async () => {
      while (begun++ < COUNT) {
        const request = next();
        if (ELSEWHERE.includes(request.operation)) continue;
        const told = (what: string) =>
          wrong.push(
            `${request.operation} ${request.method} ${request.path.slice(0, 300)} ${JSON.stringify(request.headers).slice(0, 200)} ${request.body?.slice(0, 500)}: ${what}`,
          );
        try {
          const { status, text, ms, headers } = await send(shop.client.origin, request);
          statuses.set(status, (statuses.get(status) ?? 0) + 1);
          if (ms > LIMIT_MS) told(`${ms.toFixed(0)} ms`);
          // Too long for a header: Node says so before anything of ours is asked.
          if (status === 431) continue;
          if (status >= 500 && !text.includes('TOO_BUSY'))
            told(
              `${status} ${text.slice(0, 200)} ${shop
                .told([String(headers['x-request-id'])])
                .join(' ')
                .slice(0, 1500)}`,
            );
          else if (status >= 400) {
            const fault = faultIn({ status, text });
            if (fault) told(fault);
          }
        } catch (error) {
          told(String(error));
        }
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, work));
    expect(wrong.slice(0, 40)).toEqual([]);
    // A good part gets through to what it asks for: they are not all stopped at the door.
    expect(statuses.get(200) ?? 0).toBeGreaterThan(COUNT / 20);
    expect(alive()).toEqual(before);
    await expect.poll(() => shop.unfinished(), { timeout: ENDS_MS }).toEqual([]);
    await shop.end();
    expect(shop.leftFiles()).toEqual([]);
    console.log(JSON.stringify(Object.fromEntries([...statuses].sort(([a], [b]) => a - b))));
  });
});
