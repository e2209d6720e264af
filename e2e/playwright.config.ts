import { defineConfig } from '@playwright/test';

/**
 * What the browser does without: the list that Playwright gives it (the last one rules, so it is repeated), and then pages of the
 * browser's own window, which is never seen. Each new context made a window, and each window cost a second of the processor.
 */
const DISABLED_FEATURES = [
  'AvoidCorsURLLoaderRestartOnRedirect',
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsFirstBalancedModeAutoEnable',
  'HttpsUpgrades',
  'LensOverlay',
  'MediaRouter',
  'NetworkTimeServiceQuerying',
  'OptimizationHints',
  'PaintHolding',
  'PreconnectToSearch',
  'ThirdPartyStoragePartitioning',
  'AimEnabled',
  'SpareRendererForSitePerProcess',
  'WebUIOmniboxAimPopup',
  'WebUIOmniboxPopup',
];

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
        `--disable-features=${DISABLED_FEATURES.join(',')}`,
      ],
    },
  },
});
