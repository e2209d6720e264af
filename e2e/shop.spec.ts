/** A stranger's shop, from nothing to a priced job: a server and a database of its own. */
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test, type Page } from '@playwright/test';
import { DEMO_JOBS } from '@kyanos/demo';
import { App } from './app.ts';

const SHOP = fileURLToPath(new URL('../.cache/programs/shop.js', import.meta.url));

test.describe.configure({ mode: 'serial' });

let folder: string;
let app: App;

test.beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'e2e-shop-'));
  app = await App.start(['--no-demo']);
});
test.afterAll(async () => {
  await app.remove();
  rmSync(folder, { recursive: true, force: true });
});

const section = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Sections of the shop' })
    .getByRole('link', { name })
    .click();
const number = (page: Page, label: string) => page.getByLabel(label, { exact: true });

test('a stranger sets a printer of nine inks up, plans and quotes a job, from an empty shop', async ({
  page,
}) => {
  await page.goto(app.url);
  await expect(
    page.getByRole('heading', { name: 'First, your shop in ten answers' }),
  ).toBeVisible();
  // From the keyboard alone: field after field.
  await page.keyboard.type('Quay Street Signs');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.type('Bed of nine');
  await page.keyboard.press('Tab');
  // A list that still closes has the keys.
  const closed = () => expect(page.getByRole('option')).toHaveCount(0);
  const kind = page.locator('.v-select', { hasText: 'Kind of machine' });
  await expect(async () => {
    await page.keyboard.press('ArrowDown');
    await page.getByRole('option', { name: 'Flatbed, UV ink' }).press('Enter', { timeout: 5000 });
    await closed();
    // The list moves the focus once more as it opens: the keys may have been another's.
    await expect(kind).toContainText('Flatbed, UV ink', { timeout: 1000 });
  }).toPass({ timeout: 60_000 });
  await page.keyboard.press('Tab');
  await expect(number(page, 'Print width')).toBeFocused();
  await page.keyboard.type('900');
  await page.keyboard.press('Tab');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('option').first()).toBeVisible();
  for (const name of ['Light cyan and light magenta', 'Orange', 'Violet']) {
    // Down the list to it, as a hand on the keys does: the list itself moves the focus as well.
    const at = page.locator('[role="option"]:focus');
    await expect(async () => {
      // It may have gone between the two looks: nothing else would bring it back.
      const here = (await at.count()) === 1 ? await at.textContent({ timeout: 1000 }) : '';
      if (!here!.includes(name)) await page.keyboard.press('ArrowDown');
      expect(here).toContain(name);
    }).toPass({ intervals: [50], timeout: 60_000 });
    // By its name: the list may have moved the focus once more since.
    await page.getByRole('option', { name }).press('Enter');
    await expect(page.getByRole('option', { name })).toHaveAttribute('aria-selected', 'true');
  }
  await page.keyboard.press('Escape');
  await closed();
  await page.getByRole('button', { name: 'Begin' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Drop artwork here to begin a job')).toBeVisible();
  await expect(page.getByText('0 jobs at Quay Street Signs')).toBeVisible();

  await page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: 'Shop' }).click();
  await expect(page.getByText(/figures of Bed of nine are assumed/)).toBeVisible();
  await expect(page.getByText('Ink set: 9 inks')).toBeVisible();
  // What is typed takes the place of what stood there.
  await expect(number(page, 'Print width')).toHaveValue('900.0');
  await number(page, 'Acceleration').fill('5200');
  await page.getByLabel('Carriage sweeps').click({ force: true });
  await page.getByRole('option', { name: 'the whole bed' }).click();
  await page.getByLabel('White is moved by hand between two slots').check();
  const spotName = async (name: string) => {
    await page.getByRole('button', { name: 'White', exact: true }).click();
    await page.getByLabel('Spot name the machine wants').fill(name);
    await page.getByRole('button', { name: 'Done' }).click();
    // One that still closes has a field of that name too, which nothing follows any more.
    await expect(page.getByRole('dialog')).toHaveCount(0);
  };
  await spotName('');
  // Told while it is typed, and not saved so.
  await expect(page.getByRole('alert')).toContainText('White has no spot name');
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled();
  await spotName('White');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('revision 2, by Bench 1')).toBeVisible();

  const job = DEMO_JOBS.find(({ id }) => id === 'cafe-window')!;
  const path = join(folder, job.fileName);
  writeFileSync(path, await job.draw());
  await page.getByRole('navigation', { name: 'Rooms' }).getByRole('link', { name: 'Jobs' }).click();
  await page.getByTestId('file').setInputFiles(path);
  await expect(page.getByRole('heading', { name: 'What is in the file?' })).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByTestId('ledger')).toContainText('Price');
  const stages = page.getByRole('navigation', { name: 'Stages' });
  await stages.getByRole('link', { name: 'Cost' }).click();
  await expect(page.getByRole('button', { name: 'Light cyan' })).toBeVisible();
  const quote = page.getByRole('link', { name: 'Quote' });
  await expect(quote).toHaveAttribute('href', /quote\.pdf/, { timeout: 60_000 });
  // The plates are being built at full size.
  await expect
    .poll(
      async () => {
        const answer = await page.request.get(app.url + (await quote.getAttribute('href'))!);
        return answer.ok() ? answer.headers()['content-type'] : answer.text();
      },
      { timeout: 60_000 },
    )
    .toContain('application/pdf');
});

test('a price that the shop changes is told at the job with what it does, and taken over', async ({
  page,
}) => {
  await page.goto(`${app.url}/shop`);
  await number(page, 'Machine rate').fill('60');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  const behind = page.getByRole('status').filter({ hasText: 'it as it was before' });
  await expect(behind).toContainText('1 job has it');
  await behind.getByRole('link').click();
  const notice = page.getByRole('status').filter({ hasText: 'The shop’s own has moved on' });
  await expect(notice).toContainText('Machine rate 25.00 → 60.00');
  await expect(notice).toContainText(/The price of this job becomes \$[\d,.]+, \+\$/);
  await notice.getByRole('button', { name: 'Take it over' }).click();
  await expect(notice).toBeHidden();
  await expect(page.getByTestId('save-state')).toContainText('Saved');

  // Back with one click, and on to every job.
  await page.goto(`${app.url}/shop`);
  await page.getByRole('button', { name: 'Revisions' }).click();
  await page.getByRole('button', { name: 'Have this back' }).first().click();
  await page.getByRole('button', { name: 'Take it over in all of them' }).click();
  await expect(page.getByText('1 job has it now, each as a new version.')).toBeVisible();
});

test('the white ladder is printed, read and taken over, and the look says that it is measured', async ({
  page,
}) => {
  await page.goto(`${app.url}/shop/forms`);
  const form = page.getByRole('link', { name: /^The form, / });
  await expect(form).toHaveAttribute('href', /white-ladder\.pdf/);
  const pdf = await page.request.get(app.url + (await form.getAttribute('href'))!);
  expect(pdf.headers()['content-type']).toContain('application/pdf');
  const text = (lightness: Readonly<Record<string, number>>) => {
    const rows = Object.entries(lightness).map(([id, l]) => `${id}\t${l}\t0\t-1`);
    return `CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_ID\tLAB_L\tLAB_A\tLAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n${rows.join('\n')}\nEND_DATA\n`;
  };
  const put = (backing: string, name: string, content: string) =>
    page.getByTestId(`measurement-${backing}`).setInputFiles({
      name,
      mimeType: 'text/plain',
      buffer: Buffer.from(content),
    });
  const black = text({ W30x1: 64.6, W60x1: 75.8, W100x1: 82.1 });
  await put('black', 'half.txt', black.replace('\nEND_DATA\n', '\n'));
  await expect(page.getByRole('alert')).toContainText('END_DATA is missing');
  await put('black', 'black.txt', black);
  await put('white', 'white.txt', text({ W30x1: 93.9, W60x1: 94, W100x1: 94.1 }));
  const fit = page.getByTestId('fit');
  await expect(fit).toContainText(/A solid of white hides \d+\.\d %/, { timeout: 60_000 });
  await expect(fit).toContainText('ΔE2000 apart on the average');
  await fit.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.getByText('Taken over, as a new revision.')).toBeVisible();
  await expect(page.getByRole('option', { name: /White ladder/ })).toContainText('read on 20');
  await page.getByRole('option', { name: /Total ink wedge/ }).click();
  await page.getByRole('radio', { name: '280 %' }).click();
  await expect(fit).toContainText('At most 280 % of ink dries');
});

test('a slash finds jobs and the things of the shop by words', async ({ page }) => {
  await page.goto(app.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.keyboard.press('/');
  const dialog = page.getByRole('dialog', { name: 'Find' });
  await dialog.getByRole('searchbox').fill('nine');
  await expect(dialog.getByRole('option')).not.toHaveCount(0);
  await dialog.getByRole('searchbox').fill('clear film');
  await expect(dialog.getByRole('option', { name: /Material Clear film/ })).toBeVisible();
  await dialog.getByRole('option', { name: /Material Clear film/ }).click();
  await expect(page.getByRole('heading', { name: 'What does the shop print on?' })).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Clear film');
});

test('the shop goes out as a file and comes in as one, on a tablet and in the shell', async ({
  page,
}) => {
  await page.setViewportSize({ width: 820, height: 1180 });
  await page.goto(`${app.url}/shop`);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export the shop' }).click(),
  ]);
  const path = join(folder, 'shop.json');
  await download.saveAs(path);
  const file = JSON.parse(readFileSync(path, 'utf8')) as {
    machines: { id: string; data: { name: string; hourRate: number } }[];
  };
  file.machines[0].data.hourRate = 4200;
  file.machines.push({ ...file.machines[0], id: 'second' });
  writeFileSync(path, JSON.stringify(file));
  await page.getByTestId('shop-file').setInputFiles(path);
  const dialog = page.getByRole('dialog', { name: 'Take a file in' });
  await expect(dialog).toContainText('Machine rate 25.00 → 42.00');
  await expect(dialog).toContainText('is new');
  await dialog.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByRole('option')).toHaveCount(2);
  await section(page, 'Materials');
  await expect(page.getByText('2 in use.')).toBeVisible();

  const run = (...args: string[]) =>
    new Promise<{ code: number | null; out: string }>((done) => {
      const child = spawn('node', [SHOP, ...args], {
        cwd: folder,
        env: { ...process.env, DATABASE_URL: app.databaseUrl },
      });
      let out = '';
      child.stdout.on('data', (part: Buffer) => (out += part.toString()));
      child.stderr.on('data', (part: Buffer) => (out += part.toString()));
      child.once('exit', (code) => done({ code, out }));
    });
  expect(await run('import', 'shop.json', '--preview')).toMatchObject({
    code: 0,
    out: expect.stringMatching(/^same +machine: Bed of nine$/m),
  });
  expect((await run('export', '--machine', 'second', '--out', 'one.json')).code).toBe(0);
  expect(await run('validate', 'one.json')).toMatchObject({ code: 0 });
  writeFileSync(join(folder, 'odd.json'), '{"kyanosShop": 1, "machines": [{"id": "x"}]}');
  expect(await run('import', 'odd.json')).toMatchObject({
    code: 2,
    out: expect.stringContaining('machines.0.data'),
  });
  expect(await run('validate', 'none.json')).toMatchObject({ code: 2 });
});
