import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  encodePlan,
  type Job,
  type PlateBuild,
  type ReportsTaken,
  type StoredReport,
} from '@kyanos/contract';
import { PROCESSES, WHITE_USE, type Machine, type Shop } from '@kyanos/core';
import { beforeAll, describe, expect, it } from 'vitest';
import { demo, useServer } from '../../test/served.ts';

const served = useServer();
const MACHINE = 'label-3';
const path = `/machines/${MACHINE}`;
const send = (text: string) => served.call<ReportsTaken>('POST', `${path}/reports`, { text });
const stored = async () => (await served.call<StoredReport[]>('GET', `${path}/reports`)).body;
const machine = async () =>
  (await served.call<Shop>('GET', '/shop')).body.machines.find(({ id }) => id === MACHINE)!;

let jobId: string;
beforeAll(async () => {
  const { plan, draw, fileName } = demo('orchard-label');
  const { body } = await served.upload(await draw());
  const artwork = await served.rip(body.id, 60, fileName);
  const begun = await served.call<PlateBuild>('POST', `/artworks/${artwork.id}/plates`, {
    plan: encodePlan(plan),
  });
  await served.until(`/plates/${begun.body.id}`);
  jobId = (await served.newJob(artwork.id, plan)).id;
});

describe('reports of finished jobs', () => {
  it('are put beside what their job was planned to take, and those of nobody are left with the reason', async () => {
    const { status, body } = await send(
      'job,finished,minutes,C,W\n"Orchard cordial, clear label",2026-11-20,95,8,25\nNobody’s,,,1,1\n',
    );
    expect(status).toBe(201);
    expect(body).toEqual({
      taken: 1,
      left: [{ job: 'Nobody’s', why: 'No job on the board has this name.' }],
    });
    const [{ report, jobId: of }] = await stored();
    expect(of).toBe(jobId);
    expect(report).toMatchObject({ minutes: 95, ml: { C: 8, W: 25 } });
    expect(report.planned.W!.solidM2).toBeGreaterThan(0.5);
    expect(report.plannedMinutes.sweep).toBeGreaterThan(10);
  });

  it('that can’t be read, or are for another machine, change nothing', async () => {
    const before = await stored();
    expect((await send('job,White\nOrchard,3\n')).body).toMatchObject({
      code: 'REPORT_WRONG',
      message: expect.stringContaining('no field "White"'),
    });
    const other = await served.call<ReportsTaken>('POST', '/machines/flatbed-2/reports', {
      text: JSON.stringify({ job: 'Orchard cordial, clear label', W: 3 }),
    });
    expect(other.body.left[0].why).toContain('planned on Label printer No. 3');
    expect((await served.call('GET', '/machines/none/reports')).status).toBe(404);
    expect(await stored()).toEqual(before);
  });

  it('change the machine only when they are taken over, and then once', async () => {
    for (let i = 0; i < 4; i++)
      await send(JSON.stringify({ job: 'Orchard cordial, clear label', W: 24 + i }));
    const was = await machine();
    expect(was.learnt).toBeUndefined();
    const { status, body } = await served.call<Machine>('POST', `${path}/learnt`, {
      subjects: ['W'],
    });
    expect(status).toBe(200);
    const laydown = ({ inks }: Machine) => inks.find(({ channel }) => channel === 'W')!.laydown;
    expect(laydown(body)).toBeGreaterThan(laydown(was));
    expect(await machine()).toEqual(body);
    expect(body.learnt!.inks.W!.reports).toBe(5);
    // Cyan was in one of them and stays as it was; white has nothing new to say.
    const again = await served.call<Machine>('POST', `${path}/learnt`, { subjects: ['W'] });
    expect(again.body).toEqual(body);
    expect((await stored()).every(({ report }) => report.learnt?.includes('W'))).toBe(true);
  });

  it('are learnt once by two who take over at the same moment', async () => {
    const was = await machine();
    const both = await Promise.all(
      [0, 1].map(() => served.call<Machine>('POST', `${path}/learnt`, { subjects: ['C'] })),
    );
    expect(both.map(({ status }) => status)).toEqual([200, 200]);
    expect(both[1].body.learnt!.inks.C).toEqual(both[0].body.learnt!.inks.C);
    expect((await machine()).learnt!.inks.C!.reports).toBe(1);
    // What was learnt of white before stays.
    expect((await machine()).learnt!.inks.W).toEqual(was.learnt!.inks.W);
  });

  it('are left out, counted or removed as somebody decides', async () => {
    const [{ id }] = await stored();
    await served.call('PUT', `/reports/${id}`, { use: false });
    expect((await stored())[0].report.use).toBe(false);
    await served.call('PUT', `/reports/${id}`, { use: null });
    expect((await stored())[0].report.use).toBeUndefined();
    expect((await served.call('DELETE', `/reports/${id}`)).status).toBe(204);
    expect(await stored()).toHaveLength(4);
    expect((await served.call('PUT', `/reports/${id}`, { use: true })).status).toBe(404);
  });
});

describe('papers of a job', () => {
  it.each([
    ['quote', true],
    ['inner-sheet', false],
    ['run-sheet', true],
    ['jig', false],
  ])('has its %s as PDF, with the print on it where it belongs: %s', async (name, pictured) => {
    const response = await fetch(`${served.base}/jobs/${jobId}/${name}.pdf`);
    expect(response.headers.get('content-type')).toBe('application/pdf');
    const pdf = Buffer.from(await response.arrayBuffer()).toString('latin1');
    expect(pdf.slice(0, 5)).toBe('%PDF-');
    expect(pdf.includes('/Subtype /Image')).toBe(pictured);
  });

  it('has the confirmation of what was ordered, whatever is changed afterwards', async () => {
    const paper = () => fetch(`${served.base}/jobs/${jobId}/order-confirmation.pdf`);
    expect(await (await paper()).json()).toMatchObject({ code: 'NOT_ORDERED' });
    const { body: job } = await served.call<Job>('GET', `/jobs/${jobId}`);
    const was = { state: 'quoted', due: null, priority: 'usual' };
    const order = (from: object, now: object) =>
      served.call('PUT', `/jobs/${jobId}/order`, { was: from, now });
    expect((await order(was, { ...was, state: 'accepted' })).status).toBe(200);
    const { body: next } = await served.call<Job>('PUT', `/jobs/${jobId}`, {
      plan: { ...job.plan, layout: { ...job.plan.layout, copies: 77 } },
      artworkId: job.artworkId,
      base: job.version,
    });
    expect(next.version).toBe(job.version + 1);
    const confirmed = async () => {
      const pdf = join(mkdtempSync(join(tmpdir(), 'ordered-')), 'paper.pdf');
      writeFileSync(pdf, Buffer.from(await (await paper()).arrayBuffer()));
      return execFileSync('pdftotext', ['-layout', pdf, '-']).toString();
    };
    expect(await confirmed()).toContain(`Version ${job.version} `);
    // Quoted anew, it is ordered as it is then.
    await order({ ...was, state: 'accepted' }, was);
    expect((await paper()).status).toBe(409);
    await order(was, { ...was, state: 'ready' });
    expect(await confirmed()).toContain(`Version ${next.version} `);
  });

  it('are refused with the reason while there is nothing to write on them', async () => {
    const bare = await served.newJob();
    const { status, body } = await served.call('GET', `/jobs/${bare.id}/quote.pdf`);
    expect([status, body]).toEqual([409, expect.objectContaining({ code: 'NO_ARTWORK' })]);
  });
});

describe('what a shop says once', () => {
  it('is kept by name, and what is wrong is refused by its field', async () => {
    expect((await served.call('GET', '/settings/processes')).body).toBeNull();
    const screen = { ...PROCESSES[0], plateEach: 5100 };
    await served.call('PUT', '/settings/processes', [screen]);
    expect((await served.call('GET', '/settings/processes')).body).toEqual([screen]);
    const white = { ...WHITE_USE, weeks: [{ ml: 20, jobs: 1 }], containers: [] };
    expect((await served.call('PUT', '/settings/white-use', white)).status).toBe(200);
    const wrong = await served.call<{ message: string }>('PUT', '/settings/white-use', {
      ...white,
      swapMl: -1,
    });
    expect([wrong.status, wrong.body.message]).toEqual([422, expect.stringContaining('swapMl')]);
    expect((await served.call('GET', '/settings/nothing')).status).toBe(404);
  });

  it('of a machine is kept for its next plans', async () => {
    const now = await machine();
    const next = { ...now, setupMinutes: 11 };
    await served.call('PUT', `/shop/machines/${MACHINE}`, next);
    expect((await machine()).setupMinutes).toBe(11);
    expect((await served.call('PUT', '/shop/machines/none', next)).status).toBe(404);
  });
});
