import { readFileSync } from 'node:fs';
import { encodePlan, type Job, type JobList } from '@kyanos/contract';
import { describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';

const served = useServer();
const { plan } = demo('orchard-label');

const save = async (name: string, copies: number, customer = '') => {
  const wanted = { ...plan, name, customer, layout: { ...plan.layout, copies } };
  const body = { plan: encodePlan(wanted), artworkId: null };
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
    const body2 = { base: 1, plan: changed, artworkId: null };
    await served.call('PUT', `/jobs/${third.id}`, body2, { 'Kyanos-Operator': 'Ben' });
    const { body } = await served.call<JobList>('GET', '/jobs?search=quince');
    expect(body).toMatchObject({
      total: 1,
      jobs: [{ name: 'Quince paste', version: 2, savedBy: 'Ben' }],
    });
  });

  it('is told by state and due time, which make no version and overwrite nobody', async () => {
    const [first, second] = [await save('Order one', 5), await save('Order two', 6)];
    const asked = { state: 'quoted', due: null, priority: 'usual' };
    const order = (id: string, was: object, now: object) =>
      served.call<{ code?: string }>('PUT', `/jobs/${id}/order`, { was, now });
    const soon = { ...asked, state: 'accepted', due: '2026-12-01T15:00:00.000Z' };
    const later = { ...asked, due: '2026-12-09T08:00:00.000Z', priority: 'soon' };
    expect(await order(first.id, asked, later)).toMatchObject({ status: 200, body: later });
    expect(await order(second.id, asked, soon)).toMatchObject({ status: 200, body: soon });
    expect(await list('?search=order&sort=due&order=up')).toMatchObject({
      names: ['Order two', 'Order one'],
    });
    // The same again is no conflict with oneself: its answer may have been lost.
    expect(await order(second.id, asked, soon)).toMatchObject({ status: 200, body: soon });
    // Whoever still sees the old state is told, and changes nothing.
    const stale = await order(second.id, asked, { ...asked, state: 'cancelled' });
    expect([stale.status, stale.body.code]).toEqual([409, 'ORDER_CONFLICT']);
    expect(await order(second.id, soon, { ...soon, state: 'delivered' })).toMatchObject({
      status: 200,
    });
    expect(await list('?search=order&state=open')).toMatchObject({ names: ['Order one'] });
    expect(await list('?search=order&state=delivered')).toMatchObject({ names: ['Order two'] });
    expect(await list('?search=order&state=delivered&offset=9')).toMatchObject({ total: 1 });
    const { body } = await served.call<Job>('GET', `/jobs/${second.id}`);
    expect(body.version).toBe(1);
    const nobody = '00000000-0000-4000-8000-000000000000';
    expect((await order(nobody, asked, soon)).status).toBe(404);
    expect((await order(first.id, later, { ...asked, state: 'lost' })).status).toBe(422);
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
