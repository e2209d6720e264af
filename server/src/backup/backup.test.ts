import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Job } from '@kyanos/contract';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';
import { openPool } from '../db.ts';
import { jobById } from '../jobs/queries.ts';
import { backUp, backUpIfDue } from './backup.ts';
import { databaseBeside, nameOf } from './postgresTools.ts';
import { beforeRestore, restore } from './restore.ts';

const served = useServer();
const folder = mkdtempSync(join(tmpdir(), 'backup-test-'));
const file = join(folder, 'shop.backup');
const target = () => databaseBeside(served.database.url, `${nameOf(served.database.url)}_there`);
let job: Job;

async function admin(query: string): Promise<pg.QueryResult> {
  const client = new pg.Client({
    connectionString: databaseBeside(served.database.url, 'template1'),
  });
  await client.connect();
  return client.query(query).finally(() => client.end());
}
async function on<T>(url: string, act: (pool: pg.Pool) => Promise<T>): Promise<T> {
  const pool = openPool(url);
  return act(pool).finally(() => pool.end());
}

/** Of every table: its rows, whatever their order, as one digest. */
async function digests(pool: pg.Pool): Promise<Readonly<Record<string, string>>> {
  const { rows } = await pool.query<{ name: string }>(
    `select table_name as name from information_schema.tables where table_schema = 'public' order by 1`,
  );
  const all: Record<string, string> = {};
  for (const { name } of rows) {
    if (['session', 'guess', 'worker'].includes(name)) continue;
    const found = await pool.query<{ digest: string }>(
      `select count(*) || ' ' || coalesce(md5(string_agg(md5(t::text), '' order by md5(t::text))), '') as digest from ${pg.escapeIdentifier(name)} t`,
    );
    all[name] = found.rows[0].digest;
  }
  return all;
}

beforeAll(async () => {
  const { draw, plan } = demo('orchard-label');
  const artwork = await served.rip((await served.upload(await draw())).body.id, 60);
  job = await served.newJob(artwork.id, plan);
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  for (const name of [nameOf(target()), beforeRestore(nameOf(target()))])
    await admin(`drop database if exists ${name}`);
});

describe('a backup', () => {
  it('made while it runs holds every row, and is restored to the same jobs and plates', async () => {
    const { bytes, tables } = await backUp(served.database.url, file);
    expect(bytes).toBe(statSync(file).size);
    expect(tables).toBeGreaterThan(30);
    expect(statSync(file).mode & 0o077).toBe(0);
    expect(readdirSync(folder)).toEqual(['shop.backup']);
    const before = await digests(served.database.pool);
    expect(await restore(target(), file)).toMatchObject({ before: undefined });
    await on(target(), async (pool) => {
      expect(await digests(pool)).toEqual(before);
      expect(await jobById(pool, job.id)).toEqual(await jobById(served.database.pool, job.id));
      // New rows go on where the old ones end.
      await pool.query(`insert into stock_item (kind, product, there) values ('ink', 'x', true)`);
    });
  });

  it('takes the place of what is there, which is kept, and not under a running app', async () => {
    await on(target(), (pool) => pool.query(`update job set notes = 'changed since'`));
    const open = new pg.Client({ connectionString: target() });
    await open.connect();
    await expect(restore(target(), file)).rejects.toThrow(/is running/);
    await open.end();
    await expect
      .poll(async () => (await restore(target(), file).catch(() => ({ before: '' }))).before)
      .toBe(beforeRestore(nameOf(target())));
    const noted = (pool: pg.Pool) => pool.query(`select from job where notes = 'changed since'`);
    expect((await on(target(), noted)).rowCount).toBe(0);
    const kept = databaseBeside(target(), beforeRestore(nameOf(target())));
    expect((await on(kept, noted)).rowCount).toBeGreaterThan(0);
  });

  it('that is damaged, foreign or newer is refused, and what is there stays', async () => {
    const before = await on(target(), digests);
    const damaged = join(folder, 'damaged.backup');
    const bytes = readFileSync(file);
    writeFileSync(damaged, bytes.subarray(0, Math.floor(bytes.length * 0.9)));
    await expect(restore(target(), damaged)).rejects.toThrow();
    const foreign = join(folder, 'foreign.backup');
    writeFileSync(foreign, 'select 1;');
    await expect(restore(target(), foreign)).rejects.toThrow(/is no backup of Kyanos/);
    await expect(restore(target(), join(folder, 'none'))).rejects.toThrow(/is no backup/);
    await served.database.pool.query(
      `insert into migration (name, run_on) values ('9999_later', now())`,
    );
    const newer = join(folder, 'newer.backup');
    await backUp(served.database.url, newer);
    await served.database.pool.query(`delete from migration where name = '9999_later'`);
    await expect(restore(target(), newer)).rejects.toThrow(/newer version/);
    expect(await on(target(), digests)).toEqual(before);
    const { rows } = await admin(
      `select datname from pg_database where datname like '%_restoring'`,
    );
    expect(rows).toEqual([]);
  });

  it('is never written over another, nor into a folder that is not there', async () => {
    await expect(backUp(served.database.url, file)).rejects.toThrow(/is there already/);
    await expect(backUp(served.database.url, join(folder, 'no', 'x'))).rejects.toThrow(/no folder/);
    const gone = databaseBeside(served.database.url, 'nobody_has_this');
    await expect(backUp(gone, join(folder, 'x'))).rejects.toThrow(/nobody_has_this/);
    expect(readdirSync(folder)).not.toContain('x');
  });

  it('is made on a schedule, once by many servers, and only so many are kept', async () => {
    const own = mkdtempSync(join(tmpdir(), 'backup-test-'));
    const schedule = { folder: own, hours: 24, keep: 2 };
    const { pool, url } = served.database;
    const due = (now: Date) => backUpIfDue(pool, url, schedule, now);
    const at = Date.now();
    const first = await Promise.all([due(new Date(at)), due(new Date(at))]);
    expect(first.filter(Boolean)).toHaveLength(1);
    expect(await due(new Date(at + 3_600_000))).toBeUndefined();
    for (let day = 1; day <= 3; day++) {
      expect(await due(new Date(at + day * 86_400_000))).toBeDefined();
    }
    writeFileSync(join(own, 'somebody else’s'), '');
    expect(readdirSync(own)).toHaveLength(3);
    rmSync(own, { recursive: true });
  });
});
