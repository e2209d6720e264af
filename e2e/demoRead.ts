/**
 * Waits until the demo's artwork is turned into plates, before the first test begins: on a slow machine that takes longer than
 * any single step of a test should be given.
 */
import { expect, request } from '@playwright/test';

export default async function demoRead({
  projects,
}: {
  projects: readonly { readonly use: { readonly baseURL?: string | undefined } }[];
}): Promise<void> {
  const api = await request.newContext({ baseURL: projects[0].use.baseURL ?? '' });
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
}
