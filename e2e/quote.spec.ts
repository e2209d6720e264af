import type { Page } from '@playwright/test';
import { openOwn } from './ownJob.ts';
import { expect, test } from './shop.ts';

const type = async (page: Page, label: string, value: string) => {
  const field = page.getByLabel(label, { exact: true });
  await field.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type(value);
  await field.blur();
};

test('pieces are laid out, moved by hand and by key, and laid out anew', async ({ page }) => {
  await openOwn(page, 'Fruit card, gloss on midnight blue', 'layout');
  const pieces = page.getByTestId('layout').getByRole('button');
  const count = await pieces.count();
  expect(count).toBeGreaterThan(3);
  const where = (at: number) => pieces.nth(at).getAttribute('aria-label');
  const first = await where(0);

  // By key, a millimetre at a time; and back.
  await pieces.first().focus();
  await page.keyboard.press('ArrowRight');
  await expect.poll(() => where(0)).not.toBe(first);
  await expect(page.getByText('Pieces placed by hand lie closer than the gap')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect.poll(() => where(0)).toBe(first);

  // By hand, onto its neighbour: the print can't be made so, and the drawing stays to put it right.
  const box = (await pieces.first().boundingBox())!;
  const next = (await pieces.nth(1).boundingBox())!;
  await page.mouse.move(box.x + 12, box.y + 12);
  await page.mouse.down();
  await page.mouse.move(next.x + 30, next.y + 20, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByText('Pieces placed by hand lie on one another')).toBeVisible();
  await expect(page.getByTestId('ledger')).toContainText('can’t be made as planned');
  await page.getByRole('button', { name: 'Lay them out anew' }).first().click();
  await expect.poll(() => where(0)).toBe(first);
  await expect(page.getByTestId('ledger')).toContainText('Price');

  await page.getByLabel('Mix directions if more fit').check({ force: true });
  await expect(page.getByText(/no layout gets more/)).toBeVisible();

  // A small job comes along and shares the load.
  await page.getByRole('button', { name: 'Add one by its size' }).click();
  await expect(page.getByText('shared with other jobs')).toBeVisible();
  await page.getByRole('button', { name: /^Take Job 2 off/ }).click();
  await expect(page.getByText('shared with other jobs')).toBeHidden();
});

test('one trip and two are compared, and every bar of the work explains itself', async ({
  page,
}) => {
  await openOwn(page, 'Stage portrait on black board', 'trips');
  const together = page.getByRole('radio', { name: /As few trips/ });
  const apart = page.getByRole('radio', { name: /One trip for each layer(?!,)/ });
  await expect(together).toContainText('registration cannot drift');
  await expect(apart).toContainText(/2 trips.*comes 2 times.*registration \w+ risk/s);
  await apart.click();
  const timeline = page.getByTestId('timeline');
  await expect(timeline).toContainText('Back to the origin');
  await timeline.getByRole('button', { name: /Trip 1: white/ }).click();
  await expect(page.getByTestId('working')).toContainText('swaths over each line');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await expect(together).toHaveAttribute('aria-checked', 'true');
});

test('a price is made, an ink measured, and the quote handed out', async ({ page, request }) => {
  await openOwn(page, 'Door plate, metal shining through', 'cost');
  await expect(page.getByTestId('answer')).toContainText('Cost $');
  const price = () => page.getByRole('button', { name: /^Price: / }).textContent();
  const before = await price();

  await page.getByLabel('Price by').click({ force: true });
  await page.getByRole('option', { name: 'market rate' }).click();
  await type(page, 'Market rate', '50');
  await expect(page.getByRole('button', { name: /^Price: \$600\.00/ })).toBeVisible();
  expect(before).not.toContain('600.00');

  await page.getByRole('button', { name: 'Cyan', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Cyan on Flatbed No. 2' })).toBeVisible();
  await page.getByRole('combobox', { name: 'Laydown from' }).press('ArrowDown');
  await page.getByRole('option', { name: 'from drops and resolution' }).click();
  await expect(page.getByTestId('working')).toContainText('11.25 mL/m²');
  await page.getByRole('button', { name: 'Use these figures' }).click();
  await page.getByRole('button', { name: /^Ink C: .* mL\. Show/ }).click();
  await expect(page.getByTestId('working')).toContainText('from drops of 7 pL');
  await page.keyboard.press('Escape');

  const quote = page.getByRole('link', { name: 'Quote' });
  await expect(quote).toHaveAttribute('href', /quote\.pdf/, { timeout: 60_000 });
  const answer = await request.get((await quote.getAttribute('href'))!);
  expect((await answer.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

test('all stacks are compared, and one of them is planned', async ({ page }) => {
  await openOwn(page, 'Stage portrait on black board', 'what-if');
  await expect(page.getByTestId('answer')).toContainText(/\d+ of \d+ are worth considering/, {
    timeout: 30_000,
  });
  const cost = page.getByTestId('ledger').getByRole('group', { name: 'Cost' });
  const was = await cost.textContent();
  await page
    .getByRole('button', { name: /^Plan White under colour/ })
    .first()
    .click();
  await expect.poll(() => cost.textContent()).not.toBe(was);
  await expect(page.getByText('planned', { exact: true })).toBeVisible();
  await page.keyboard.press('Control+z');
});

test('processes are compared by quantity with the shop’s own figures', async ({ page }) => {
  await openOwn(page, 'Door plate, metal shining through', 'cost');
  await page.getByRole('link', { name: 'Which process?' }).click();
  await expect(page.getByTestId('answer')).toContainText('For 12 pieces: this machine');
  await expect(page.getByTestId('curves')).toContainText('Screen printing');
  await expect(page.getByText(/Why not: Flexo does not print/)).toBeVisible();
  const row = page.getByRole('row', { name: /Buying from another shop/ });
  const was = await row.textContent();
  await row.getByRole('button', { name: 'Figures' }).click();
  const kept = page.waitForResponse(
    (answer) => answer.url().includes('/settings/') && answer.request().method() === 'PUT',
  );
  await type(page, 'Minimum order', '5');
  await expect.poll(() => row.textContent()).not.toBe(was);
  const now = await row.textContent();
  await kept;
  await page.reload();
  await expect.poll(() => row.textContent()).toBe(now);
});

test('white that is seldom wanted gets an honest answer', async ({ page }) => {
  await page.goto('/shop/white');
  await type(page, 'Week 2', '35');
  await expect(page.getByTestId('white-choices')).toContainText('Keep it moving');
  await expect(page.getByTestId('answer')).toContainText(/\$\d.* less than to/);
  await type(page, 'Subcontracted job costs', '0.5');
  await expect(page.getByTestId('answer')).toContainText('Send it out');
});

test('the machine’s own reports are believed when somebody says so', async ({ page }) => {
  const name = await openOwn(page, 'Stage portrait on black board', 'run-sheet');
  const job = page.url();
  await page.getByRole('link', { name: 'Type what it used' }).click();
  await expect(page.getByRole('combobox', { name: 'Job' })).toHaveValue(name);
  await expect(page.getByTestId('answer')).toContainText('No report yet');
  const row = (ml: number) => `${name},2026-11-20,${ml}\n`;
  const text = `job,finished,W\n${[14, 14.4, 13.8, 14.2, 14.1, 60].map(row).join('')}Unknown,,3\n`;
  await page.getByTestId('reports-file').setInputFiles({
    name: 'reports.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(text),
  });
  await expect(page.getByTestId('taken')).toContainText('6 reports taken in');
  await expect(page.getByTestId('taken')).toContainText('Unknown was left: No job on the board');
  await expect(page.getByText(/the machine says 60 mL of W where/)).toBeVisible();
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.getByText(/the machine says 60/)).toBeHidden();

  await page.getByRole('button', { name: 'Take over what was learnt of white' }).click();
  await expect(page.getByText('What the reports say')).toBeHidden();

  // The job that was planned is told that its machine moved on, and by how much.
  await page.goto(job);
  await expect(page.getByText(/The shop’s own has moved on/)).toBeVisible();
});
