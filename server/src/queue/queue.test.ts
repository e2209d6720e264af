import type { Job, JobSummary, QueueState } from '@kyanos/contract';
import { changeover, NO_QUEUE, placedTasks, wholeOrder, workMinutes } from '@kyanos/core';
import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';

const served = useServer();
const get = async <T>(path: string) => (await served.call<T>('GET', path)).body;
const queue = () => get<QueueState>('/queue');

/** A job whose plates are built, of an artwork that is read once. */
async function printable(id: string): Promise<Job> {
  const { plan, draw, fileName } = demo(id);
  const { body: file } = await served.upload(await draw());
  const artwork = await served.rip(file.id, 60, fileName);
  const job = await served.newJob(artwork.id, { ...plan, lot: '' });
  const { body } = await served.call<{ id: string }>('POST', `/artworks/${artwork.id}/plates`, {
    plan: job.plan,
  });
  await served.until(`/plates/${body.id}`);
  return job;
}
const order = (id: string, was: object, now: object) =>
  served.call<JobSummary>('PUT', `/jobs/${id}/order`, { was, now });
const QUOTED = { state: 'quoted', due: null, priority: 'usual' };
const put = (body: unknown, base: number) =>
  served.call<{ code?: string }>('PUT', '/settings/queue', body, { 'If-Match': `"${base}"` });

describe('the queue', () => {
  it('holds what is accepted until it is printed, with what it is on each machine that can print it', async () => {
    const job = await printable('harbour-lightbox');
    const due = new Date(Date.now() + 6 * 3_600_000).toISOString();
    expect((await queue()).tasks).toEqual([]);
    const accepted = { state: 'accepted', due, priority: 'urgent' };
    expect((await order(job.id, QUOTED, accepted)).status).toBe(200);

    const { tasks, jobs, machines, begins, left } = await queue();
    expect(left).toEqual([]);
    expect(jobs).toMatchObject([{ id: job.id, state: 'accepted', due }]);
    const [{ apartOn }] = jobs;
    expect(apartOn).toHaveLength(1);
    const [task] = tasks;
    expect(task).toMatchObject({
      id: job.id,
      weight: 10,
      home: job.plan.machine.id,
      printing: false,
    });
    expect(task.due).toBeCloseTo((Date.parse(due) - Date.parse(begins)) / 60_000, 6);
    const able = Object.keys(task.on);
    expect(able[0]).toBe(job.plan.machine.id);
    expect(able.length).toBeGreaterThan(1);
    expect(machines.map(({ id }) => id)).toEqual(expect.arrayContaining(able));
    // Changeovers are the queue's own: none is left in the work.
    const steps = task.on[able[0]].parts.map(({ step }) => step);
    expect(steps.filter((step) => ['slot', 'heads', 'fitting'].includes(step))).toEqual([]);
    expect(task.on[able[0]].wants.slot).toBe('under');

    // Its first trip apart: two tasks, the second after the first.
    const apart = placedTasks(tasks, { pins: {}, apart: [job.id] }, new Date(begins));
    expect(apart.map(({ id, after }) => [id, after])).toEqual([
      [job.id, undefined],
      [`${job.id}/2`, job.id],
    ]);
    const order2 = wholeOrder(
      {},
      apart,
      machines.map(({ id }) => id),
    );
    expect(order2[apartOn[0]]).toEqual([job.id, `${job.id}/2`]);

    await order(job.id, accepted, { ...accepted, state: 'done' });
    expect((await queue()).tasks).toEqual([]);
  });

  it('has left of a job that prints what is not done yet, on a machine that stands as it wants', async () => {
    const job = await printable('orchard-label');
    const home = job.plan.machine.id;
    await order(job.id, QUOTED, { ...QUOTED, state: 'ready' });
    const own = async () => {
      const { tasks, machines } = await queue();
      const task = tasks.find(({ id }) => id === job.id)!;
      const machine = machines.find(({ id }) => id === home)!;
      return { task, machine, minutes: workMinutes(task.on[home]) };
    };
    const before = await own();
    const begun = { version: job.version, begins: true };
    await served.call('PUT', `/jobs/${job.id}/bench`, begun);
    await served.database.pool.query(
      `update job_bench set data = data || jsonb_build_object('startedAt', now() - interval '12 minutes', 'restedSeconds', 120)
       where job_id = $1::uuid`,
      [job.id],
    );
    const after = await own();
    expect(Object.keys(after.task.on)).toEqual([home]);
    expect(after.minutes).toBeCloseTo(before.minutes - 10, 0);
    const { wants } = after.task.on[home];
    expect(changeover(after.machine, after.machine.setup, wants).minutes).toBe(0);
    await order(job.id, { ...QUOTED, state: 'printing' }, { ...QUOTED, state: 'cancelled' });
  });

  it('tells the lot that a job has reserved, and until when that is good', async () => {
    const job = await printable('harbour-lightbox');
    const { material } = job.plan;
    const accepted = { ...QUOTED, state: 'accepted' };
    const own = async () => (await queue()).jobs.find(({ id }) => id === job.id)!.lot;
    await order(job.id, QUOTED, accepted);
    expect(await own()).toBeNull();
    await order(job.id, accepted, QUOTED);
    const received = {
      kind: 'material',
      product: material.id,
      name: material.name,
      lot: 'H-77',
      madeOn: null,
      expiresOn: '2099-12-24',
      receivedOn: '2026-11-02',
      unit: material.form === 'roll' ? 'm' : 'sheets',
      size: 500,
      width: material.width,
      paid: 10_000,
      place: 'Shelf 1',
    };
    expect((await served.call('POST', '/stock/items', { received })).status).toBe(201);
    await order(job.id, QUOTED, accepted);
    expect(await own()).toEqual({ lot: 'H-77', until: '2099-12-24' });
    await order(job.id, accepted, { ...QUOTED, state: 'cancelled' });
  });

  it('names what can’t stand in it, and why', async () => {
    const { plan } = demo('orchard-label');
    const job = await served.newJob(null, { ...plan, name: 'Without artwork' });
    await order(job.id, QUOTED, { ...QUOTED, state: 'accepted' });
    const { left, tasks } = await queue();
    expect(tasks.filter(({ id }) => id === job.id)).toEqual([]);
    expect(left).toMatchObject([{ id: job.id, why: 'Its plates are not built yet.' }]);
    await order(job.id, { ...QUOTED, state: 'accepted' }, { ...QUOTED, state: 'cancelled' });
  });

  it('keeps the order of whoever moved last on what they saw, and tells the other', async () => {
    const { revision } = await queue();
    const first = { ...NO_QUEUE, machines: { 'roll-1': ['a'] } };
    expect((await put(first, revision)).status).toBe(200);
    const second = await put({ ...NO_QUEUE, machines: { 'roll-1': ['b'] } }, revision);
    expect(second).toMatchObject({ status: 409, body: { code: 'SETTING_CONFLICT' } });
    expect((await queue()).kept).toEqual(first);
    // The same again is no conflict with oneself: its answer may have been lost.
    expect((await put(first, revision)).status).toBe(200);
    expect((await queue()).revision).toBe(revision + 1);
    expect(
      (await put({ ...first, pins: { a: { machineId: 'roll-1', at: 'soon' } } }, revision + 1))
        .status,
    ).toBe(422);
  });

  it('refuses hours that nobody could work, with the place that is wrong', async () => {
    const { hours } = await queue();
    const hoursPut = (change: object) =>
      served.call<{ message: string }>('PUT', '/settings/hours', { ...hours, ...change });
    const closed = hours.week.map(() => []);
    expect(await hoursPut({ week: closed })).toMatchObject({
      status: 422,
      body: { message: expect.stringContaining('at least one day') as string },
    });
    const backwards = closed.with(0, [{ from: '17:00', to: '08:00' }] as never);
    expect((await hoursPut({ week: backwards })).body.message).toContain(
      'ends later than it begins',
    );
    expect((await hoursPut({ overnight: false })).status).toBe(200);
    expect((await queue()).hours.overnight).toBe(false);
  });

  it('is a calendar that another reader reads: an entry for each job, at its machine', async () => {
    const job = await printable('orchard-label');
    await order(job.id, QUOTED, { ...QUOTED, state: 'ready' });
    const answer = await fetch(`${served.base}/queue.ics`);
    expect(answer.headers.get('Content-Type')).toContain('text/calendar');
    const text = await answer.text();
    const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
    const events = calendar.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one));
    expect(events).toHaveLength(1);
    const [event] = events;
    expect(event.summary).toContain(job.plan.name);
    expect(event.location).toBe(job.plan.machine.name);
    const minutes =
      (event.endDate.toJSDate().getTime() - event.startDate.toJSDate().getTime()) / 60_000;
    const { tasks } = await queue();
    const work = tasks.find(({ id }) => id === job.id)!.on[job.plan.machine.id];
    const worked = work.parts.reduce((sum, part) => sum + part.minutes, 0) + work.rackMinutes;
    expect(minutes).toBeGreaterThanOrEqual(Math.floor(worked));
    expect(event.startDate.toJSDate().getTime()).toBeGreaterThan(Date.now() - 120_000);
  });
});
