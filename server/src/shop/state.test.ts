import { readFileSync } from 'node:fs';
import { encodePlan, type Job } from '@kyanos/contract';
import type { MachineState, Shop } from '@kyanos/core';
import { SHOP_STATE } from '@kyanos/demo';
import { describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';

const served = useServer();
const { plan } = demo('harbour-lightbox');
const path = `/shop/machines/${plan.machine.id}/state`;
const state = async () => (await served.call<MachineState>('GET', path)).body;

describe('what is true of a machine today', () => {
  it('is told to the shop, and to whoever plans on that machine', async () => {
    const answer = await fetch(served.base + path);
    const etag = answer.headers.get('ETag')!;
    expect(await answer.json()).toEqual(SHOP_STATE[plan.machine.id]);
    const { leftMl } = SHOP_STATE[plan.machine.id];
    const moved = { whiteSlot: 'under', leftMl: { ...leftMl, W: 30 } };
    const tell = (body: object, revision = etag) =>
      served.call('PUT', path, body, { 'If-Match': revision });
    expect((await tell(moved)).status).toBe(200);
    expect(await state()).toEqual(moved);
    expect(await tell({ leftMl: {} })).toMatchObject({
      status: 409,
      body: { code: 'STATE_CONFLICT' },
    });
    expect((await tell({ leftMl: { W: -1 } }, '"1"')).status).toBe(422);
    expect((await served.call('GET', '/shop/machines/none/state')).status).toBe(404);
    expect(await state()).toEqual(moved);
  });

  it('is taken out of the machines of an older database, and its jobs are as they were', async () => {
    const { pool } = served.database;
    const old = (machine: Shop['machines'][number]) => {
      const { whiteSlot, leftMl } = SHOP_STATE[machine.id];
      return {
        ...machine,
        ...(machine.whiteSlot && { whiteSlot: { ...machine.whiteSlot, stands: whiteSlot } }),
        inks: machine.inks.map((ink) =>
          ink.container
            ? { ...ink, container: { ...ink.container, leftMl: leftMl[ink.channel] } }
            : ink,
        ),
      };
    };
    const { body: shop } = await served.call<Shop>('GET', '/shop');
    for (const machine of shop.machines)
      await pool.query(
        "update shop_item set data = $2::jsonb where kind = 'machine' and id = $1::text",
        [machine.id, JSON.stringify(old(machine))],
      );
    const { id } = await served.newJob(null, plan);
    const stored = { ...encodePlan(plan), format: 2, machine: old(plan.machine) };
    await pool.query('update job_version set plan = $2::jsonb where job_id = $1', [
      id,
      JSON.stringify(stored),
    ]);
    await pool.query(
      'create table machine_state (machine_id text primary key, data jsonb not null)',
    );
    const migration = readFileSync(
      new URL('../../migrations/0010_machine_state.sql', import.meta.url),
      'utf8',
    );
    // The table that it was written for is gone: the same machines stand where the shop was.
    const machines = `(select jsonb_build_object('machines', jsonb_agg(data)) as data from shop_item where kind = 'machine') shop`;
    const [told] = /insert into machine_state[^;]*;/.exec(migration)!;
    await pool.query(told.replace('from shop,', `from ${machines},`));
    const { rows } = await pool.query<{ data: MachineState }>(
      'select data from machine_state where machine_id = $1::text',
      [plan.machine.id],
    );
    expect(rows[0].data).toEqual(SHOP_STATE[plan.machine.id]);
    await pool.query('drop table machine_state');
    expect((await served.call<Shop>('GET', '/shop')).body).toEqual(shop);
    const { body: job } = await served.call<Job>('GET', `/jobs/${id}`);
    expect(job.plan).toEqual(JSON.parse(JSON.stringify(encodePlan(plan))));
  });
});
