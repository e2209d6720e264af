import { spawn, type ChildProcess } from 'node:child_process';
import { Writable } from 'node:stream';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { encodePlan, type ArtworkSummary, type PlateBuild } from '@kyanos/contract';
import type { Express } from 'express';
import pino from 'pino';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { BUNDLED_WORKER, demo, useServer } from '../../test/served.ts';
import { makeApp } from '../app.ts';
import { openPool } from '../db.ts';
import { takeOver } from '../queue.ts';

const served = useServer();
const root = () => served.base.replace(/\/api$/, '');

const QUIET = pino({ level: 'silent' });
async function listening(app: Express) {
  const server = createServer(app);
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  return { server, base: `http://127.0.0.1:${(server.address() as AddressInfo).port}` };
}

/** A worker that no server has started. */
const startAlone = (): ChildProcess =>
  spawn(process.execPath, [fileURLToPath(BUNDLED_WORKER)], {
    env: { ...process.env, DATABASE_URL: served.database.url, TMPDIR: served.tmp },
    stdio: ['ignore', 'pipe', 'inherit'],
  });

describe('those who watch over a server', () => {
  it('are told that it works, with its workers, and that its database is gone', async () => {
    const health = async (base = root()) => {
      const answer = await fetch(`${base}/healthz`);
      return { code: answer.status, ...((await answer.json()) as object) };
    };
    expect(await health()).toMatchObject({ code: 200, status: 'ok', workers: 1 });
    const second = startAlone();
    await expect.poll(health).toMatchObject({ workers: 2 });
    second.kill('SIGTERM');
    await new Promise((done) => second.once('exit', done));
    expect(await health()).toMatchObject({ workers: 1 });
    const nowhere = openPool('postgres://nobody@127.0.0.1:1/none');
    const app = await makeApp(nowhere, served.queue, QUIET, undefined, served.events);
    const { base, server } = await listening(app);
    expect(await health(base)).toMatchObject({ code: 503, status: 'database gone' });
    server.close();
    await nowhere.end();
  });

  it('get figures in Prometheus’ format, by route and without ids', async () => {
    const job = await served.newJob();
    await served.call('GET', `/jobs/${job.id}`);
    const answer = await fetch(`${root()}/metrics`);
    expect(answer.headers.get('Content-Type')).toMatch(/^text\/plain/);
    const text = await answer.text();
    expect(text).toMatch(
      /kyanos_request_seconds_count\{method="GET",route="\/api\/jobs\/:id",status="200"\} 1/,
    );
    expect(text).not.toContain(job.id);
    expect(text).toMatch(/^kyanos_workers 1$/m);
    expect(text).toMatch(/^kyanos_database_bytes [1-9]\d+$/m);
    expect(text).toMatch(/^process_cpu_seconds_total /m);
    // Each line is a comment, or a name with its labels and a number.
    for (const line of text.split('\n').filter(Boolean))
      expect(line).toMatch(/^(#.*|[a-z_:][a-z0-9_:]*(\{[^{}]*\})? (NaN|[-+]?Inf|[-+0-9.e]+))$/i);
  });

  it('find what went wrong in the log by the number that its sentence tells, and nothing secret beside it', async () => {
    const lines: string[] = [];
    const log = pino(
      { level: 'error' },
      new Writable({
        write(line: Buffer, _encoding, done) {
          lines.push(line.toString());
          done();
        },
      }),
    );
    // A table that is gone is something that nobody foresaw.
    const { pool } = served.database;
    const app = await makeApp(pool, served.queue, log, undefined, served.events);
    const { base, server } = await listening(app);
    await pool.query('alter table course rename to course_away');
    const answer = await fetch(`${base}/api/practice/courses`, {
      headers: { Cookie: 'kyanos=secret' },
    });
    await pool.query('alter table course_away rename to course');
    server.close();
    expect(answer.status).toBe(500);
    const number = answer.headers.get('X-Request-Id')!;
    const { message } = (await answer.json()) as { message: string };
    expect(message).toMatch(new RegExp(`this number: ${number}\\.$`));
    expect(lines).toHaveLength(1);
    expect(JSON.parse(lines[0])).toMatchObject({
      req: { id: number, method: 'GET', url: '/api/practice/courses' },
      err: { message: expect.stringContaining('course') as string },
    });
    expect(lines[0]).not.toContain('secret');
    const given = (id: string) => fetch(`${root()}/healthz`, { headers: { 'X-Request-Id': id } });
    expect((await given('from-a-proxy-1')).headers.get('X-Request-Id')).toBe('from-a-proxy-1');
    expect((await given('short')).headers.get('X-Request-Id')).not.toBe('short');
  });
});

describe('work', () => {
  const ask = (fileId: string, dpi: number, client: string) =>
    served.call<ArtworkSummary>(
      'POST',
      '/artworks',
      { fileId, fileName: 'art.pdf', dpi },
      { 'Kyanos-Client': client },
    );
  const queued = async () => {
    const { rows } = await served.database.pool.query<{
      task: string;
      id: string;
      priority: number;
    }>(
      `select j.task_identifier as task, p.payload ->> 'id' as id, p.priority
       from graphile_worker.jobs j join graphile_worker._private_jobs p using (id)`,
    );
    return rows;
  };
  const placeOf = async (id: string) => (await queued()).find((one) => one.id === id);

  it('that is heavy leaves a place free for the rest, and who has much in the queue lets others pass', async () => {
    const { pool } = served.database;
    const sheet = await served.rip(
      (await served.upload(await demo('kraft-tag').draw())).body.id,
      60,
    );
    await pool.query(
      `update artwork set info = jsonb_set(jsonb_set(info, '{pages,0,widthPx}', '20000'), '{pages,0,heightPx}', '10000') where id = $1`,
      [sheet.id],
    );
    served.worker.kill('SIGTERM');
    await new Promise((done) => served.worker.once('exit', done));
    const { body: file } = await served.upload(await demo('privacy-band').draw());
    const many: string[] = [];
    for (let dpi = 70; dpi < 73; dpi++) many.push((await ask(file.id, dpi, 'busy')).body.id);
    const other = (await ask(file.id, 80, 'other')).body.id;
    expect([(await placeOf(many[0]))!.priority, (await placeOf(many[2]))!.priority]).toEqual([
      0, 2,
    ]);
    expect((await placeOf(other))!.priority).toBe(0);
    // A turn is kept when what waits is put in again, as it is from time to time.
    await pool.query(
      `update artwork set touched_at = now() - interval '1 minute' where state = 'queued'`,
    );
    await takeOver(pool, served.queue);
    expect((await placeOf(many[2]))!.priority).toBe(2);
    // Two huge ones, as their size says.
    const big = await served.upload(await demo('hanging-sign').draw());
    await pool.query('update file set bytes = 40000000 where id = $1', [big.body.id]);
    const heavy = [
      (await ask(big.body.id, 72, 'a')).body.id,
      (await ask(big.body.id, 73, 'b')).body.id,
    ];
    for (const id of heavy) expect((await placeOf(id))!.task).toBe('rip-heavy');
    // And plates of a sheet of 200 megapixels.
    const { body: huge } = await served.call<PlateBuild>('POST', `/artworks/${sheet.id}/plates`, {
      plan: encodePlan(demo('kraft-tag').plan),
    });
    expect((await placeOf(huge.id))!.task).toBe('plates-heavy');
    await served.call('POST', `/plates/${huge.id}/cancel`, {});
    let both = false;
    served.worker = await served.startWorker();
    const state = async (id: string) =>
      (await served.call<ArtworkSummary>('GET', `/artworks/${id}`)).body.state;
    await expect
      .poll(
        async () => {
          const now = await Promise.all(heavy.map(state));
          both ||= now.every((one) => one === 'running');
          return Promise.all([...many, other].map(state));
        },
        { interval: 50 },
      )
      .toEqual(Array(4).fill('done'));
    for (const id of heavy) await served.until(`/artworks/${id}`);
    expect(both).toBe(false);
  });
});
