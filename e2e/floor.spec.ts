/** The floor as people on it use it: what comes in, what a job takes, a stocktake, white kept alive. */
import type { Page } from '@playwright/test';
import { expect, test } from './shop.ts';

const answer = (page: Page) => page.getByTestId('answer');

test('a roll comes in, is drawn from and put right, and each entry can be undone', async ({
  page,
}) => {
  await page.goto('/stock/shelf');
  await page.getByRole('button', { name: 'Receive' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Material or ink').fill('Kraft');
  await page.getByRole('option', { name: 'Kraft label paper' }).click();
  await dialog.getByLabel('Lot number').fill('KL-JOURNEY');
  await dialog.getByLabel('Place').fill('Roll rack 9');
  await dialog.getByRole('button', { name: 'Receive' }).click();
  const card = page.getByTestId('stock-item');
  await expect(card).toContainText('lot KL-JOURNEY');
  await expect(card).toContainText('50.0 m of 50.0 m');

  await card.getByRole('button', { name: 'Draw' }).click();
  await card.getByLabel('Used').fill('12.5');
  await card.getByRole('button', { name: 'Save' }).click();
  await expect(card).toContainText('37.5 m of 50.0 m');
  await card.getByRole('button', { name: 'Count' }).click();
  await card.getByLabel('Left').fill('36');
  await expect(card.getByRole('button', { name: 'Save' })).toBeDisabled();
  await card.getByLabel('Why it differs').fill('start cut off');
  await card.getByRole('button', { name: 'Save' }).click();
  await expect(card).toContainText('36.0 m of 50.0 m');
  await card.getByRole('button', { name: /^Undo: Counted/ }).click();
  await expect(card).toContainText('37.5 m of 50.0 m');

  const [label] = await Promise.all([
    page.context().waitForEvent('page'),
    card.getByRole('link', { name: 'Label' }).click(),
  ]);
  expect(label.url()).toMatch(/labels\.pdf\?codes=L\d+$/);
  await label.close();
  await page.goto('/stock/history');
  await expect(page.getByRole('row').nth(1)).toContainText('An entry undone');
});

test('a stocktake is done in one walk, is still there after the screen slept, and is handed in', async ({
  page,
}) => {
  await page.goto('/stock/count');
  await page.getByLabel('Code on the label').fill('L1');
  await page.getByRole('main').getByRole('button', { name: 'Find' }).click();
  const focused = page.getByLabel(/ L1, counted in m/);
  await expect(focused).toBeFocused();
  await focused.fill('15,5');
  await focused.press('Tab');
  await expect(answer(page)).toContainText('1 of');
  await page.reload();
  await expect(answer(page)).toContainText('1 differ from the books');
  await expect(page.getByRole('button', { name: 'Hand in the stocktake' })).toBeDisabled();
  await page.getByPlaceholder('Why it differs').fill('unknown');
  await page.getByPlaceholder('Why it differs').press('Tab');
  await page.getByRole('button', { name: 'Hand in the stocktake' }).click();
  await expect(page.getByRole('status')).toContainText('1 counted, 1 put right.');
  await page.goto('/stock/shelf/L1');
  await expect(page.getByTestId('stock-item')).toContainText('15.5 m of 30.0 m');
});

test('a job names its lot with the reason, an older one is taken knowingly and then told of on the run sheet', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByText('Café window, read from the street').click();
  await page.waitForURL(/\/stack$/);
  await page.goto(page.url().replace('stack', 'material'));
  const lots = page.getByTestId('job-lots');
  await expect(lots).toContainText('the oldest good one');
  await expect(lots).toContainText('reserved');
  await lots.getByRole('button', { name: 'Reserve from lot CW-2510-2' }).click();
  await expect(page.getByLabel('Lot or roll number')).toHaveValue('CW-2510-2');
  await page.getByRole('link', { name: 'Run sheet' }).click();
  await expect(page.locator('main')).toContainText('OVER-AGE since');
  await expect(page.locator('main')).toContainText('white on it crazes');
  await page.getByRole('link', { name: 'Material' }).click();
  await lots.getByRole('button', { name: 'Reserve from lot CW-2607-4' }).click();
  await expect(page.getByLabel('Lot or roll number')).toHaveValue('CW-2607-4');
});

test('what has to be ordered follows the shelf, with its working, its supply and a table', async ({
  page,
}) => {
  await page.goto('/stock/order');
  await expect(answer(page)).toContainText('to order for');
  // The most urgent one, whatever half a year has left on the shelf.
  const supply = page.getByRole('button', { name: /^Sizes and delivery of / }).first();
  const name = (await supply.getAttribute('aria-label'))!.replace('Sizes and delivery of ', '');
  const row = page.getByRole('row').filter({ hasText: name });
  await supply.click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Delivery takes').fill('90');
  await dialog.getByLabel('Delivery takes').press('Tab');
  await dialog.getByRole('button', { name: 'Save' }).click();
  await expect(row).toContainText('now');
  await expect(row).toContainText('it comes too late, order now');
  await row.getByRole('button', { name: /Show how it was calculated/ }).click();
  await expect(page.getByText('order is to last')).toBeVisible();
  const csv = await page.request.get('/api/stock/purchase.csv');
  expect((await csv.text()).split('\n')[0]).toContain('order_by');
});

test('daily care is run step by step, left, taken up again, and stands in the logbook', async ({
  page,
}) => {
  await page.goto('/care/machines/flatbed-2');
  await page
    .getByRole('button', { name: /^Daily care/ })
    .first()
    .click();
  await page.waitForURL(/\/care\/runs\//);
  const step = page.getByTestId('step');
  await expect(step).toContainText('about 25 strokes');
  await step.getByRole('button', { name: 'Done' }).click();
  await expect(answer(page)).toContainText('Step 2 of 3');
  // Somebody else goes on with it.
  await page.goto('/care/machines/flatbed-2');
  await page.getByTestId('due').getByRole('link', { name: 'Go on' }).click();
  await expect(answer(page)).toContainText('Step 2 of 3');
  await step.getByLabel('White, row 2: missing nozzles').fill('17-18');
  await step.getByLabel('White, row 2: missing nozzles').press('Tab');
  await expect(step).toContainText('2 of them side by side');
  await step.getByRole('button', { name: 'Done' }).click();
  await step.getByLabel('What was seen').fill('half full');
  await step.getByRole('button', { name: 'Done' }).click();
  await expect(answer(page)).toContainText('Done in');
  await page.getByRole('button', { name: 'Back to the machine' }).click();
  await expect(page.getByTestId('due')).toContainText('Clean once');
  await page.goto('/care/logbook/flatbed-2');
  await expect(page.getByRole('row').nth(0)).toContainText('Done');
  await expect(page.getByRole('row').nth(1)).toContainText('Nozzle pattern: 2 missing');
  const entry = page
    .getByRole('row')
    .filter({ hasText: 'Bench 1' })
    .filter({ hasText: '2 missing' });
  await entry.getByRole('button', { name: /^Undo/ }).click();
  await expect(entry).toContainText('undone');
});

test('a procedure of the shop’s own takes the place of the built-in one, and gives it back', async ({
  page,
}) => {
  await page.goto('/care/procedures/empty-waste');
  await page.getByRole('button', { name: 'Change', exact: true }).click();
  await page.getByLabel('Name', { exact: true }).fill('Empty the waste, drum by the door');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(answer(page)).toContainText('Empty the waste, drum by the door');
  await page.getByRole('button', { name: 'Back to the built-in one' }).click();
  await expect(answer(page)).toContainText('Empty the waste:');
});

test('whether white is kept is answered from the board and the logbook', async ({ page }) => {
  await page.goto('/care/white/roll-1');
  await expect(answer(page)).toContainText(/it is the cheapest in \d+ of 10 possible futures/);
  await expect(page.getByText('Café window, read from the street')).toBeVisible();
  const calendar = await page.request.get('/api/care/due.ics');
  expect(await calendar.text()).toContain('BEGIN:VCALENDAR');
});
