/**
 * Before the first journey: a database in which the demo's artwork is read and its plates are built. Each worker gets a copy. On a
 * slow machine reading takes longer than any single step of a test should be given.
 */
import { expect, request } from '@playwright/test';
import { App } from './app.ts';

/** @returns what is done after the last journey */
export default async function demoRead(): Promise<() => Promise<void>> {
  const app = await App.start();
  const api = await request.newContext({ baseURL: app.url });
  await expect
    .poll(
      async () => {
        const { jobs } = (await (await api.get('/api/jobs')).json()) as {
          jobs: { artworkState: string; decide: unknown }[];
        };
        // Built plates reserve what they take: an entry in the middle of somebody's own.
        return jobs.filter((one) => one.artworkState !== 'done' || one.decide === null).length;
      },
      {
        message:
          'jobs of the demo whose artwork is still being read or whose plates are being built',
        timeout: 600_000,
      },
    )
    .toBe(0);
  await api.dispose();
  await app.stop();
  process.env.KYANOS_E2E_TEMPLATE = app.database;
  return () => app.remove();
}
