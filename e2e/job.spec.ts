import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { DEMO_JOBS } from '@kyanos/demo';
import { expect, test } from './shop.ts';

let folder: string;
test.beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'e2e-'));
});
test.afterAll(() => rmSync(folder, { recursive: true }));

const stage = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name }).click();
const saved = (page: Page, version: number) =>
  expect(page.getByTestId('save-state')).toHaveText(`Saved · version ${version}`);

/** A job of one's own, from a file to its first stage. */
async function drop(page: Page, id: string): Promise<void> {
  const job = DEMO_JOBS.find((candidate) => candidate.id === id)!;
  const path = join(folder, job.fileName);
  writeFileSync(path, await job.draw());
  await page.goto('/');
  await page.getByTestId('file').setInputFiles(path);
  await expect(page.getByRole('heading', { name: 'What is in the file?' })).toBeVisible({
    timeout: 60_000,
  });
}

test('a newcomer plans a real print from the file to the run sheet', async ({ page }) => {
  await drop(page, 'cafe-window');
  await expect(page.getByTestId('answer')).toContainText('600.0 × 420.0 mm finished');
  await expect(page.getByTestId('ledger')).toContainText('Price');

  await stage(page, 'Material');
  await page.getByRole('radio', { name: /Clear window film/ }).click();
  await page.getByRole('radio', { name: /Roll printer No. 1/ }).click();

  await stage(page, 'Stack');
  await expect(page.getByRole('radio', { name: /Five layers/ })).toContainText('at most 3 layers');
  await page.getByRole('radio', { name: /White over colour, read through/ }).click();
  await expect(page.getByRole('figure', { name: 'Core sample' })).toContainText('printed mirrored');
  await expect(page.getByTestId('look')).toBeVisible();
  await expect(page.getByTestId('look-numbers')).toContainText('Opacity of the print');

  await stage(page, 'Plates');
  await expect(page.getByTestId('answer')).toContainText(
    'White lies on 100.0 % of the print, 2,520',
  );
  await page.getByRole('combobox', { name: 'Prints' }).click({ force: true });
  await page.getByRole('option', { name: 'Under the image', exact: true }).click();
  await expect(page.getByTestId('plate-state')).toHaveText('Measured at full size.', {
    timeout: 60_000,
  });
  await expect(page.getByTestId('answer')).toContainText(/White lies on 3\d\.\d % of the print/);

  await stage(page, 'Trips');
  await page.getByRole('radio', { name: /One trip for each layer(?!,)/ }).click();
  await expect(
    page.getByRole('alert').or(page.getByText('Wet white smears')).first(),
  ).toBeVisible();
  await page.getByLabel('Drying between trips').fill('15');
  await page.getByLabel('Drying between trips').blur();
  await expect(page.getByText('Wet white smears')).toBeHidden();
  await expect(page.getByTestId('answer')).toContainText('2 trips');

  await stage(page, 'Cost');
  await page.getByRole('button', { name: /^Price: / }).click();
  await expect(page.getByTestId('working')).toContainText(
    'cost × (1 + markup), at least the minimum',
  );
  await page.keyboard.press('Escape');

  await stage(page, 'Run sheet');
  await expect(
    page.getByRole('heading', { name: 'Before trip 2: put the settings back' }),
  ).toBeVisible();
  await expect(page.getByText('MIRRORED').first()).toBeVisible();
  const pdf = page.getByRole('link', { name: 'PDF' });
  await expect(pdf).toHaveAttribute('href', /run-sheet\.pdf/, { timeout: 60_000 });
  const answer = await page.request.get((await pdf.getAttribute('href'))!);
  expect(answer.headers()['content-type']).toBe('application/pdf');

  // Leaving at any point loses nothing.
  await page.reload();
  await expect(
    page.getByRole('heading', { name: 'Before trip 2: put the settings back' }),
  ).toBeVisible();
});

test('two people at one job are told, and neither is overwritten', async ({ browser, page }) => {
  await drop(page, 'brushed-plate');
  await saved(page, 1);
  const other = await (await browser.newContext()).newPage();
  await other.goto(page.url());
  await saved(other, 1);

  await page.getByLabel('Name of the job').fill('Ann’s name');
  await page.getByLabel('Name of the job').blur();
  await saved(page, 2);
  await other.getByLabel('Name of the job').fill('Ben’s name');
  await other.getByLabel('Name of the job').blur();
  const dialog = other.getByRole('alertdialog');
  await expect(dialog).toContainText('changed this job too');
  await dialog.getByRole('button', { name: 'Save mine on top' }).click();
  await saved(other, 3);

  await page.getByLabel('Name of the job').fill('Ann again');
  await page.getByLabel('Name of the job').blur();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Go on with theirs' }).click();
  await expect(page.getByLabel('Name of the job')).toHaveValue('Ben’s name');
});

test('what is typed while the server is away is kept, and saved when it is back', async ({
  page,
}) => {
  await drop(page, 'brushed-plate');
  await saved(page, 1);
  await page.route('**/api/jobs/*', (route) => route.abort());
  await page.getByLabel('Name of the job').fill('Typed in a storm');
  await page.getByLabel('Name of the job').blur();
  await expect(page.getByTestId('save-state')).toContainText('does not answer');
  await page.unroute('**/api/jobs/*');
  await saved(page, 2);
  await page.reload();
  await expect(page.getByLabel('Name of the job')).toHaveValue('Typed in a storm');
});

test('a file that is no artwork gets a sentence, and the board stays', async ({ page }) => {
  const path = join(folder, 'letter.pdf');
  writeFileSync(path, '%PDF-1.7 torn');
  await page.goto('/');
  await page.getByTestId('file').setInputFiles(path);
  await expect(page.getByRole('alert')).toContainText('damaged or ends too early');
  await expect(page.getByText('Orchard cordial, clear label')).toBeVisible();
});

test('a near miss of a spot name is mapped with one click', async ({ page }) => {
  await drop(page, 'privacy-band');
  await expect(
    page
      .getByText('prints nothing: Roll printer No. 1 wants “White”')
      .or(page.getByText(/"white" prints nothing/))
      .first(),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Use "white" as white' }).click();
  await expect(page.getByText(/"white" prints nothing/)).toBeHidden();
});

test('a customer’s file is looked through: probe, channels, findings, and both sides of a knockout', async ({
  page,
}) => {
  await drop(page, 'night-market');
  const picture = page.getByTestId('page');
  await expect(picture).toHaveAttribute('data-drawn', 'yes');

  // The probe answers at the pointer, and moves by key.
  const bounds = (await picture.boundingBox())!;
  await page.mouse.move(bounds.x + bounds.width / 2, bounds.y + bounds.height * 0.76);
  await expect(page.getByTestId('here-Yellow')).toHaveText(/^9\d %$/);
  await picture.press('Enter');
  await expect(page.getByRole('button', { name: 'Take point 1 off' })).toBeVisible();
  const before = await page.getByTestId('probe').textContent();
  await picture.press('Shift+ArrowUp');
  await expect(page.getByTestId('probe')).not.toHaveText(before!);

  // A separation is switched off by its key, and all come back.
  const yellow = page.getByRole('button', { name: 'Show Yellow' });
  await page.keyboard.press('y');
  await expect(yellow).toHaveAttribute('aria-pressed', 'false');
  await page.keyboard.press('a');
  await expect(yellow).toHaveAttribute('aria-pressed', 'true');

  // The name is mapped; then the knockout is an error, seen side by side, and mended without touching the file.
  await stage(page, 'Material');
  await page.getByRole('radio', { name: /Black board/ }).click();
  await page.getByRole('radio', { name: /Flatbed No. 2/ }).click();
  await stage(page, 'Artwork');
  await page.getByRole('button', { name: 'Use "White " as white' }).click();
  await stage(page, 'Stack');
  await page.getByRole('radio', { name: /White under colour/ }).click();
  await stage(page, 'Artwork');
  await page.getByRole('button', { name: 'Show where' }).first().click();
  await expect(page.getByTestId('looked')).toContainText('"White " is missing');
  await page.getByRole('button', { name: 'Compare' }).click();
  const dialog = page.getByRole('dialog', { name: /Should “White␣” and colour both print/ });
  await expect(dialog.getByRole('img', { name: 'The print with both kept' })).toBeVisible();
  await dialog.getByRole('button', { name: 'Keep both in our plates' }).click();
  await expect(page.getByText(/Our plates keep both/)).toBeVisible();
});

test('the files for the machine are made and fetched', async ({ page }) => {
  await page.goto('/');
  await page.getByText('Orchard cordial, clear label').click();
  await stage(page, 'Plates');
  await page.getByRole('button', { name: 'Make the files' }).click();
  const download = page.getByTestId('download');
  await expect(download).toContainText(/Download, \d+\.\d MB/, { timeout: 60_000 });
  const [file] = await Promise.all([page.waitForEvent('download'), download.click()]);
  expect(file.suggestedFilename()).toBe('Orchard cordial, clear label.zip');
});

test('a first picture is on screen before the plates are made', async ({ page }) => {
  const path = join(folder, 'large.pdf');
  writeFileSync(path, await DEMO_JOBS.find(({ id }) => id === 'hanging-sign')!.draw());
  await page.goto('/');
  await page.getByRole('combobox', { name: 'Plates of a PDF at' }).click({ force: true });
  await page.getByRole('option', { name: '720' }).click();
  await page.getByTestId('file').setInputFiles(path);
  const look = page.getByRole('img', { name: 'A first, rough look at the file' });
  // The demo's own files may stand before it in the queue.
  await expect(look).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole('progressbar')).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(look).toBeHidden();
});

test('a corrected file keeps the plan, and what it changed is told', async ({ page }) => {
  await drop(page, 'kraft-tag');
  await saved(page, 1);
  await page.getByLabel('Name of the job').fill('Tag, second try');
  await page.getByLabel('Name of the job').blur();
  await saved(page, 2);
  const other = DEMO_JOBS.find(({ id }) => id === 'orchard-label')!;
  const path = join(folder, 'corrected.pdf');
  writeFileSync(path, await other.draw());
  await page.getByTestId('file').setInputFiles(path);
  const change = page.getByTestId('versions');
  await expect(change).toContainText('70.0 × 110.0 mm → 90.0 × 120.0 mm', { timeout: 60_000 });
  await expect(change).toContainText('“Silver”');
  await expect(change).toContainText(/\d+\.\d % of the page differs/);
  await expect(page.getByLabel('Name of the job')).toHaveValue('Tag, second try');
});

test('white that is missing under an eye is told before it costs a sheet', async ({ page }) => {
  await page.goto('/');
  await page.getByText('Stage portrait on black board').click();
  await page.getByRole('button', { name: '1 to decide' }).click();
  await expect(
    page
      .getByText(/\d places inside the image, \d\.\d\d cm² in all, have no ink and so no white/)
      .last(),
  ).toBeVisible();
});

test('stages, lamp and side can be reached by key', async ({ page }) => {
  await page.goto('/');
  await page.getByText('Hanging sign, two pictures').click();
  await expect(page.getByText('Seen from the front, on white.')).toBeVisible();
  await page.keyboard.press('f');
  await expect(page.getByText('Seen from the back, on white.')).toBeVisible();
  await page.keyboard.press('l');
  await expect(page.getByText('Seen from the back, lamp behind only.')).toBeVisible();
  await page.keyboard.press('6');
  await expect(
    page.getByRole('heading', { name: 'What does it cost, and what is the price?' }),
  ).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('heading', { name: 'Keys' })).toBeVisible();
});

test('the board says what is due and how far a job is, and both are changed on it', async ({
  page,
}) => {
  await page.goto('/');
  const order = page.getByRole('button', { name: /^Pearl menu card: .*Change$/ });
  await expect(order).toContainText('Quoted');
  await expect(order).toContainText('No due time');
  await order.click();
  await page.getByLabel('Due', { exact: true }).fill('2031-05-06T14:30');
  await page.getByLabel('Due', { exact: true }).blur();
  await expect(order).toContainText('Due Tue 6 May, 14:30');
  await page.getByRole('option', { name: 'Delivered' }).click();
  await expect(order).toContainText('Delivered');

  // What is delivered is no open job any more; it is found among all.
  await page.reload();
  await expect(page.getByText('Harbour at dusk, light box')).toBeVisible();
  await expect(order).toHaveCount(0);
  await page.getByRole('combobox', { name: 'Show' }).click({ force: true });
  await page.getByRole('option', { name: 'All jobs' }).click();
  await expect(order).toContainText('Delivered');
  await order.click();
  await page.getByRole('option', { name: 'Quoted' }).click();
  await expect(order).toContainText('Quoted');
});

test('a job is printed again as a new one, with its artwork and plan, and a lot of its own to choose', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: /^Privacy band, white only: .*Change$/ }).click();
  await page.getByRole('button', { name: 'Print it again' }).click();
  await expect(page).toHaveURL(/\/jobs\/[0-9a-f-]+\/material$/);
  await expect(page.getByTestId('ledger')).toContainText('Price');
  const id = /jobs\/([0-9a-f-]+)/.exec(page.url())![1];
  const read = async (path: string) => (await (await page.request.get(path)).json()) as never;
  const {
    plan,
    artworkId,
  }: { plan: { name: string; lot: string; stack: string }; artworkId: string } = await read(
    `/api/jobs/${id}`,
  );
  expect(plan.name).toBe('Privacy band, white only, again');
  expect(plan.lot).toBe('');
  const { jobs }: { jobs: Record<'id' | 'name' | 'artworkId' | 'stack' | 'state', string>[] } =
    await read('/api/jobs?search=privacy&limit=9');
  const first = jobs.find(({ name }) => name === 'Privacy band, white only')!;
  expect(first.artworkId).toBe(artworkId);
  const own = jobs.find((job) => job.id === id)!;
  expect([own.stack, own.state]).toEqual([first.stack, 'quoted']);
  // Out of the way of the other journeys.
  const was = { state: 'quoted', due: null, priority: 'usual' };
  const now = { ...was, state: 'cancelled' };
  expect((await page.request.put(`/api/jobs/${id}/order`, { data: { was, now } })).ok()).toBe(true);
});
