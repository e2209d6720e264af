/** Two servers on one database, as behind a proxy: nothing but caches is kept in either. */
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import {
  encodePlan,
  type ArtworkSummary,
  type Job,
  type JobList,
  type StoredFile,
} from '@kyanos/contract';
import type pg from 'pg';
import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Browser, PASSWORD } from '../../test/browser.ts';
import { demo, useServer } from '../../test/served.ts';
import { makeApp } from '../app.ts';
import { openPool } from '../db.ts';
import { WorkEvents } from '../events/workEvents.ts';
import { addPerson, firstOwnersWord } from '../people/queries.ts';

const served = useServer({ signIn: true, secure: false, proxy: true, hosts: [] });
const { plan, draw } = demo('kraft-tag');
const job = { plan: encodePlan(plan), artworkId: null };

let pool: pg.Pool;
let events: WorkEvents;
let server: Server;
let second: string;
/** The owner's browser, as each of the two hears of it. */
let owner: readonly [Browser, Browser];

beforeAll(async () => {
  pool = openPool(served.database.url);
  events = new WorkEvents(pool);
  const log = pino({ level: 'silent' });
  server = createServer(await makeApp(pool, served.queue, log, undefined, events, served.door));
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  second = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`;
  owner = await joined({ word: (await firstOwnersWord(served.database.pool))!, name: 'Oda' });
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  events.end();
  await pool.end();
});

/** Joins at the first. */
async function joined(by: object): Promise<readonly [Browser, Browser]> {
  const browser = new Browser(served.base);
  await browser.send('POST', '/join', { ...by, password: PASSWORD });
  return [browser, browser.clone(second)];
}

describe('two servers on one database', () => {
  it('know whoever signed in at the other, and both know when the session ends', async () => {
    expect(await owner[1].me()).toMatchObject({ person: { name: 'Oda' } });
    const { pool: first } = served.database;
    const { word } = await addPerson(first, { name: 'Otto', role: 'operator' }, 'a test');
    const otto = await joined({ word });
    for (const at of otto) expect((await at.send('GET', '/jobs')).status).toBe(200);
    await otto[1].clone().send('POST', '/sign-out', {});
    for (const at of otto) expect((await at.send('GET', '/jobs')).status).toBe(401);
  });

  it('carry out once what is sent to both, and refuse a save on what the other has changed', async () => {
    const key = { 'Idempotency-Key': 'to-both' };
    const [one, other] = await Promise.all(
      owner.map((at) => at.send<Job>('POST', '/jobs', job, key)),
    );
    expect(one.status).toBe(201);
    expect(other.body).toEqual(one.body);
    const path = `/jobs/${one.body.id}`;
    expect((await owner[1].send('PUT', path, { ...job, base: 1 })).status).toBe(200);
    expect(await owner[0].send('PUT', path, { ...job, base: 1 })).toMatchObject({
      status: 409,
      body: { code: 'JOB_CONFLICT' },
    });
    for (const at of owner) expect((await at.send<JobList>('GET', '/jobs')).body.total).toBe(1);
  });

  it('tell whoever listens at one how far work is that was asked for at the other', async () => {
    const stop = new AbortController();
    const Cookie = [...owner[1].cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    const stream = await fetch(`${second}/events`, { signal: stop.signal, headers: { Cookie } });
    let heard = '';
    const listening = (async () => {
      for await (const part of stream.body!.pipeThrough(new TextDecoderStream())) heard += part;
    })().catch(() => undefined);
    const { id } = (await owner[0].send<StoredFile>('POST', '/files', await draw())).body;
    const wanted = { fileId: id, fileName: 'art.pdf', dpi: 60 };
    const asked = (await owner[0].send<ArtworkSummary>('POST', '/artworks', wanted)).body;
    const now = async () =>
      (await owner[1].send<ArtworkSummary>('GET', `/artworks/${asked.id}`)).body;
    await expect.poll(async () => (await now()).state).toBe('done');
    await expect.poll(() => heard).toContain(`event: work\ndata: ${asked.id}`);
    stop.abort();
    await listening;
  });
});
