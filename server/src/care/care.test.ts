import ICAL from 'ical.js';
import type { CareDay, MachineCare, RunState, LogbookEntry } from '@kyanos/contract';
import { careFrom, PROCEDURES } from '@kyanos/core';
import { describe, expect, it } from 'vitest';
import sharp from 'sharp';
import { useServer } from '../../test/served.ts';
import { eventsOf, sumDays } from './queries.ts';

const served = useServer();
const get = async <T>(path: string) => (await served.call<T>('GET', path)).body;
const post = <T>(path: string, body?: unknown) => served.call<T>('POST', path, body);
const tell = (machine: string, what: object, at?: string) =>
  post<LogbookEntry>(`/care/machines/${machine}/events`, { what, ...(at && { at }) });
const machine = async (id: string) =>
  (await get<MachineCare[]>('/care/machines')).find((one) => one.id === id)!;
const hoursAgo = (hours: number) => new Date(Date.now() - hours * 3_600_000).toISOString();

/** What the database shows of each machine against what its events make of it. */
async function compared() {
  const { rows } = await served.database.pool.query<{ id: string; data: object }>(
    'select machine_id as id, data from care_state',
  );
  for (const { id, data } of rows)
    expect(data).toEqual(
      JSON.parse(JSON.stringify(careFrom(await eventsOf(served.database.pool, id), ['W']))),
    );
  const days = async () =>
    (await served.database.pool.query('select * from care_day order by machine_id, day'))
      .rows as object[];
  const kept = await days();
  for (const { id } of rows) await sumDays(served.database.pool, id, ['W']);
  expect(kept).toEqual(await days());
}

describe('the logbook of a machine', () => {
  it('takes what was done, says what follows from it, and undoes by an entry', async () => {
    expect((await tell('flatbed-2', { act: 'agitated' }, hoursAgo(30))).status).toBe(201);
    expect((await machine('flatbed-2')).due.map(({ code }) => code)).toContain('agitate');
    const { body: now } = await tell('flatbed-2', { act: 'agitated' });
    expect((await machine('flatbed-2')).due.map(({ code }) => code)).not.toContain('agitate');
    expect((await served.call('POST', `/care/events/${now.id}/undo`)).status).toBe(204);
    expect((await machine('flatbed-2')).due.map(({ code }) => code)).toContain('agitate');
    expect((await served.call('POST', `/care/events/${now.id}/undo`)).status).toBe(409);
    expect(
      (await tell('flatbed-2', { act: 'agitated' }, new Date(Date.now() + 3_600_000).toISOString()))
        .status,
    ).toBe(409);
    expect((await tell('none', { act: 'agitated' })).status).toBe(404);
    expect((await tell('flatbed-2', { act: 'printed' })).status).toBe(422);
    await compared();
  });

  it('moves the slot that jobs are planned with, and parks heads that have to be fitted', async () => {
    await tell('roll-1', { act: 'slot', to: 'under' });
    expect(await get('/shop/machines/roll-1/state')).toMatchObject({ whiteSlot: 'under' });
    await tell('label-3', { act: 'parked' });
    expect(await get('/shop/machines/label-3/state')).toMatchObject({ headsParked: true });
    expect((await tell('label-3', { act: 'parked' })).body).toMatchObject({ code: 'CARE_REFUSED' });
    await tell('label-3', { act: 'heads-fitted' });
    await compared();
  });

  it('draws what a cleaning took from the container, and shows days with what they held', async () => {
    const white = async () =>
      (await machine('roll-1')).inks.find(({ channel }) => channel === 'W')!.leftMl!;
    const before = await white();
    await tell('roll-1', { act: 'cleaned', ml: 8, minutes: 4 });
    await tell('roll-1', { act: 'pattern', missing: [{ channel: 'W', row: 0, nozzle: 3 }] });
    expect(await white()).toBeCloseTo(before - 8, 2);
    const days = await get<CareDay[]>('/care/machines/roll-1/weeks?weeks=2');
    expect(days.at(-1)).toMatchObject({ cleanings: 1, missing: 1, careMl: 8, careMinutes: 4 });
  });

  it('keeps a picture beside a note, and refuses what is none', async () => {
    const jpeg = await sharp({
      create: { width: 2400, height: 1200, channels: 3, background: '#874' },
    })
      .jpeg()
      .toBuffer();
    const { body: file } = await served.upload(jpeg);
    await tell('roll-1', { act: 'note', text: 'Banding on the left', picture: file.id });
    const answer = await fetch(`${served.base}/care/pictures/${file.id}`);
    expect(answer.headers.get('content-type')).toBe('image/jpeg');
    expect(Buffer.from(await answer.arrayBuffer()).equals(jpeg)).toBe(true);
    const { body: large } = await served.upload(Buffer.concat([jpeg, Buffer.alloc(6e6)]));
    expect((await served.call('GET', `/care/pictures/${large.id}`)).status).toBe(413);
    const { body: text } = await served.upload(Buffer.from('<svg onload="x"/>no picture'));
    expect((await served.call('GET', `/care/pictures/${text.id}`)).status).toBe(422);
  });
});

describe('a procedure', () => {
  it('is begun by one, timed by the clock of the server, gone on with and ended, and writes what it did', async () => {
    const { body: run } = await post<RunState>('/care/machines/roll-1/runs', {
      procedure: 'put-white-in',
    });
    expect([run.at, run.steps.length]).toEqual([0, PROCEDURES['put-white-in'].steps.length]);
    expect((await machine('roll-1')).due.map(({ code }) => code)).toContain('running');
    const tick = (step: number, body: object = { wrote: {} }) =>
      post<RunState>(`/care/runs/${run.id}/steps/${step}`, body);
    for (let step = 0; step < 4; step++) await tick(step);
    const timed = await post<RunState>(`/care/runs/${run.id}/steps/4/timer`);
    const again = await post<RunState>(`/care/runs/${run.id}/steps/4/timer`);
    expect(again.body.steps[4].timerAt).toBe(timed.body.steps[4].timerAt);
    // Another tablet sees the same.
    const other = await get<RunState>(`/care/runs/${run.id}`);
    expect([other.at, other.steps[4].timerAt]).toEqual([4, timed.body.steps[4].timerAt]);
    for (let step = 4; step < 7; step++) await tick(step);
    await tick(6);
    await tick(7, { wrote: {}, missing: [] });
    const left = async () =>
      (await machine('roll-1')).inks.find(({ channel }) => channel === 'W')!.leftMl!;
    const before = await left();
    const { body: ended } = await post<RunState>(`/care/runs/${run.id}/end`);
    expect(ended.ended).toMatchObject({ finished: true, ml: 60 });
    expect((await post<RunState>(`/care/runs/${run.id}/end`)).body.ended).toEqual(ended.ended);
    expect(await left()).toBeCloseTo(before - 60, 1);
    const acts = (await get<LogbookEntry[]>('/care/machines/roll-1/events')).map(
      ({ what }) => what.act,
    );
    expect(acts.slice(0, 6)).toEqual([
      'run-ended',
      'pattern',
      'filled',
      'agitated',
      'waste-emptied',
      'run-started',
    ]);
    expect((await post(`/care/runs/${run.id}/steps/99`, { wrote: {} })).status).toBe(404);
    expect((await post('/care/machines/roll-1/runs', { procedure: 'none' })).status).toBe(404);
    await compared();
  });

  it('is the shop’s own where it has changed one, and the built-in one again once that is retired', async () => {
    const ours = { ...PROCEDURES.daily, title: 'Daily care, our way' };
    await post('/shop/procedures', { id: 'daily', data: ours });
    const titles = async () =>
      (await get<{ id: string; procedure: { title: string } }[]>('/care/procedures')).find(
        ({ id }) => id === 'daily',
      )!.procedure.title;
    expect(await titles()).toBe('Daily care, our way');
    await served.call('PUT', '/shop/procedures/daily/standing', { standing: 'retired' });
    expect(await titles()).toBe('Daily care');
  });
});

describe('what is due', () => {
  it('is a calendar that an independent reader understands, each thing once however often it is asked', async () => {
    await tell('flatbed-2', { act: 'cleaned', ml: 1990, minutes: 1 });
    const read = async () => {
      const text = await (await fetch(`${served.base}/care/due.ics`)).text();
      return new ICAL.Component(ICAL.parse(text))
        .getAllSubcomponents('vevent')
        .map((one) => new ICAL.Event(one));
    };
    const events = await read();
    const due = await get<{ machine: string; says: string; name: string }[]>('/care/due');
    expect(events).toHaveLength(due.length);
    const waste = events.find(({ description }) => /waste container/.test(description))!;
    expect(waste.summary).toBe('Flatbed No. 2: before the next print');
    expect(waste.startDate.isDate).toBe(true);
    expect((await read()).map(({ uid }) => uid)).toEqual(events.map(({ uid }) => uid));
    await tell('flatbed-2', { act: 'waste-emptied' });
  });

  it('asks the coming jobs and the past weeks whether white is worth keeping', async () => {
    const white = await get<{
      says: string;
      past: unknown[];
      choices: { cheapestIn: number }[];
      spent: { ml: number };
    }>('/care/machines/roll-1/white');
    expect(white.past).toHaveLength(12);
    expect(white.says).toMatch(/\. (Sure|Fairly sure|Close): it is the cheapest in \d+ of 10/);
    expect(white.spent.ml).toBeGreaterThan(60);
  });
});
