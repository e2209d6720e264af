import type { Page } from '@playwright/test';
import { bringAxe, wrong } from './accessible.ts';
import { goTo, resize, ROOM_VIEWS, SHOP_VIEWS, VIEWS } from './views.ts';
import { expect, test } from './shop.ts';

// The tours through all screens stand side by side: each takes minutes.
test.describe.configure({ mode: 'parallel', timeout: 600_000 });
test.beforeEach(({ page }) => bringAxe(page));

const SIZES = {
  bench: { width: 1280, height: 800 },
  desk: { width: 1920, height: 1080 },
  tablet: { width: 820, height: 1180 },
} as const;
/** Least share of the window that the picture takes, where nothing is scrolled. */
const SHARES = { artwork: 0.4, stack: 0.5, plates: 0.5 } as const;

async function open(page: Page, stage: string) {
  await goTo(page, new URL(page.url()).pathname.replace(/[^/]+$/, stage));
  await expect(page.getByTestId('ledger')).toContainText('Price');
}

/** Everything that sticks out of the window to the right, by what it is. */
const overflowing = (page: Page) =>
  page.evaluate(() => {
    const reaches = (element: Element): boolean => {
      // What scrolls within its own box is no wider than the box.
      for (let up = element.parentElement; up; up = up.parentElement)
        if (getComputedStyle(up).overflowX !== 'visible') return false;
      return true;
    };
    return [...document.querySelectorAll('body *')]
      .filter((element) => {
        const { right, width } = element.getBoundingClientRect();
        return width > 0 && right > innerWidth + 1 && reaches(element);
      })
      .map((element) => `${element.tagName} ${element.className.toString()}`);
  });

/** How far a screen scrolls sideways where it should not, and what sticks out of it. */
async function expectToFit(page: Page, where: string, boxes: string): Promise<void> {
  const wide = await page.evaluate(
    (selector) =>
      Math.max(
        ...[...document.querySelectorAll(selector)].map((box) => box.scrollWidth - box.clientWidth),
      ),
    boxes,
  );
  expect(wide, `${where} scrolls sideways`).toBeLessThanOrEqual(1);
  expect(await overflowing(page), where).toEqual([]);
}

for (const [rooms, views] of [
  ['the rooms around a job', ROOM_VIEWS],
  ['the pages of the shop', SHOP_VIEWS],
] as const)
  test(`${rooms} are no wider than the screen, a bench’s, a desk’s, a tablet’s, and pass the accessibility check, by day and by night`, async ({
    page,
  }) => {
    const found: string[] = [];
    await page.goto('/');
    for (const view of views) {
      await goTo(page, view);
      for (const [name, size] of Object.entries(SIZES)) {
        await resize(page, size);
        await expectToFit(page, `${view}, ${name}`, 'html, .room-content');
      }
      await resize(page, SIZES.bench);
      found.push(...(await wrong(page, view)));
    }
    expect(found).toEqual([]);
  });

test('what opens over a room passes the accessibility check too', async ({ page }) => {
  const found: string[] = [];
  await page.goto('/care/machines');
  await page.getByRole('button', { name: 'Write down' }).click();
  await page.getByRole('dialog').waitFor();
  found.push(...(await wrong(page, 'what was done to a machine')));
  await page.goto('/shop/machines');
  await page.getByRole('button', { name: 'White', exact: true }).click();
  await page.getByRole('dialog').waitFor();
  found.push(...(await wrong(page, 'an ink of a machine')));
  await page.goto('/stock/history');
  await page.getByRole('button', { name: 'Find' }).click();
  await page.getByRole('searchbox').fill('machine');
  await page.getByRole('listbox', { name: 'Found' }).waitFor();
  found.push(...(await wrong(page, 'find')));
  expect(found).toEqual([]);
});

test('the picture leads, nothing of a job is wider than the screen, a bench’s, a desk’s, a tablet’s, and every screen of it passes the accessibility check', async ({
  page,
}) => {
  await page.goto('/');
  // A job that no journey changes, nor its machine: a notice above the picture takes of its room.
  const job = page.getByText('Orchard cordial, clear label');
  await job.waitFor();
  const found = await wrong(page, 'board');
  await job.click();
  await page.waitForURL(/\/stack$/);
  for (const stage of VIEWS) {
    await open(page, stage);
    for (const [name, size] of Object.entries(SIZES)) {
      await resize(page, size);
      const where = `${stage}, ${name}`;
      await expectToFit(page, where, 'html, .body, .content, .room-content, .side');
      const wanted = SHARES[stage as keyof typeof SHARES];
      if (wanted === undefined) continue;
      const box = (await page.getByTestId('lead-picture').boundingBox())!;
      expect(box.y + box.height, `${where} needs scrolling`).toBeLessThanOrEqual(size.height);
      if (name !== 'tablet')
        expect((box.width * box.height) / (size.width * size.height), where).toBeGreaterThan(
          wanted,
        );
      else {
        const strip = (await page.getByRole('group', { name: /^Layers/ }).boundingBox())!;
        expect(strip.height).toBeLessThanOrEqual(120);
        expect(strip.y + strip.height).toBeLessThan(box.y);
      }
    }
    await resize(page, SIZES.bench);
    found.push(...(await wrong(page, stage)));
  }
  expect(found).toEqual([]);
});

test('a part that can’t be fetched is said, and comes when the server is back', async ({
  page,
}) => {
  await page.goto('/');
  const stock = page.getByRole('link', { name: 'Stock', exact: true });
  await stock.waitFor();
  await page.route('**/assets/*.js', (route) => route.abort());
  await stock.click();
  await expect(page.getByRole('alert')).toContainText('could not be fetched');
  await page.unroute('**/assets/*.js');
  await stock.click();
  await expect(
    page.getByRole('heading', { level: 1, name: 'What is on the shelf, and how long is it good?' }),
  ).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('a page that is older than the server opens anew at the place that was wanted', async ({
  page,
}) => {
  await page.goto('/');
  const stock = page.getByRole('link', { name: 'Stock', exact: true });
  await stock.waitFor();
  await page.evaluate(() => Object.assign(window, { old: true }));
  // The next version's page: its parts have other names, and those of this one are gone.
  await page.route('**/assets/*.js', (route) => route.abort());
  const next = '<script type="module" src="/assets/next.js"></script>';
  await page.route(
    ({ pathname }) => pathname === '/',
    async (route) => {
      await page.unroute('**/assets/*.js');
      await route.fulfill({ contentType: 'text/html', body: next });
    },
  );
  await stock.click();
  await expect(page).toHaveURL(/\/stock\/shelf$/);
  await expect(
    page.getByRole('heading', { level: 1, name: 'What is on the shelf, and how long is it good?' }),
  ).toBeVisible();
  expect(await page.evaluate(() => 'old' in window)).toBe(false);
});
