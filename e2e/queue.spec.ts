import type { Page } from '@playwright/test';
import { expect, test } from './shop.ts';

const bars = (page: Page) => page.locator('[data-task]');
/** Names of the jobs on a machine, in order. */
const lane = (page: Page, machine: string) =>
  page
    .getByRole('group', { name: new RegExp(`^${machine}`) })
    .locator('[data-task]')
    .allTextContents();
const named = (list: readonly string[]) => list.map((name) => name.trim().split(',')[0]);

test.describe.configure({ mode: 'serial' });

/** Of the demo, its plates built; journeys before these have made others. */
const QUOTE = 'Stage portrait on black board';

test.beforeEach(async ({ page, request }) => {
  await request.put('/api/settings/queue', { data: { machines: {}, pins: {}, apart: [] } });
  // Somebody is there all day and every day: the journey is the same whenever it is run.
  const shift = [{ from: '00:00', to: '23:59' }];
  await request.put('/api/settings/hours', {
    data: {
      week: Array.from({ length: 7 }, () => shift),
      closed: [],
      operators: 1,
      racks: 4,
      overnight: true,
      materialMinutes: 6,
    },
  });
  // On a slow machine plates of the demo may still be being built.
  const standing = async () => {
    const queue = await (await request.get('/api/queue')).json();
    return (queue as { readonly tasks: readonly unknown[] }).tasks.length;
  };
  await expect.poll(standing, { timeout: 120_000 }).toBe(5);
  await page.goto('/queue');
  await expect(bars(page)).toHaveCount(5);
});

test('a job is dragged to another place; what that does is told, kept, and taken back', async ({
  page,
}) => {
  const before = named(await lane(page, 'Roll printer'));
  expect(before).toHaveLength(3);
  const first = bars(page).first();
  const from = (await first.boundingBox())!;
  const last = (await bars(page).nth(2).boundingBox())!;
  await page.mouse.move(from.x + 12, from.y + 12);
  await page.mouse.down();
  await page.mouse.move(last.x + last.width + 40, from.y + 14, { steps: 8 });
  await expect(page.getByTestId('effect')).toContainText('The move:');
  await page.mouse.up();
  await expect(page.getByTestId('effect')).toContainText('Last move:');
  const moved = [before[1], before[2], before[0]];
  expect(named(await lane(page, 'Roll printer'))).toEqual(moved);
  await page.waitForResponse(
    (answer) => answer.url().endsWith('/api/settings/queue') && answer.request().method() === 'PUT',
  );
  await page.reload();
  await expect(bars(page)).toHaveCount(5);
  expect(named(await lane(page, 'Roll printer'))).toEqual(moved);

  await bars(page).first().press('ArrowRight');
  expect(named(await lane(page, 'Roll printer'))).toEqual([moved[1], moved[0], moved[2]]);
  await page.keyboard.press('Control+z');
  await expect.poll(async () => named(await lane(page, 'Roll printer'))).toEqual(moved);
});

test('a job goes to another machine by key, is pinned, and its first trip is printed apart', async ({
  page,
}) => {
  const bar = page.getByRole('button', { name: /^Harbour at dusk/ });
  await bar.focus();
  await page.keyboard.press('ArrowDown');
  await expect(bar).toBeFocused();
  expect(named(await lane(page, 'Flatbed'))).toContain('Harbour at dusk');
  await page.keyboard.press('p');
  await expect(page.getByRole('button', { name: /^Harbour at dusk.*pinned/ })).toBeFocused();
  await page.keyboard.press('ArrowUp');
  expect(named(await lane(page, 'Flatbed'))).toContain('Harbour at dusk');
  await bar.click();
  await expect(page.getByText('Pinned here by hand.')).toBeVisible();
  await page.getByRole('button', { name: 'Let it move again' }).click();
  // It has one trip here; another has two.
  await expect(page.getByRole('button', { name: 'Print the first trip apart' })).toBeHidden();
  await page.getByRole('button', { name: /^Café window/ }).click();
  await page.getByRole('button', { name: 'Print the first trip apart' }).click();
  await expect(bars(page)).toHaveCount(6);
  await expect(page.getByRole('button', { name: /^Café window.*second trip/ })).toBeVisible();
});

test('the best orders are found beside the one that stands, and one is taken', async ({ page }) => {
  await page.getByRole('button', { name: 'Find the best order' }).click();
  const least = page.locator('section', {
    has: page.getByRole('heading', { name: 'Least changeover' }),
  });
  await expect(page.getByRole('heading', { name: 'White gathered' })).toBeVisible();
  await least.getByRole('button', { name: 'Take this order' }).click();
  await expect(page.getByTestId('effect')).toContainText('Last move: −');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled();
});

test('a quote is promised for a time, and whoever moves on an old queue is told', async ({
  page,
  request,
}) => {
  // It is chosen before the queue has come.
  await page.route('**/api/queue', async (route) => {
    await page.waitForTimeout(1500);
    await route.continue();
  });
  await page.reload();
  await page.getByRole('combobox', { name: 'Quote' }).fill('Stage');
  await page.getByRole('option', { name: QUOTE }).click();
  await expect(page.getByTestId('promise')).toContainText('in 8 of 10 cases');
  await page.unroute('**/api/queue');
  await request.put('/api/settings/queue', { data: { machines: {}, pins: {}, apart: [] } });
  await bars(page).first().press('ArrowRight');
  await expect(page.getByText('Somebody else has changed the queue meanwhile.')).toBeVisible();
});

test('a quote becomes an order with one click, due when it was promised', async ({
  page,
  request,
}) => {
  await page.getByRole('combobox', { name: 'Quote' }).fill('Stage');
  await page.getByRole('option', { name: QUOTE }).click();
  await expect(page.getByTestId('promise')).toBeVisible();
  await page.getByRole('button', { name: 'Accept it for then' }).click();
  await expect(bars(page)).toHaveCount(6);
  const bar = page.getByRole('button', { name: new RegExp(`^${QUOTE}`) });
  await expect(bar).toHaveAttribute('aria-pressed', 'true');
  await expect(bar).not.toHaveAttribute('aria-label', /late/);
  // Back to a quote, for the journeys that follow.
  const list = await request.get('/api/jobs', { params: { search: QUOTE, limit: 1 } });
  const { jobs } = (await list.json()) as {
    readonly jobs: readonly { id: string; state: string; due: string; priority: string }[];
  };
  const [{ id, state, due, priority }] = jobs;
  expect(state).toBe('accepted');
  const was = { state, due, priority };
  const now = { state: 'quoted', due: null, priority };
  expect((await request.put(`/api/jobs/${id}/order`, { data: { was, now } })).status()).toBe(200);
});

test('hours are written as one says them, and refused where they are none', async ({ page }) => {
  await page.getByRole('button', { name: 'Hours' }).click();
  await page.getByLabel('Sunday').fill('8-12');
  await expect(page.getByText('Write shifts like 08:00-12:00')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
  await page.getByLabel('Sunday').fill('');
  await page.getByLabel('Monday').fill('08:00-12:00, 12:30-17:00');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
});
