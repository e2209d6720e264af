import type { Page } from '@playwright/test';
import { openOwn } from './ownJob.ts';
import { expect, test } from './shop.ts';

async function open(page: Page, name: string): Promise<void> {
  await openOwn(page, name, 'plates');
  await expect(page.getByTestId('plate-state')).toHaveText('Measured at full size.', {
    timeout: 60_000,
  });
}
const text = (page: Page) => page.getByLabel('The rule as text');
const readyRule = async (page: Page, name: string) => {
  await page.getByRole('button', { name: 'Ready rules' }).click();
  await page.getByText(name, { exact: true }).click();
};
/** A point of the picture, by shares of its width and height. */
async function at(page: Page, x: number, y: number): Promise<[number, number]> {
  const box = (await page.getByTestId('sheet').boundingBox())!;
  return [box.x + box.width * x, box.y + box.height * y];
}

test('a rule is composed step by step, and read, typed and refused as text', async ({ page }) => {
  await open(page, 'Fruit card, gloss on midnight blue');
  await readyRule(page, 'Snug fit');
  await expect(text(page)).toHaveValue('image(close 0.5mm2 choke 0.2 least 0.3)');

  await page.getByRole('button', { name: 'Then…' }).click();
  await page.getByText('Keep bare', { exact: true }).click();
  await expect(text(page)).toHaveValue('image(close 0.5mm2 choke 0.2 least 0.3 bare paper)');
  await page.getByRole('button', { name: 'Keep bare: do it earlier' }).click();
  await expect(text(page)).toHaveValue('image(close 0.5mm2 bare paper choke 0.2 least 0.3)');
  await page.getByRole('button', { name: /^Take out: but not/ }).click();

  await text(page).fill('image(close 0.5mm2 shrink 1)');
  await text(page).press('Enter');
  await expect(page.getByText('needs a step such as add, bare, within')).toBeVisible();
  await text(page).fill('sheet(within ink(K above 80) alone)');
  await text(page).press('Enter');
  await expect(page.getByRole('combobox', { name: 'Prints' })).toHaveValue('The whole sheet');
  await expect(page.getByTestId('plate-state')).toHaveText('Measured at full size.', {
    timeout: 60_000,
  });
});

test('a window is drawn on the picture, and seen before and after', async ({ page }) => {
  await open(page, 'Privacy band, white only');
  await readyRule(page, 'Whole sheet');
  await expect(page.getByTestId('answer')).toContainText('White lies on 100.0 % of the print');
  await page.getByRole('button', { name: 'Draw: Box' }).click();
  await page.mouse.move(...(await at(page, 0.25, 0.25)));
  await page.mouse.down();
  await page.mouse.move(...(await at(page, 0.5, 0.5)));
  await page.mouse.move(...(await at(page, 0.75, 0.75)));
  await page.mouse.up();
  await expect(text(page)).toHaveValue(/^sheet\(bare box\([\d.]+ [\d.]+ [\d.]+ [\d.]+\)\)$/);
  // A quarter of the sheet, give or take what the artist drew inside it.
  await expect(page.getByTestId('answer')).toContainText(
    /White lies on (7|8|9)\d\.\d % of the print/,
  );
  await page.getByRole('button', { name: 'Before and after' }).click();
  await expect(page.getByRole('img', { name: 'The same before its steps' })).toBeVisible();
});

test('the cleaner gives eyes their white, and takes the operator’s word', async ({ page }) => {
  await open(page, 'Stage portrait on black board');
  await readyRule(page, 'Faces and photographs');
  await page.getByRole('button', { name: 'Cleaner’s decisions' }).click();
  await expect(page.getByRole('img', { name: 'What the cleaner decided' })).toBeVisible();
  // What is left is the ring in her ear, a shape.
  await expect(page.getByText('1 place inside the image').first()).toBeVisible();
  // The corner of the left eye.
  await page.mouse.click(...(await at(page, 0.419, 0.443)));
  await expect(text(page)).toHaveValue(/^cleaned\(bare [\d.]+,[\d.]+ choke/);
  await expect(page.getByText('0 × white, 1 × bare.')).toBeVisible();
});

test('a preset of the shop opens the next job in one step', async ({ page }) => {
  await open(page, 'Café window, read from the street');
  await page.getByRole('button', { name: 'Presets of the whole stack' }).click();
  await page.getByText('Save this stack as a preset…').click();
  await page.getByLabel('Name', { exact: true }).fill('Our café panes');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);

  await page.goto('/');
  await page.getByRole('combobox', { name: 'A new job begins with' }).click({ force: true });
  await page.getByRole('option', { name: /Our café panes/ }).click();
  await page.getByTestId('file').setInputFiles({
    name: 'pane.svg',
    mimeType: 'image/svg+xml',
    buffer: Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="80mm" height="50mm" viewBox="0 0 80 50"><circle cx="40" cy="25" r="20" fill="#c33"/></svg>',
    ),
  });
  await expect(page.getByRole('heading', { name: 'What is in the file?' })).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByRole('figure', { name: 'Core sample' })).toContainText('printed mirrored');
});
