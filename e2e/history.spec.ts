import { readFileSync } from 'node:fs';
import { openOwn } from './ownJob.ts';
import { expect, test } from './shop.ts';

const DEMO = 'Orchard cordial, clear label';

test('a job tells what each version changed, is compared, and an earlier one is brought back', async ({
  page,
}) => {
  const was = await openOwn(page, DEMO, 'trips');
  const name = page.getByLabel('Name of the job');
  await name.fill('Another name');
  await name.press('Tab');
  await expect(page.getByTestId('save-state')).toHaveText('Saved · version 2');
  const id = /jobs\/([^/]+)\//.exec(page.url())![1];
  await page.request.put(`/api/jobs/${id}/notes`, {
    data: { was: '', now: 'Ask for the bottle.' },
  });
  await page.getByRole('button', { name: 'History of this job' }).click();
  const history = page.getByRole('dialog');
  await expect(history.getByText(`name ${was} → Another name`)).toBeVisible();
  await expect(history.getByText(/by Bench 1/)).toBeVisible();
  await expect(history.getByText('Notes: Ask for the bottle.')).toBeVisible();
  await history.getByRole('button', { name: 'Compare with now' }).click();
  await expect(history.getByText('Since then')).toBeVisible();
  await history.getByRole('button', { name: 'Bring back' }).click();
  await expect(page.getByTestId('save-state')).toHaveText('Saved · version 3');
  await expect(name).toHaveValue(was);
});

test('a job is written as one file and dropped on a board', async ({ page }) => {
  const name = await openOwn(page, DEMO, 'material');
  await page.goto('/');
  await page.getByRole('searchbox', { name: 'Find a job' }).fill(name);
  await page.getByRole('button', { name: new RegExp(`^${name}: .*Change$`) }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Job as one file' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe(`${name.replace(' ', '-')}.kyanos-job.zip`);
  const buffer = readFileSync(await download.path());
  await page.keyboard.press('Escape');
  await page.getByTestId('file').setInputFiles({
    name: download.suggestedFilename(),
    mimeType: 'application/zip',
    buffer,
  });
  await expect(page).toHaveURL(/\/jobs\/.*artwork/);
  await expect(page.getByLabel('Name of the job')).toHaveValue(name);
  // Off the board: its notes are in the language in which it was taken in.
  const [, id] = /jobs\/([0-9a-f-]+)/.exec(page.url())!;
  const away = await page.request.put(`/api/jobs/${id}/away`, { data: { away: true } });
  expect(away.status()).toBe(204);
});
