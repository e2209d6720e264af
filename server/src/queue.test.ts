/** Work that is interrupted, in every way that it can be. */
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import type { ArtworkSummary } from '@kyanos/contract';
import { describe, expect, it } from 'vitest';
import { BUNDLED_WORKER, demo, useServer } from '../test/served.ts';
import { MAX_ATTEMPTS } from './queue.ts';

const served = useServer();

/** A file that takes some seconds, and what asks for it as one of several tabs. */
async function slow(dpi: number) {
  const { body } = await served.upload(await demo('hanging-sign').draw());
  const wanted = { fileId: body.id, fileName: 'sign.pdf', dpi };
  const ask = async (client = 'one') =>
    (await served.call<ArtworkSummary>('POST', '/artworks', wanted, { 'Kyanos-Client': client }))
      .body;
  const now = async (id: string) =>
    (await served.call<ArtworkSummary>('GET', `/artworks/${id}`)).body;
  const running = async (id: string) => {
    await expect.poll(async () => (await now(id)).state).toBe('running');
  };
  const cancel = (id: string, client = 'one', attempt?: number) =>
    served.call<ArtworkSummary>(
      'POST',
      `/artworks/${id}/cancel`,
      { attempt },
      { 'Kyanos-Client': client },
    );
  return { ask, now, running, cancel };
}

describe('work', () => {
  it('whose worker is killed is taken over by another, without anybody doing anything', async () => {
    const { ask, running } = await slow(201);
    const { id } = await ask();
    await running(id);
    await served.replaceWorker('SIGKILL');
    // The same file again meanwhile is no new work and no frozen bar.
    expect((await ask('two')).id).toBe(id);
    expect(await served.until<ArtworkSummary>(`/artworks/${id}`)).toMatchObject({
      state: 'done',
      problem: null,
    });
  });

  it('is put back at once by a worker that stops in order', async () => {
    const { ask, running, now } = await slow(202);
    const { id } = await ask();
    await running(id);
    const gone = new Promise((done) => served.worker.once('exit', done));
    served.worker.kill('SIGTERM');
    await gone;
    expect((await now(id)).state).toBe('queued');
    served.worker = await served.startWorker();
    expect((await served.until<ArtworkSummary>(`/artworks/${id}`)).state).toBe('done');
  });

  it('is done by a worker that lost its database as it began', async () => {
    const { ask } = await slow(83);
    const { id } = await ask();
    served.worker.kill('SIGKILL');
    await new Promise((done) => served.worker.once('exit', done));
    // Who looks for work asks first for the kinds of it that there are; each who does is cut off.
    const { pool } = served.database;
    const lock = await pool.connect();
    await lock.query('begin');
    await lock.query('lock table graphile_worker._private_tasks in access exclusive mode');
    const started = served.startWorker();
    let cutOff = 0;
    const cut = async () => {
      const { rowCount } = await pool.query(
        `select pg_terminate_backend(pid) from pg_stat_activity
         where datname = current_database() and wait_event_type = 'Lock' and query like 'insert into%_private_tasks%'`,
      );
      return (cutOff += rowCount ?? 0);
    };
    await expect.poll(cut).toBeGreaterThanOrEqual(2);
    await lock.query('rollback');
    lock.release();
    served.worker = await started;
    expect((await served.until<ArtworkSummary>(`/artworks/${id}`)).state).toBe('done');
  });

  it('that costs every worker its life is given up with a sentence', async () => {
    const { ask, running } = await slow(600);
    const { id } = await ask();
    for (let n = 0; n < MAX_ATTEMPTS; n++) {
      await running(id);
      served.worker.kill('SIGKILL');
      await new Promise((done) => served.worker.once('exit', done));
      // As if the lease had run out.
      await served.database.pool.query('update artwork set lease_until = now() where id = $1', [
        id,
      ]);
      served.worker = await served.startWorker();
    }
    expect(await served.until<ArtworkSummary>(`/artworks/${id}`)).toMatchObject({
      state: 'failed',
      problem: { code: 'WORK_ABANDONED' },
    });
  });

  it('cancelled and begun again at once is done, however often', async () => {
    const { ask, cancel } = await slow(80);
    let { id, attempt } = await ask();
    for (let n = 0; n < 12; n++) {
      await cancel(id, 'one', attempt);
      ({ id, attempt } = await ask());
    }
    expect(await served.until<ArtworkSummary>(`/artworks/${id}`)).toMatchObject({
      state: 'done',
      problem: null,
    });
  });

  it('is not ended by a cancel that comes late and means an earlier asking', async () => {
    const { ask, cancel } = await slow(81);
    const first = await ask();
    await cancel(first.id, 'one', first.attempt);
    const second = await ask();
    expect(second.attempt).toBe(first.attempt + 1);
    await cancel(first.id, 'one', first.attempt);
    expect((await served.until<ArtworkSummary>(`/artworks/${first.id}`)).state).toBe('done');
  });

  it('that two wait for goes on when one of them cancels, and ends when both do', async () => {
    const { ask, cancel, now } = await slow(203);
    const { id } = await ask('one');
    await ask('two');
    await cancel(id, 'one');
    expect((await now(id)).state).toMatch(/queued|running/);
    await cancel(id, 'two');
    expect((await now(id)).state).toBe('cancelled');
  });
});

describe('a worker on another machine', () => {
  it('says that the database does not answer, and ends', () => {
    const { status, stderr } = spawnSync('node', [fileURLToPath(BUNDLED_WORKER)], {
      env: { ...process.env, DATABASE_URL: 'postgres://kyanos@127.0.0.1:1/none' },
      encoding: 'utf8',
    });
    expect({ status, stderr }).toEqual({
      status: 1,
      stderr: 'The database does not answer. Check DATABASE_URL and that it runs.\n',
    });
  });
});
