/** Journeys through a shop that no journey of another worker changes. */
import { test as base } from '@playwright/test';
import { App } from './app.ts';

export { expect } from '@playwright/test';

export const test = base.extend<object, { shop: App }>({
  shop: [
    async ({}, use) => {
      const app = await App.start([], process.env.KYANOS_E2E_TEMPLATE);
      await use(app);
      await app.remove();
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  baseURL: ({ shop }, use) => use(shop.url),
});
