import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  globalSetup: './demoRead.ts',
  outputDir: '../.cache/e2e',
  timeout: 300_000,
  expect: { timeout: 60_000 },
  workers: 2,
  projects: [
    // Times are measured by themselves, on a machine that does nothing else: `--project bench`.
    ...(process.env.KYANOS_BENCH ? [{ name: 'bench', testMatch: '*.bench.ts', workers: 1 }] : []),
    { name: 'journeys' },
  ],
  reporter: 'list',
  use: {
    viewport: { width: 1280, height: 800 },
    // Half of what a journey waits for is motion.
    contextOptions: { reducedMotion: 'reduce' },
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
});
