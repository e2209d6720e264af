/** Answers that are lost, changes that meet, plans that can't be read, requests that would take for ever. */
import {
  encodePlan,
  type ArtworkSummary,
  type ArtworkVersion,
  type Job,
  type JobList,
  type Problem,
} from '@kyanos/contract';
import { describe, expect, it } from 'vitest';
import { demo, useServer } from '../test/served.ts';

const served = useServer();
const { plan } = demo('kraft-tag');
const body = { plan: encodePlan(plan), artworkId: null };
const count = async () => (await served.call<JobList>('GET', '/jobs')).body.total;

describe('a request that names itself', () => {
  it('is carried out once, and answered the same however often it is sent', async () => {
    const key = { 'Idempotency-Key': 'new-job-1' };
    const before = await count();
    const [first, second] = await Promise.all([
      served.call<Job>('POST', '/jobs', body, key),
      served.call<Job>('POST', '/jobs', body, key),
    ]);
    expect([first.status, second.status]).toEqual([201, 201]);
    expect(second.body).toEqual(first.body);
    expect(await count()).toBe(before + 1);
  });

  it('saves a version once, so that a lost answer is no conflict with oneself', async () => {
    const job = await served.newJob(null, plan);
    const save = { ...body, base: 1 };
    const key = { 'Idempotency-Key': `save-${job.id}` };
    const saved = await served.call<Job>('PUT', `/jobs/${job.id}`, save, key);
    expect(saved).toMatchObject({ status: 200, body: { version: 2 } });
    expect(await served.call<Job>('PUT', `/jobs/${job.id}`, save, key)).toEqual(saved);
    const other = await served.call<Problem>('PUT', `/jobs/${job.id}`, save, {
      'Idempotency-Key': 'another',
    });
    expect(other).toMatchObject({ status: 409, body: { code: 'JOB_CONFLICT' } });
  });

  it('may not lend its name to another, and a refusal does not use it up', async () => {
    const key = { 'Idempotency-Key': 'shared' };
    const job = await served.newJob(null, plan);
    const wrong = await served.call('PUT', `/jobs/${job.id}`, { ...body, base: 7 }, key);
    expect(wrong.status).toBe(409);
    expect((await served.call('PUT', `/jobs/${job.id}`, { ...body, base: 1 }, key)).status).toBe(
      200,
    );
    expect(await served.call('POST', '/jobs', body, key)).toMatchObject({
      status: 422,
      body: { code: 'KEY_REUSED' },
    });
  });
});

describe('machines and settings', () => {
  it('keep every state, and refuse a change that was made on another', async () => {
    const { id } = plan.machine;
    const path = `/shop/machines/${id}`;
    const answer = await fetch(served.base + path);
    const etag = answer.headers.get('ETag')!;
    const machine = (await answer.json()) as { name: string };
    const rename = (name: string, revision: string) =>
      served.call('PUT', path, { ...machine, name }, { 'If-Match': revision });
    expect((await rename('Ann’s', etag)).status).toBe(200);
    expect(await rename('Ben’s', etag)).toMatchObject({
      status: 409,
      body: { code: 'MACHINE_CONFLICT' },
    });
    const kept = await served.call<{ number: number; data: { name: string } }[]>(
      'GET',
      `${path}/revisions`,
    );
    expect(kept.body.map(({ data }) => data.name)).toEqual(['Ann’s', machine.name]);
  });
});

describe('a plan that is stored and can’t be read', () => {
  it('is shown as such, alone, and the others go on', async () => {
    const job = await served.newJob(null, plan);
    const newer = await served.newJob(null, plan);
    const { pool } = served.database;
    await pool.query(`update job_version set plan = plan - 'machine' where job_id = $1`, [job.id]);
    await pool.query(
      `update job_version set plan = jsonb_set(plan, '{format}', '99') where job_id = $1`,
      [newer.id],
    );
    const { status, body } = await served.call<JobList>('GET', '/jobs');
    const { jobs } = body;
    expect(status).toBe(200);
    const problem = (id: string) => jobs.find((one) => one.id === id)!.problem;
    expect(problem(job.id)).toMatchObject({
      code: 'PLAN_UNREADABLE',
      message: expect.stringContaining('machine'),
    });
    expect(problem(newer.id)).toMatchObject({ code: 'PLAN_NEWER' });
    expect(jobs.filter((one) => one.problem)).toHaveLength(2);
    expect(jobs.find((one) => one.id === job.id)!.name).toBe(plan.name);
    expect(await served.call('GET', `/jobs/${job.id}`)).toMatchObject({
      status: 422,
      body: { code: 'PLAN_UNREADABLE' },
    });
  });
});

describe('one file under two names', () => {
  it('keeps for each job the name under which it came', async () => {
    const { body: file } = await served.upload(await demo('kraft-tag').draw());
    const ask = async (fileName: string) =>
      (
        await served.call<ArtworkSummary>('POST', '/artworks', {
          fileId: file.id,
          fileName,
          dpi: 60,
        })
      ).body;
    const [first, second] = [await ask('first.pdf'), await ask('second.pdf')];
    expect([first.id, first.fileName, second.fileName]).toEqual([
      second.id,
      'first.pdf',
      'second.pdf',
    ]);
    await served.until(`/artworks/${first.id}`);
    const jobs = await Promise.all(
      [first, second].map(
        async ({ id, fileName }) =>
          (await served.call<Job>('POST', '/jobs', { ...body, artworkId: id, fileName })).body,
      ),
    );
    expect(jobs.map(({ fileName }) => fileName)).toEqual(['first.pdf', 'second.pdf']);
    const saved = await served.call<Job>('PUT', `/jobs/${jobs[1].id}`, {
      ...body,
      base: 1,
      artworkId: first.id,
    });
    expect(saved.body.fileName).toBe('second.pdf');
    const versions = await served.call<ArtworkVersion[]>('GET', `/jobs/${jobs[1].id}/artworks`);
    expect(versions.body.map(({ fileName }) => fileName)).toEqual(['second.pdf']);
  });
});

describe('text that no database takes', () => {
  it('is cleaned at the border: NUL and half characters', async () => {
    const name = 'Lab\u0000el \ud800 one';
    const { status, body: job } = await served.call<Job>('POST', '/jobs', {
      ...body,
      plan: { ...encodePlan(plan), name },
    });
    expect([status, job.plan.name]).toEqual([201, 'Label \ufffd one']);
  });
});

describe('a request that would take for ever', () => {
  it('is refused by the number that is too large, and others are answered meanwhile', async () => {
    const artwork = await served.rip(
      (await served.upload(await demo('kraft-tag').draw())).body.id,
      60,
    );
    const companions = Array.from({ length: 40 }, (_, i) => ({
      name: `x${i}`,
      width: 5,
      height: 5,
      copies: 100_000,
    }));
    const many = { ...plan, layout: { ...plan.layout, companions } };
    const job = await served.newJob(artwork.id, many);
    const begun = await served.call<{ id: string }>('POST', `/artworks/${artwork.id}/plates`, {
      plan: encodePlan(many),
    });
    await served.until(`/plates/${begun.body.id}`);
    const asked = performance.now();
    const paper = served.call<Problem>('GET', `/jobs/${job.id}/run-sheet.pdf`);
    const meanwhile = performance.now();
    await served.call('GET', '/shop');
    expect(performance.now() - meanwhile).toBeLessThan(1000);
    const { status, body: refused } = await paper;
    expect([status, refused.message]).toEqual([409, expect.stringContaining('4000')]);
    expect(performance.now() - asked).toBeLessThan(15_000);
  });

  it('of a file of commas is refused at once', async () => {
    const text = `job${','.repeat(1_900_000)}`;
    const asked = performance.now();
    const { status, body: refused } = await served.call<Problem>(
      'POST',
      `/machines/${plan.machine.id}/reports`,
      { text },
    );
    expect([status, refused.message]).toEqual([422, expect.stringContaining('The first line')]);
    expect(performance.now() - asked).toBeLessThan(5000);
  });
});
