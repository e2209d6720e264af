import { readFileSync } from 'node:fs';
import type { Job, JobList } from '@kyanos/contract';
import { encodePlan } from '@kyanos/contract';
import { describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';

const served = useServer();
const { plan } = demo('orchard-label');

const save = async (name: string, copies: number, customer = '') => {
  const wanted = { ...plan, name, customer, layout: { ...plan.layout, copies } };
  const body = { plan: encodePlan(wanted), artworkId: null, savedBy: 'Ann' };
  return (await served.call<Job>('POST', '/jobs', body)).body;
};
const list = async (query = '') => {
  const { status, body } = await served.call<JobList>('GET', `/jobs${query}`);
  expect(status).toBe(200);
  return { total: body.total, names: body.jobs.map(({ name }) => name) };
};

describe('the board', () => {
  it('is found in by words, sorted, and comes in pages', async () => {
    await save('Pear crates', 40, 'Hill Farm');
    await save('apple jelly', 900);
    const third = await save('Quince jelly', 7, 'Hill Farm');
    expect(await list()).toEqual({
      total: 3,
      names: ['Quince jelly', 'apple jelly', 'Pear crates'],
    });
    expect(await list('?sort=name&order=up')).toMatchObject({
      names: ['apple jelly', 'Pear crates', 'Quince jelly'],
    });
    expect(await list('?sort=copies&limit=1&offset=1')).toEqual({
      total: 3,
      names: ['Pear crates'],
    });
    expect(await list('?offset=50')).toEqual({ total: 3, names: [] });
    expect(await list('?search=JELLY')).toMatchObject({ total: 2 });
    expect(await list('?search=farm+jelly')).toEqual({ total: 1, names: ['Quince jelly'] });
    expect(await list('?search=%25')).toMatchObject({ total: 0 });
    expect((await served.call('GET', '/jobs?sort=colour')).status).toBe(422);

    const changed = { ...third.plan, name: 'Quince paste' };
    await served.call('PUT', `/jobs/${third.id}`, {
      base: 1,
      plan: changed,
      artworkId: null,
      savedBy: 'Ben',
    });
    const { body } = await served.call<JobList>('GET', '/jobs?search=quince');
    expect(body).toMatchObject({
      total: 1,
      jobs: [{ name: 'Quince paste', version: 2, savedBy: 'Ben' }],
    });
  });

  it('is made of the same when an older database is brought up', async () => {
    const { pool } = served.database;
    const { rows: jobs } = await pool.query<{ id: string }>(
      'insert into job default values returning id',
    );
    await pool.query(
      `insert into job_version (job_id, version, plan, saved_by) values ($1, 1, $2, 'Old')`,
      [jobs[0].id, { name: 7, layout: { copies: 'many' }, machine: 'none' }],
    );
    const heads = async () =>
      (await pool.query('select * from job_head order by job_id')).rows as unknown[];
    const written = await heads();
    await pool.query('delete from job_head');
    const migration = readFileSync(
      new URL('../../migrations/0009_job_head.sql', import.meta.url),
      'utf8',
    );
    await pool.query(/insert into job_head\nselect[^;]*;/.exec(migration)![0]);
    expect(await heads()).toEqual(written);
    const { body } = await served.call<JobList>('GET', '/jobs');
    expect(body.jobs.find(({ id }) => id === jobs[0].id)).toMatchObject({
      copies: 0,
      problem: { code: 'PLAN_UNREADABLE' },
    });
  });
});
