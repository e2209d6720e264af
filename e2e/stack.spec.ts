import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { openOwn } from './ownJob.ts';
import { expect, test } from './shop.ts';

async function openStack(page: Page, job: string): Promise<string> {
  const name = await openOwn(page, job, 'stack');
  await expect(page.getByTestId('look')).toBeVisible();
  return name;
}
const layers = (page: Page) =>
  page.getByRole('figure', { name: 'Core sample' }).getByRole('button');
const spoken = (page: Page) =>
  layers(page).evaluateAll((all) =>
    all.map((layer) =>
      layer.getAttribute('aria-label')!.replace(/^Layer \d of \d from the front: /, ''),
    ),
  );

test('a stack is edited on the core sample by key and by hand, and every step can be undone', async ({
  page,
}) => {
  await openStack(page, 'Stage portrait on black board');
  const planned = ['Colour 100 %, 1 hit, on the front', 'White 100 %, 2 hits, on the front'];
  expect(await spoken(page)).toEqual(planned);

  // By key: white goes to the top, thinner, with one hit; colour goes.
  await layers(page).nth(1).focus();
  await page.keyboard.press('Shift+ArrowUp');
  await expect(layers(page).first()).toHaveAttribute('aria-label', /White/);
  await expect(layers(page).first()).toBeFocused();
  await page.keyboard.press('-');
  await page.keyboard.press('Shift+H');
  expect(await spoken(page)).toEqual([
    'White 95 %, 1 hit, on the front',
    'Colour 100 %, 1 hit, on the front',
  ]);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Delete');
  expect(await spoken(page)).toEqual(['White 95 %, 1 hit, on the front']);
  await page.keyboard.press('Delete');
  await expect(page.getByText('A stack needs at least one layer.')).toBeAttached();

  // A layer is added; then back to the plan, and forward again.
  await page.getByRole('button', { name: 'Add' }).click();
  await page.getByText('Clear', { exact: true }).click();
  await expect(layers(page)).toHaveCount(2);
  const changed = await spoken(page);
  // Each change is a step of its own, however quick the hand was.
  await page.keyboard.press('Control+z');
  await expect.poll(() => spoken(page)).toEqual(['White 95 %, 1 hit, on the front']);
  await page.keyboard.press('Control+z');
  await expect(layers(page)).toHaveCount(2);
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect.poll(() => spoken(page)).toEqual(planned);
  for (let i = 0; i < 5; i++) await page.keyboard.press('Control+y');
  await expect.poll(() => spoken(page)).toEqual(changed);
  for (let i = 0; i < 5; i++) await page.keyboard.press('Control+z');
  await expect.poll(() => spoken(page)).toEqual(planned);

  // By hand: white is dragged over the colour.
  const white = (await layers(page).nth(1).boundingBox())!;
  const colour = (await layers(page).nth(0).boundingBox())!;
  await page.mouse.move(white.x + 40, white.y + white.height / 2);
  await page.mouse.down();
  await page.mouse.move(white.x + 40, colour.y - 2, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => (await spoken(page))[0]).toBe('White 100 %, 2 hits, on the front');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => spoken(page)).toEqual(planned);
});

test('the classic mistakes are one key apart, and two stacks are wiped against each other', async ({
  page,
}) => {
  await openStack(page, 'Café window, read from the street');
  await page.getByRole('heading', { level: 1 }).click();
  const numbers = page.getByTestId('look-numbers');
  await expect(numbers).toContainText('Readability of type and lines');
  const flag = page.getByText('a mistake, not the plan');
  for (const name of ['No white', 'White in front of the art', 'White knocked out']) {
    await page.keyboard.press('x');
    await expect(flag).toHaveText(`${name}: a mistake, not the plan`);
  }
  await page.keyboard.press('x');
  await expect(flag).toHaveCount(0);

  // A point is read by hand, another by key.
  await page.getByTestId('look').click({ position: { x: 60, y: 60 } });
  await expect(page.getByTestId('point')).toHaveCount(1);
  await page.getByRole('group', { name: /The print: arrow keys/ }).press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('point').nth(1)).toContainText(/Point 2: .*ΔE2000/);

  await page.getByRole('combobox', { name: 'Compare with' }).click({ force: true });
  await page.getByRole('option', { name: 'Colour only' }).click();
  await expect(page.getByTestId('other-look')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('slider', { name: 'Wipe' }).press('ArrowLeft');

  // The same window by night, from the other side, and in the hand before a picture.
  await page.getByRole('combobox', { name: 'Seen' }).click({ force: true });
  await page.getByRole('option', { name: 'window by night' }).click();
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.getByText('Seen from the back, window by night')).toBeVisible();
  const drawn = () =>
    page.getByTestId('look').evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL());
  const atNight = await drawn();
  const picture = new URL('../docs/screenshots/board.png', import.meta.url).pathname;
  await page.locator('input[type=file]').setInputFiles(picture);
  await expect(page.getByText('Seen from the back, in the hand')).toBeVisible();
  await expect.poll(drawn).not.toBe(atNight);
});

test('metal shines when it is dragged into the lamp, and comes back', async ({ page }) => {
  await openStack(page, 'Door plate, metal shining through');
  const tilt = page.getByRole('slider', { name: 'Tilt into the lamp' });
  await expect(tilt).toHaveAttribute('aria-valuenow', '0');
  const print = page.getByTestId('look');
  const lightness = () =>
    print.evaluate((canvas) => {
      const { width, height } = canvas as HTMLCanvasElement;
      const { data } = (canvas as HTMLCanvasElement)
        .getContext('2d')!
        .getImageData(0, 0, width, height);
      return data.reduce((sum, v, i) => sum + (i % 4 === 3 ? 0 : v), 0) / data.length;
    });
  const away = await lightness();
  const box = (await print.boundingBox())!;
  const drag = async (from: number, to: number) => {
    await page.mouse.move(box.x + box.width * from, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * to, box.y + box.height / 2, { steps: 5 });
    await page.mouse.up();
  };
  await drag(0.2, 0.8);
  await expect.poll(lightness).toBeGreaterThan(away + 5);
  await drag(0.9, 0);
  await expect.poll(lightness).toBeCloseTo(away, 1);
  // A drag reads no point.
  await expect(page.getByTestId('point')).toHaveCount(0);
});

test('the strength of the hidden colour is solved for, and taken with one click', async ({
  page,
}) => {
  await openStack(page, 'Harbour at dusk, light box');
  const solved = page.getByTestId('rear-strength');
  await expect(solved).toContainText(/At \d\d % the night picture is most like the day picture/);
  await solved.getByRole('button', { name: /Lay it at/ }).click();
  const density = (await solved.textContent())!.match(/At (\d+) %/)![1];
  await expect(layers(page).last()).toHaveAttribute(
    'aria-label',
    new RegExp(`Colour ${density} %`),
  );
});

test('every stack is tried on the job, and the operator may disagree', async ({ page }) => {
  await openStack(page, 'Stage portrait on black board');
  const advisor = page.getByTestId('advisor');
  await expect(advisor.getByRole('radio', { name: /White over colour/ })).toContainText('Why not');
  await advisor.getByRole('button', { name: 'Try them all on this job' }).click();
  const first = advisor.getByRole('radio').first();
  await expect(first).toContainText(/Nearest to the art on white paper|Against the art/);
  await expect(first).toContainText(/White under colour/);
  await expect(first).toContainText(/opaque · .* min · .* mL/);
  // The other way all the same.
  await advisor.getByRole('radio', { name: /Colour only/ }).click();
  await expect(layers(page)).toHaveCount(1);
});

test('a measurement of the material changes what is seen', async ({ page }) => {
  await openStack(page, 'Night market poster, as it came');
  const numbers = page.getByTestId('look-numbers');
  await expect(numbers).toContainText('Colour shift from the art on white paper');
  const before = await numbers.textContent();
  await page.getByRole('link', { name: /Material/ }).click();
  const type = async (text: string) => {
    await page.getByLabel('L* on white', { exact: true }).click();
    await page.keyboard.press('Control+a');
    await page.keyboard.type(text);
    await page.keyboard.press('Tab');
  };
  // Black board with a cast: no white has that.
  await type('100');
  await expect(page.getByRole('alert')).toContainText('No material has the colour Lab 100');
  await type('60');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('link', { name: /Stack/ }).click();
  await expect(numbers).toContainText('Colour shift from the art on white paper');
  await expect.poll(() => numbers.textContent()).not.toBe(before);
});

test('the print fills the screen for the customer, on another material, and is saved as a picture', async ({
  page,
}) => {
  const name = await openStack(page, 'Café window, read from the street');
  await page.getByRole('heading', { level: 1 }).click();
  await expect(page.getByTestId('save-state')).toContainText('Saved');
  const kept = (await page.getByTestId('save-state').textContent())!;
  await page.keyboard.press('v');
  const dialog = page.getByRole('dialog', { name: 'The print on the whole screen' });
  const drawn = () =>
    dialog.getByTestId('look').evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL());
  await expect(dialog.getByTestId('look')).toBeVisible();
  await expect.poll(async () => (await drawn()).length).toBeGreaterThan(5000);
  const onClear = await drawn();
  await dialog.getByRole('combobox', { name: 'Material' }).click({ force: true });
  await page.getByRole('option', { name: 'White vinyl, gloss' }).click();
  await expect.poll(drawn).not.toBe(onClear);
  const saved = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save picture' }).click();
  const download = await saved;
  expect(download.suggestedFilename()).toBe(`${name}.png`);
  const file = readFileSync(await download.path());
  // PNG: width and height stand in its first chunk.
  expect(file.subarray(1, 4).toString()).toBe('PNG');
  expect(Math.max(file.readUInt32BE(16), file.readUInt32BE(20))).toBeGreaterThan(600);
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(dialog).toHaveCount(0);
  // Nothing of it went into the plan.
  await expect(page.getByTestId('save-state')).toHaveText(kept);
});

test('two densities and two materials are seen side by side', async ({ page }) => {
  await openStack(page, 'Stage portrait on black board');
  const compare = async (name: string) => {
    await page.getByRole('combobox', { name: 'Compare with' }).fill(name);
    await page.getByRole('option', { name }).click();
  };
  await compare('White at 50 %');
  await expect(page.getByTestId('other-look')).toBeVisible();
  await page.getByRole('button', { name: 'Side by side' }).click();
  const box = async (id: string) => (await page.getByTestId(id).boundingBox())!;
  await expect(page.getByRole('slider', { name: 'Wipe' })).toHaveCount(0);
  const [own, other] = [await box('look'), await box('other-look')];
  expect(own.x + own.width).toBeLessThanOrEqual(other.x);
  expect(own.width).toBeCloseTo(other.width, 0);
  await compare('On Kraft label paper');
  await expect(page.getByRole('img', { name: /^On Kraft label paper/ })).toBeVisible();
});
