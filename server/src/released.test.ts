/**
 * Databases that released versions have left behind, each made by that version's own program from the demo: server/test/released.
 * All of their jobs are there, and the artwork of one.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import {
  encodePlan,
  Plan,
  type ArtworkSummary,
  type Job,
  type JobList,
  type PlateBuild,
} from '@kyanos/contract';
import { calculate, formatStack, inkMl, type ArtworkInfo } from '@kyanos/core';
import type pg from 'pg';
import { describe, expect, it } from 'vitest';
import { testDatabase } from '../test/database.ts';
import { Served } from '../test/served.ts';
import { nameOf, runTool } from './backup/postgresTools.ts';
import { migrate } from './db.ts';

const FOLDER = new URL('../test/released/', import.meta.url);
/** Read before any of them is written. */
const FILES = readdirSync(FOLDER);
const named = (ending: string) =>
  FILES.filter((name) => name.endsWith(ending))
    .map((name) => name.slice(0, -ending.length))
    .sort((a, b) => a.localeCompare(b, 'en', { numeric: true }));
const VERSIONS = named('.dump');
/** What no migration may take anything from. */
const KEPT = [
  'artwork',
  'file',
  'job',
  'job_version',
  'separation_band',
  'stock_event',
  'care_event',
];

interface Saved {
  readonly job: string;
  readonly version: number;
  readonly name: string;
}
const savedIn = async (pool: pg.Pool) =>
  (
    await pool.query<Saved>(
      `select job_id as job, version, plan ->> 'name' as name from job_version order by 1, 2`,
    )
  ).rows;
async function countsIn(pool: pg.Pool): Promise<Readonly<Record<string, number>>> {
  const { rows } = await pool.query<{ name: string }>(
    `select table_name as name from information_schema.tables
     where table_schema = 'public' and table_name = any($1)`,
    [KEPT],
  );
  const counts: Record<string, number> = {};
  for (const { name } of rows)
    counts[name] = Number((await pool.query(`select count(*) as n from ${name}`)).rows[0].n);
  return counts;
}

describe('databases of released versions', () => {
  it('are one of each that the list of changes has, with the result that it comes to beside it', () => {
    const changes = readFileSync(new URL('../../CHANGELOG.md', import.meta.url), 'utf8');
    const [, ...released] = [...changes.matchAll(/^## (\d\S*)/gm)].map(([, version]) => version);
    expect(VERSIONS).toEqual(released.toReversed());
    expect(named('.json')).toEqual(VERSIONS);
  });
});

describe.each(VERSIONS)('a database of version %s', (version) => {
  it('comes forward with every job and version, and plans to the same result', async () => {
    const database = await testDatabase('none');
    const dump = fileURLToPath(new URL(`${version}.dump`, FOLDER));
    const name = nameOf(database.url);
    await runTool('pg_restore', ['--no-owner', `--dbname=${name}`, dump], database.url);
    const [saved, counts] = [await savedIn(database.pool), await countsIn(database.pool)];
    expect(saved.length).toBeGreaterThan(9);
    await migrate(database.pool);
    const served = new Served();
    served.database = database;
    await served.start({ work: false });
    try {
      expect(await countsIn(database.pool)).toMatchObject(counts);
      expect(await savedIn(database.pool)).toEqual(saved);
      const board = await served.call<JobList>('GET', '/jobs?limit=500');
      expect(board.status, JSON.stringify(board.body)).toBe(200);
      const { jobs } = board.body;
      expect(jobs.map(({ id }) => id).sort()).toEqual([...new Set(saved.map(({ job }) => job))]);
      const stacks: Record<string, unknown> = {};
      for (const { job, version: number } of saved) {
        const { plan, version: newest } = await jobIn(served, job);
        expect(newest).toBeGreaterThanOrEqual(number);
        stacks[plan.name] = formatStack(plan.stack);
      }
      await expect(
        `${JSON.stringify({ stacks, kept: await keptIn(served) }, undefined, 2)}\n`,
      ).toMatchFileSnapshot(fileURLToPath(new URL(`${version}.json`, FOLDER)));
    } finally {
      await served.stop();
    }
  });
});

const jobIn = async (served: Served, id: string): Promise<Job> => {
  const { body } = await served.call<Job>('GET', `/jobs/${id}`);
  return { ...body, plan: Plan.parse(body.plan) };
};

/** What the job whose artwork is there comes to, its plates built anew. */
async function keptIn(served: Served) {
  const { pool } = served.database;
  const { rows } = await pool.query<{ id: string; artworkId: string }>(
    `select job_id as id, artwork_id as "artworkId" from job_version
     where artwork_id in (select artwork.id from artwork join file_chunk using (file_id)) limit 1`,
  );
  const [{ id, artworkId }] = rows;
  // What an earlier version knew of it may be too little: then it is read anew.
  const workOn = async (state: string) => {
    if (state !== 'done') served.worker ??= await served.startWorker();
  };
  await workOn((await served.call<ArtworkSummary>('GET', `/artworks/${artworkId}`)).body.state);
  expect(await served.until(`/artworks/${artworkId}`)).toMatchObject({ state: 'done' });
  const { info } = (
    await pool.query<{ info: ArtworkInfo }>('select info from artwork where id = $1', [artworkId])
  ).rows[0];
  const job = await jobIn(served, id);
  const { body: asked } = await served.call<PlateBuild>('POST', `/artworks/${artworkId}/plates`, {
    plan: encodePlan(job.plan),
  });
  expect(asked.id, JSON.stringify(asked)).toBeDefined();
  await workOn(asked.state);
  const built = await served.until<PlateBuild>(`/plates/${asked.id}`);
  expect(built.state, JSON.stringify(built)).toBe('done');
  const { work } = calculate(job.plan, info, built.measures!);
  return {
    name: job.plan.name,
    minutes: work!.minutes,
    operatorMinutes: work!.operatorMinutes,
    inkMl: inkMl(work!),
    price: work!.cost.price,
  };
}
