import type { Page, ViewportSize } from '@playwright/test';

/** Every view of a job, by the last part of its address. */
export const VIEWS = [
  'artwork',
  'material',
  'stack',
  'plates',
  'trips',
  'layout',
  'cost',
  'what-if',
  'run-sheet',
] as const;

/** Every view of the rooms around a job. */
export const ROOM_VIEWS = [
  '/queue',
  '/queue/bench',
  '/stock/shelf',
  '/stock/order',
  '/stock/count',
  '/stock/history',
  '/care/machines',
  '/care/logbook',
  '/care/procedures',
  '/care/white',
  '/practice/own',
  '/practice/courses',
  '/handbook',
  '/people',
  '/keeping',
] as const;

/** Every page of the shop. */
export const SHOP_VIEWS = [
  '/shop/machines',
  '/shop/inks',
  '/shop/materials',
  '/shop/prices',
  '/shop/rules',
  '/shop/presets',
  '/shop/white',
  '/shop/process',
  '/shop/use',
  '/shop/forms',
] as const;

/**
 * Opens another view as a link within the app does, without loading the app anew, and waits until its heading is there and it asks
 * the server for nothing more.
 */
export async function goTo(page: Page, path: string): Promise<void> {
  await page.evaluate((to) => {
    for (const heading of document.querySelectorAll('h1')) heading.dataset.left = '';
    history.pushState(null, '', to);
    window.dispatchEvent(new PopStateEvent('popstate', { state: null }));
  }, path);
  await page.locator('h1:not([data-left])').first().waitFor();
  await page.waitForLoadState('networkidle');
}

/** Makes the window so large, and waits until the screen has followed: it hears of it late, and drawings measure themselves then. */
export async function resize(page: Page, size: ViewportSize): Promise<void> {
  await page.setViewportSize(size);
  await page.evaluate(async (width) => {
    const frames = async (count: number) => {
      for (let i = 0; i < count; i++) await new Promise(requestAnimationFrame);
    };
    while (innerWidth !== width) await frames(1);
    await frames(6);
  }, size.width);
}
