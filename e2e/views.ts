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

/** Makes the window so large, and waits until the screen has followed. */
export async function resize(page: Page, size: ViewportSize): Promise<void> {
  await page.setViewportSize(size);
  await page.evaluate(
    () =>
      new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(() => done(null)))),
  );
}
