import AxeBuilder from '@axe-core/playwright';
import { ROOM_VIEWS, VIEWS } from './views.ts';
import { expect, test } from './shop.ts';

// By day and by night side by side: each takes minutes.
test.describe.configure({ mode: 'parallel' });

for (const theme of ['day', 'night'])
  test(`every screen passes the accessibility check by ${theme}`, async ({ page }) => {
    // More than thirty screens, each looked through whole.
    test.setTimeout(600_000);
    await page.addInitScript((chosen) => localStorage.setItem('kyanos-theme', chosen), theme);
    await page.goto('/');
    await page.getByText('Stage portrait on black board').waitFor();
    const found: string[] = [];
    const check = async (name: string) => {
      // Colours that are still changing are measured half way.
      await page.waitForFunction(() =>
        document
          .getAnimations()
          .every(
            ({ playState, effect }) =>
              playState !== 'running' || effect?.getTiming().iterations === Infinity,
          ),
      );
      const { violations } = await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa'])
        .analyze();
      for (const { id, nodes } of violations)
        for (const { target, failureSummary } of nodes)
          found.push(`${name}: ${id} ${target.join(' ')} ${failureSummary}`);
    };
    await check('board');
    await page.getByText('Stage portrait on black board').click();
    await page.waitForURL(/\/stack$/);
    for (const stage of VIEWS) {
      await page.goto(page.url().replace(/[^/]+$/, stage));
      await page.getByRole('heading', { level: 1 }).waitFor();
      await expect(page.getByTestId('ledger')).toContainText('Price');
      await check(stage);
    }
    for (const section of [
      'machines',
      'inks',
      'materials',
      'prices',
      'white',
      'process',
      'use',
      'rules',
      'forms',
      'presets',
    ]) {
      await page.goto(`/shop/${section}`);
      await page.getByRole('heading', { level: 1 }).waitFor();
      await page.waitForLoadState('networkidle');
      await check(`shop ${section}`);
    }
    for (const room of ROOM_VIEWS) {
      await page.goto(room);
      await page.getByRole('heading', { level: 1 }).waitFor();
      await page.waitForLoadState('networkidle');
      await check(room);
    }
    await page.goto('/care/machines');
    await page.getByRole('button', { name: 'Write down' }).click();
    await page.getByRole('dialog').waitFor();
    await check('what was done to a machine');
    await page.goto('/shop/machines');
    await page.getByRole('button', { name: 'White', exact: true }).click();
    await page.getByRole('dialog').waitFor();
    await check('an ink of a machine');
    await page.goto('/shop/presets');
    await page.getByRole('button', { name: 'Find' }).click();
    await page.getByRole('searchbox').fill('machine');
    await page.getByRole('option').first().waitFor();
    await check('find');
    expect(found).toEqual([]);
  });
