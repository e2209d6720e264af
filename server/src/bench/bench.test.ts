import type { Bench, BenchState, Job, JobList, StoredReport } from '@kyanos/contract';
import { beforeAll, describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';

const served = useServer();
let job: Job;
const get = async <T>(path: string) => (await served.call<T>('GET', path)).body;
const bench = () => get<Bench>(`/jobs/${job.id}/bench`);
const change = (body: object, version = job.version) =>
  served.call<BenchState & { code?: string }>('PUT', `/jobs/${job.id}/bench`, { version, ...body });
const tick = (check: string, on: boolean) => change({ tick: { check, on } });
const list = async (query: string) => (await get<JobList>(`/jobs?${query}`)).jobs;

beforeAll(async () => {
  const { plan, draw, fileName } = demo('orchard-label');
  const { body: file } = await served.upload(await draw());
  const artwork = await served.rip(file.id, 60, fileName);
  job = await served.newJob(artwork.id, { ...plan, lot: '' });
});

describe('a job at the bench', () => {
  it('says why there is no run sheet before its plates are built, and has it afterwards', async () => {
    const before = await bench();
    expect(before.steps).toEqual([]);
    expect(before.why).not.toBe('');
    const { body } = await served.call<{ id: string }>(
      'POST',
      `/artworks/${job.artworkId}/plates`,
      { plan: job.plan },
    );
    await served.until(`/plates/${body.id}`);
    const after = await bench();
    expect(after.why).toBe('');
    expect(after.steps.length).toBeGreaterThan(3);
    expect(after.steps[0].checks.length).toBeGreaterThan(0);
    expect(after.inks.map(({ channel }) => channel)).toContain('W');
  });

  it('keeps what is ticked at two tablets at once, and unticks one by one', async () => {
    const wanted = ['0.0', '0.1', '1.0', '2.0', '2.1'];
    const answers = await Promise.all(wanted.map((check) => tick(check, true)));
    expect(answers.map(({ status }) => status)).toEqual(wanted.map(() => 200));
    expect((await bench()).ticks.toSorted()).toEqual(wanted);
    expect((await tick('1.0', false)).body.ticks).not.toContain('1.0');
    expect((await tick('nine', true)).status).toBe(422);
  });

  it('is checked anew once its plan has changed, and who ticks on the old sheet is told', async () => {
    const { plan, artworkId } = await get<Job>(`/jobs/${job.id}`);
    const saved = await served.call<Job>('PUT', `/jobs/${job.id}`, {
      base: job.version,
      plan: { ...plan, customer: 'Somebody else' },
      artworkId,
    });
    expect(saved.status).toBe(200);
    expect((await get<BenchState>(`/jobs/${job.id}/bench/state`)).ticks).toEqual([]);
    const refused = await tick('0.0', true);
    expect([refused.status, refused.body.code]).toEqual([409, 'JOB_CONFLICT']);
    job = saved.body;
    expect((await tick('0.0', true)).body.ticks).toEqual(['0.0']);
  });

  it('is being printed once somebody begins, rests and goes on, and counts what is spoilt', async () => {
    expect((await change({ begins: true })).body).toMatchObject({ state: 'printing' });
    const rests = (await change({ rests: true })).body.restsSince;
    expect(rests).not.toBeNull();
    // Told twice it is still the same rest.
    expect((await change({ rests: true })).body.restsSince).toBe(rests);
    expect((await change({ rests: false })).body.restsSince).toBeNull();
    expect((await change({ spoilt: 2 })).body.spoilt).toBe(2);
    expect((await bench()).ticks).toEqual(['0.0']);
  });

  it('is done once, with what the operator knows as a report', async () => {
    const done = () =>
      served.call<{ stock: string[] }>('POST', `/jobs/${job.id}/bench/done`, {
        spoilt: 3,
        minutes: 42,
        ml: { W: 12.5 },
      });
    expect((await done()).body.stock.join(' ')).toContain('W 12.5 mL');
    expect((await done()).body.stock).toEqual([]);
    expect(await bench()).toMatchObject({ state: 'done', spoilt: 3 });
    const reports = await get<StoredReport[]>(`/machines/${job.plan.machine.id}/reports`);
    expect(reports.map(({ report }) => [report.minutes, report.ml])).toEqual([[42, { W: 12.5 }]]);
    expect(
      (await served.call('GET', '/jobs/00000000-0000-4000-8000-000000000000/bench')).status,
    ).toBe(404);
  });
});

describe('what a shop writes beside a job', () => {
  const notes = (was: string, now: string) =>
    served.call<{ code: string }>('PUT', `/jobs/${job.id}/notes`, { was, now });

  it('is kept, and nobody overwrites what they have not seen', async () => {
    expect((await notes('', 'Blue tape')).status).toBe(204);
    // The same again is no conflict with oneself: its answer may have been lost.
    expect((await notes('', 'Blue tape')).status).toBe(204);
    expect((await notes('', 'Red tape')).body.code).toBe('ORDER_CONFLICT');
    expect((await list('state=all'))[0].notes).toBe('Blue tape');
    expect((await bench()).notes).toBe('Blue tape');
  });

  it('is off the board with a job that is put away, and back with it', async () => {
    const away = (on: boolean) => served.call('PUT', `/jobs/${job.id}/away`, { away: on });
    await away(true);
    expect(await list('state=all')).toEqual([]);
    expect((await list('state=away')).map(({ id, putAway }) => [id, putAway])).toEqual([
      [job.id, true],
    ]);
    await away(false);
    expect(await list('state=all')).toHaveLength(1);
    expect(await list('state=away')).toEqual([]);
  });

  it('sorts jobs by how far they are', async () => {
    await served.newJob();
    expect((await list('sort=state&order=up')).map(({ state }) => state)).toEqual([
      'quoted',
      'done',
    ]);
  });
});

describe('the list for the wall', () => {
  it('is a PDF, also where nothing is to be printed', async () => {
    const answer = await fetch(`${served.base}/queue/day.pdf`);
    expect(answer.headers.get('content-type')).toBe('application/pdf');
    expect(Buffer.from(await answer.arrayBuffer()).toString('latin1', 0, 5)).toBe('%PDF-');
  });
});
