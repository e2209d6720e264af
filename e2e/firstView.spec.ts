import { expect, test } from './shop.ts';

const MOST_BYTES = 300_000;

test('the board comes with at most 300 kB of script, and says everything without the texts of the other rooms', async ({
  page,
}) => {
  const problems: string[] = [];
  page.on('pageerror', ({ message }) => problems.push(message));
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Harbour at dusk/ })).toBeVisible();
  // The page's own: its entry, and what is preloaded for it and for whatever it fetches later. Workers have theirs beside it.
  // Every print is drawn, its rules read, without them too.
  await expect(page.getByText('Drawing…')).toHaveCount(0);
  await expect(page.getByText('No picture of this artwork')).toHaveCount(0);
  const scripts = await page.evaluate(() => {
    const own = [...document.querySelectorAll('script[src], link[rel=modulepreload]')].map((one) =>
      one instanceof HTMLScriptElement ? one.src : (one as HTMLLinkElement).href,
    );
    return performance
      .getEntriesByType('resource')
      .map((entry) => entry as PerformanceResourceTiming)
      .filter(({ name }) => own.includes(name))
      .map(({ name, encodedBodySize }) => ({ name: name.split('/').pop()!, encodedBodySize }));
  });
  const bytes = scripts.reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0);
  expect(scripts.length).toBeGreaterThan(10);
  expect(bytes).toBeGreaterThan(50_000);
  expect(bytes, JSON.stringify(scripts)).toBeLessThanOrEqual(MOST_BYTES);
  expect(scripts.filter(({ name }) => name.startsWith('rooms'))).toEqual([]);

  // The parts of the board that open.
  await page.getByRole('combobox', { name: 'A new job begins with' }).press('Enter');
  await page.getByRole('option').first().click({ timeout: 5000 });
  await page.getByRole('button', { name: /due on the machines/ }).click({ timeout: 5000 });
  await page.keyboard.press('Escape');
  const opened = async () => {
    await expect(page.getByRole('dialog')).toBeVisible();
    await page.keyboard.press('Escape');
  };
  await page.getByRole('button', { name: 'Find', exact: true }).click({ timeout: 5000 });
  await opened();
  await page.getByRole('button', { name: 'More', exact: true }).click({ timeout: 5000 });
  await page.getByText('Keyboard shortcuts').click({ timeout: 5000 });
  await opened();
  expect(problems).toEqual([]);
});
