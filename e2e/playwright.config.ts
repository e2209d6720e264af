import { defineConfig } from '@playwright/test';

/** Journeys in jobs of their own, which disturb nobody and run side by side. */
const OWN = ['stack.spec.ts', 'plates.spec.ts', 'quote.spec.ts', 'history.spec.ts'];
const port = Number(process.env.KYANOS_E2E_PORT ?? 4917);

export default defineConfig({
  testDir: '.',
  globalSetup: './demoRead.ts',
  outputDir: '../.cache/e2e',
  timeout: 150_000,
  expect: { timeout: 30_000 },
  workers: 2,
  projects: [
    // Times are measured by themselves, on a machine that does nothing else: `--project bench`.
    ...(process.env.KYANOS_BENCH ? [{ name: 'bench', testMatch: '*.bench.ts', workers: 1 }] : []),
    { name: 'own', testMatch: OWN },
    // The demo's own jobs and the shop are everybody's: one after another, when no other journey copies them.
    { name: 'shared', testIgnore: OWN, workers: 1, dependencies: ['own'] },
  ],
  reporter: 'list',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-background-networking',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
  webServer: {
    command: `node ../.cache/programs/main.js --port ${port} --web ../.cache/web`,
    url: `http://127.0.0.1:${port}/api/jobs`,
    timeout: 120_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 6000 },
  },
});
