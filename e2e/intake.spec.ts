/** Files as customers send them: lines that don't print, several pages, drawn to scale. */
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { expect, test } from './shop.ts';

const corpus = (name: string) =>
  fileURLToPath(new URL(`../intake/corpus/files/${name}`, import.meta.url));

async function pick(page: Page, name: string) {
  await page.goto('/');
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a file' }).click();
  await (await chooser).setFiles(corpus(name));
}

test('a cutting line is known by its name, measured, and printed nowhere; another answer is remembered', async ({
  page,
}) => {
  await pick(page, 'reportlab-line-stanze.pdf');
  const lines = page.locator('.panel', { hasText: 'Lines that don’t print' });
  await expect(lines).toContainText('Stanze');
  await expect(lines).toContainText('cutting line');
  await expect(page.getByText('60.0 × 40.0 mm finished, in process colour')).toBeVisible();
  await page.getByRole('combobox', { name: '“Stanze” on' }).click({ force: true });
  await page.getByRole('option', { name: 'is a crease line' }).click();
  await expect(lines).toContainText('crease line');
  await expect(page.getByTestId('save-state')).toContainText('Saved · version 2');
  // The next job of this file begins with that answer.
  await pick(page, 'reportlab-line-stanze.pdf');
  await expect(page.locator('.panel', { hasText: 'Lines that don’t print' })).toContainText(
    'crease line',
  );
});

test('a file of three pages becomes a job for each, with its quantity', async ({ page }) => {
  await pick(page, 'fop-three-pages.pdf');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('What are the 3 pages of fop-three-pages.pdf?');
  await dialog.getByText('A job for each page').click();
  await dialog.getByLabel('Copies').nth(1).fill('250');
  await dialog.getByLabel('Copies').nth(1).blur();
  await dialog.getByLabel('Copies').nth(2).fill('0');
  await dialog.getByLabel('Copies').nth(2).blur();
  await dialog.getByRole('button', { name: 'Begin 2 jobs' }).click();
  const card = (n: number) => page.locator('.card', { hasText: `fop three pages, page ${n}` });
  await expect(card(1)).toContainText('1 copy');
  await expect(card(2)).toContainText('250 copies');
  await expect(card(3)).toHaveCount(0);
});

test('a file of three labels becomes one job of versions, each with its quantity, ink and cost', async ({
  page,
}) => {
  await pick(page, 'fop-three-pages.pdf');
  const dialog = page.getByRole('dialog');
  await dialog.getByText('One job: every page is a version').click();
  for (const [i, copies] of ['20', '0', '30'].entries()) {
    await dialog.getByLabel('Copies').nth(i).fill(copies);
    await dialog.getByLabel('Copies').nth(i).blur();
  }
  await dialog.getByRole('button', { name: 'Begin the job' }).click();
  await expect(page.getByTestId('version')).toContainText('version 1 of 2');
  await page.getByRole('button', { name: 'The next version' }).click();
  await expect(page.getByTestId('version')).toContainText('Page 3, version 2 of 2');
  await page.getByRole('link', { name: /Trips/ }).click();
  await page.getByRole('link', { name: 'Layout' }).click();
  await expect(page.getByTestId('answer').or(page.locator('.answer')).first()).toContainText('50');
  const copies = page.getByLabel('Copies of page 3');
  await copies.click();
  await copies.press('Control+A');
  await copies.pressSequentially('40');
  await copies.press('Tab');
  await expect(page.getByTestId('versions')).toContainText('60 pieces of 2 versions');
  await page.getByRole('link', { name: /Cost/ }).click();
  const costs = page.getByTestId('version-costs');
  await expect(costs.getByRole('row', { name: /page 1/ })).toContainText('20');
  await expect(costs.getByRole('row', { name: /page 3/ })).toContainText('40');
});

test('the finished size is set, and the file is read anew at it', async ({ page }) => {
  await pick(page, 'reportlab-white.pdf');
  await expect(page.getByText('60.0 × 40.0 mm finished')).toBeVisible();
  const size = page.locator('.finished');
  const width = size.getByLabel('Width', { exact: true });
  await width.click();
  await width.press('Control+A');
  await width.pressSequentially('90');
  await width.press('Tab');
  await size.getByRole('button', { name: 'Read it at this size' }).click();
  await expect(page.getByText('90.0 × 60.0 mm finished')).toBeVisible({ timeout: 30_000 });
  await expect(size).toContainText('1.5 times as large as it is drawn');
});
