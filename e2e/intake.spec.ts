/** Files as customers send them: lines that don't print, several pages, drawn to scale. */
import { fileURLToPath } from 'node:url';
import { expect, test, type Page } from '@playwright/test';

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
  const lines = page.locator('.list', { hasText: 'Lines that don’t print' });
  await expect(lines).toContainText('Stanze');
  await expect(lines).toContainText('cutting line');
  await expect(page.getByText('60.0 × 40.0 mm finished, in process colour')).toBeVisible();
  await page.getByRole('combobox', { name: '“Stanze” on' }).click({ force: true });
  await page.getByRole('option', { name: 'is a crease line' }).click();
  await expect(lines).toContainText('crease line');
  await expect(page.getByTestId('save-state')).toContainText('Saved · version 2');
  // The next job of this file begins with that answer.
  await pick(page, 'reportlab-line-stanze.pdf');
  await expect(page.locator('.list', { hasText: 'Lines that don’t print' })).toContainText(
    'crease line',
  );
});

test('a file of three pages becomes a job for each, with its quantity', async ({ page }) => {
  await pick(page, 'fop-three-pages.pdf');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('What are the 3 pages of fop-three-pages.pdf?');
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
