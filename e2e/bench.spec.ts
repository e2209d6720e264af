import { fork, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { APIRequestContext, Page } from '@playwright/test';
import { copyOf } from './ownJob.ts';
import { expect, test } from './shop.ts';

test.describe.configure({ mode: 'serial' });

const PRESS = new URL('../.cache/programs/press.js', import.meta.url);
const MACHINE = 'label-3';
const data = mkdtempSync(join(tmpdir(), 'kyanos-e2e-press-'));
let press: ChildProcess;
let uri: string;

test.beforeAll(async () => {
  const options = ['--machine', MACHINE, '--pace', '2000', '--data', data];
  press = fork(PRESS, options, { silent: true, execArgv: [] });
  const line = await new Promise<string>((done) =>
    press.stdout!.once('data', (bytes: Buffer) => done(bytes.toString())),
  );
  uri = /ipp:\S+/.exec(line)![0];
});
test.afterAll(async () => {
  const ended = new Promise((done) => press.once('exit', done));
  press.kill('SIGTERM');
  await ended;
  rmSync(data, { recursive: true });
});

/** A job of one's own that is to be printed on the label printer. */
async function accepted(request: APIRequestContext, name: string): Promise<void> {
  const { id } = await copyOf(request, 'Orchard cordial, clear label', name);
  const was = { state: 'quoted', due: null, priority: 'usual' };
  const now = { ...was, state: 'accepted' };
  expect((await request.put(`/api/jobs/${id}/order`, { data: { was, now } })).status()).toBe(200);
}
async function atBench(page: Page, name: string): Promise<void> {
  await page.goto(`/queue/bench/${MACHINE}`);
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await expect(page.getByTestId('now')).toContainText(name);
}

test('an address is kept once a printer answers there, and the job is printed from the bench', async ({
  page,
  request,
}) => {
  const name = 'Cordial from the bench';
  await accepted(request, name);
  await page.goto('/queue');
  await page.getByRole('button', { name: 'Printers' }).click();
  const address = page.getByLabel('Address of Label printer No. 3');
  await address.fill('ipp://127.0.0.1:9/ipp/print');
  await address.press('Enter');
  await expect(page.getByRole('alert')).toContainText('The printer does not answer.');
  await address.fill(uri);
  await address.press('Enter');
  await expect(page.getByText('Label printer No. 3 answers: Idle')).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();

  await atBench(page, name);
  const checks = page.getByRole('checkbox');
  await expect(page.getByTestId('now')).toContainText('checks are still to be ticked');
  await checks.first().check();
  await page.reload();
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await expect(checks.first()).toBeChecked();
  await expect(page.getByTestId('printer')).toContainText('mL');

  await page.getByRole('button', { name: 'Send to the printer' }).click();
  await expect(page.getByTestId('press')).toContainText(/copies/);
  await expect(page.getByRole('button', { name: new RegExp(name) })).toHaveCount(0, {
    timeout: 60_000,
  });
  const list = await request.get('/api/jobs', { params: { search: name } });
  const { jobs } = (await list.json()) as { readonly jobs: readonly { readonly state: string }[] };
  expect(jobs[0].state).toBe('done');
  await request.put('/api/settings/printers', { data: {} });
});

test('a job without a printer is begun by hand, rests, and is done with what the operator knows of it', async ({
  page,
  request,
}) => {
  const name = 'Cordial by hand';
  await accepted(request, name);
  await atBench(page, name);
  await page.getByRole('button', { name: 'Start by hand' }).click();
  await page.getByRole('button', { name: 'Pause', exact: true }).click();
  await expect(page.getByText(/^Paused since/)).toBeVisible();
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByText(/^Paused since/)).toBeHidden();
  await page.getByRole('button', { name: /^One spoilt/ }).click();
  await expect(page.getByRole('button', { name: 'One spoilt (so far 1)' })).toBeVisible();
  await page.getByRole('button', { name: 'It is printed' }).click();
  await expect(page.getByLabel('Spoilt copies')).toHaveValue('1');
  await page.getByLabel('White used').fill('12.5');
  await page.getByRole('button', { name: 'It is printed' }).click();
  await expect(page.getByText(/W 12\.5 mL/)).toBeVisible();
  await expect(page.getByRole('button', { name: new RegExp(name) })).toHaveCount(0);
});

test('a note stands beside a job, and a job is put away and taken back', async ({
  page,
  request,
}) => {
  const name = 'Cordial with a note';
  await copyOf(request, 'Orchard cordial, clear label', name);
  await page.goto('/');
  await page.getByRole('searchbox', { name: 'Find a job' }).fill(name);
  await page.getByRole('button', { name: 'As a list' }).click();
  const order = page.getByRole('button', { name: new RegExp(`^${name}:`) });
  await order.click();
  const notes = page.getByLabel('Notes');
  await notes.fill('Blue tape, not the red one');
  await notes.blur();
  await page.keyboard.press('Escape');
  await page.reload();
  await page.getByRole('searchbox', { name: 'Find a job' }).fill(name);
  await expect(page.getByText('Blue tape, not the red one')).toBeVisible();
  await order.click();
  await page.getByRole('button', { name: 'Put away' }).click();
  await expect(page.getByText('Blue tape, not the red one')).toBeHidden();
  await page.getByRole('combobox', { name: 'Show' }).click({ force: true });
  await page.getByRole('option', { name: 'Put away' }).click();
  await expect(page.getByText('Blue tape, not the red one')).toBeVisible();
  await order.click();
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(page.getByText('Blue tape, not the red one')).toBeHidden();
  await page.getByRole('button', { name: 'As cards' }).click();
});
