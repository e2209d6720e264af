import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { goTo, ROOM_VIEWS, SHOP_VIEWS, VIEWS } from './views.ts';
import { expect, test } from './shop.ts';

// Side by side: each takes minutes.
test.describe.configure({ mode: 'parallel', timeout: 600_000 });

/** Looks a screen through whole by day, and its colours again by night; tells what is wrong there. */
async function wrong(page: Page, name: string): Promise<string[]> {
  const found = await violations(page, `${name} by day`, (axe) =>
    axe.withTags(['wcag2a', 'wcag2aa', 'wcag21aa']),
  );
  await dress(page, 'night');
  found.push(
    ...(await violations(page, `${name} by night`, (axe) => axe.withRules('color-contrast'))),
  );
  await dress(page, 'day');
  return found;
}

async function violations(
  page: Page,
  name: string,
  what: (axe: AxeBuilder) => AxeBuilder,
): Promise<string[]> {
  // Colours that are still changing are measured half way.
  await page.waitForFunction(() =>
    document
      .getAnimations()
      .every(
        ({ playState, effect }) =>
          playState !== 'running' || effect?.getTiming().iterations === Infinity,
      ),
  );
  // There are no frames, whose findings would be put together in a page of their own, opened anew each time.
  const axe = new AxeBuilder({ page }).setLegacyMode();
  const report = await what(axe.options({ resultTypes: ['violations'] })).analyze();
  return report.violations.flatMap(({ id, nodes }) =>
    nodes.map(
      ({ target, failureSummary }) => `${name}: ${id} ${target.join(' ')} ${failureSummary}`,
    ),
  );
}

/** As another window of the same browser changes it, whatever lies over the button. */
async function dress(page: Page, theme: 'day' | 'night'): Promise<void> {
  await page.evaluate((newValue) => {
    const key = 'kyanos-theme';
    localStorage.setItem(key, newValue);
    window.dispatchEvent(new StorageEvent('storage', { key, newValue, storageArea: localStorage }));
  }, theme);
  await expect(page.locator('.v-application')).toHaveClass(new RegExp(`v-theme--${theme}`));
}

test('every screen of a job passes the accessibility check, by day and by night', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByText('Stage portrait on black board').waitFor();
  const found = await wrong(page, 'board');
  await page.getByText('Stage portrait on black board').click();
  await page.waitForURL(/\/stack$/);
  for (const stage of VIEWS) {
    await goTo(page, new URL(page.url()).pathname.replace(/[^/]+$/, stage));
    await expect(page.getByTestId('ledger')).toContainText('Price');
    found.push(...(await wrong(page, stage)));
  }
  expect(found).toEqual([]);
});

test('every screen of the rooms around a job passes it too, and what opens over them', async ({
  page,
}) => {
  const found: string[] = [];
  await page.goto('/');
  for (const room of [...SHOP_VIEWS, ...ROOM_VIEWS]) {
    await goTo(page, room);
    found.push(...(await wrong(page, room)));
  }
  await page.goto('/care/machines');
  await page.getByRole('button', { name: 'Write down' }).click();
  await page.getByRole('dialog').waitFor();
  found.push(...(await wrong(page, 'what was done to a machine')));
  await page.goto('/shop/machines');
  await page.getByRole('button', { name: 'White', exact: true }).click();
  await page.getByRole('dialog').waitFor();
  found.push(...(await wrong(page, 'an ink of a machine')));
  await page.goto('/shop/presets');
  await page.getByRole('button', { name: 'Find' }).click();
  await page.getByRole('searchbox').fill('machine');
  await page.getByRole('option').first().waitFor();
  found.push(...(await wrong(page, 'find')));
  expect(found).toEqual([]);
});
