/** Two servers on one database, as behind a proxy: nothing but caches is kept in either. */
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import {
  encodePlan,
  type ArtworkSummary,
  type Job,
  type JobList,
  type Me,
  type StoredFile,
} from '@kyanos/contract';
import type pg from 'pg';
import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';
import { makeApp } from '../app.ts';
import { openPool } from '../db.ts';
import { WorkEvents } from '../events/workEvents.ts';
import { addPerson, firstOwnersWord } from '../people/queries.ts';

const served = useServer({ signIn: true, secure: false, proxy: true, hosts: [] });
const PASSWORD = 'a long enough one';
const { plan, draw } = demo('kraft-tag');
const job = { plan: encodePlan(plan), artworkId: null };

let pool: pg.Pool;
let events: WorkEvents;
let server: Server;
let bases: readonly [string, string];
let cookie: string;

beforeAll(async () => {
  pool = openPool(served.database.url);
  events = new WorkEvents(pool);
  server = createServer(
    await makeApp(pool, served.queue, pino({ level: 'silent' }), undefined, events, served.door),
  );
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  bases = [served.base, `http://127.0.0.1:${(server.address() as AddressInfo).port}/api`];
  const word = (await firstOwnersWord(served.database.pool))!;
  ({ cookie } = await send(0, 'POST', '/join', { word, name: 'Oda', password: PASSWORD }));
});
afterAll(async () => {
  server.closeAllConnections();
  server.close();
  events.end();
  await pool.end();
});

async function send<T>(
  at: 0 | 1,
  method: string,
  path: string,
  body?: unknown,
  headers: Readonly<Record<string, string>> = {},
) {
  const bytes = body instanceof Uint8Array;
  const answer = await fetch(bases[at] + path, {
    method,
    headers: {
      ...(cookie && { Cookie: cookie }),
      ...(body !== undefined && {
        'Content-Type': bytes ? 'application/octet-stream' : 'application/json',
      }),
      ...headers,
    },
    ...(body !== undefined && { body: bytes ? new Uint8Array(body) : JSON.stringify(body) }),
  });
  const text = await answer.text();
  return {
    status: answer.status,
    body: (text ? JSON.parse(text) : undefined) as T,
    cookie: answer.headers
      .getSetCookie()
      .map((one) => one.split(';')[0])
      .join('; '),
  };
}

describe('two servers on one database', () => {
  it('know whoever signed in at the other, and both know when the session ends', async () => {
    expect((await send<Me>(1, 'GET', '/me')).body).toMatchObject({ person: { name: 'Oda' } });
    const { word } = await addPerson(
      served.database.pool,
      { name: 'Otto', role: 'operator' },
      'a test',
    );
    const otto = (await send(1, 'POST', '/join', { word, password: PASSWORD }, { Cookie: '' }))
      .cookie;
    const as = { Cookie: otto };
    expect((await send(0, 'GET', '/jobs', undefined, as)).status).toBe(200);
    await send(0, 'POST', '/sign-out', {}, as);
    for (const at of [0, 1] as const)
      expect((await send(at, 'GET', '/jobs', undefined, as)).status).toBe(401);
  });

  it('carry out once what is sent to both, and refuse a save on what the other has changed', async () => {
    const key = { 'Idempotency-Key': 'to-both' };
    const [first, second] = await Promise.all([
      send<Job>(0, 'POST', '/jobs', job, key),
      send<Job>(1, 'POST', '/jobs', job, key),
    ]);
    expect(second.body).toEqual(first.body);
    const { id } = first.body;
    expect((await send(1, 'PUT', `/jobs/${id}`, { ...job, base: 1 })).status).toBe(200);
    expect(await send(0, 'PUT', `/jobs/${id}`, { ...job, base: 1 })).toMatchObject({
      status: 409,
      body: { code: 'JOB_CONFLICT' },
    });
    for (const at of [0, 1] as const)
      expect((await send<JobList>(at, 'GET', '/jobs')).body.total).toBe(1);
  });

  it('tell whoever listens at one how far work is that was asked for at the other', async () => {
    const stop = new AbortController();
    const stream = await fetch(`${bases[1]}/events`, {
      signal: stop.signal,
      headers: { Cookie: cookie },
    });
    let heard = '';
    const listening = (async () => {
      for await (const part of stream.body!.pipeThrough(new TextDecoderStream())) heard += part;
    })().catch(() => undefined);
    const { id } = (await send<StoredFile>(0, 'POST', '/files', await draw())).body;
    const asked = await send<ArtworkSummary>(0, 'POST', '/artworks', {
      fileId: id,
      fileName: 'art.pdf',
      dpi: 60,
    });
    await expect
      .poll(
        async () => (await send<ArtworkSummary>(1, 'GET', `/artworks/${asked.body.id}`)).body.state,
        { timeout: 30_000 },
      )
      .toBe('done');
    await expect.poll(() => heard).toContain(`event: work\ndata: ${asked.body.id}`);
    stop.abort();
    await listening;
  });
});
