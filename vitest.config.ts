import { availableParallelism } from 'node:os';
import vue from '@vitejs/plugin-vue';
import vuetify from 'vite-plugin-vuetify';
import { defineConfig } from 'vitest/config';

/** On two cores as well, where the runner would keep one for itself. */
const maxWorkers = Math.max(2, availableParallelism() - 1);

/**
 * No test fails for being slow on a machine that does other things too: these only end what would never end. What is promised of
 * time is measured in bench/, and where a limit of the product's own is tried the test says it.
 */
const patience = {
  testTimeout: 300_000,
  hookTimeout: 300_000,
  expect: { poll: { timeout: 120_000 } },
};

// What one file has imported serves the next (`isolate: false`): half of the time went into importing. So a file leaves to the next
// what it found: `vi.stubEnv` and its like, undone at the end.
const shared = { ...patience, maxWorkers, isolate: false };

const SCREENS = ['web/**/*.screen.test.ts'];

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          ...shared,
          name: 'core',
          include: ['core/**/*.test.ts', 'contract/**/*.test.ts', 'web/**/*.test.ts'],
          exclude: SCREENS,
        },
      },
      {
        // Components with the real things around them: a mock would not reach what an earlier file has imported (docs/decisions/0052).
        plugins: [vue(), vuetify({ autoImport: true })],
        test: {
          ...shared,
          name: 'screens',
          include: SCREENS,
          environment: 'happy-dom',
          server: { deps: { inline: ['vuetify'] } },
        },
      },
      {
        test: {
          ...shared,
          name: 'files',
          include: [
            'intake/**/*.test.ts',
            'output/**/*.test.ts',
            'demo/**/*.test.ts',
            'ipp/**/*.test.ts',
            'press/**/*.test.ts',
            'cli/**/*.test.ts',
            'bench/**/*.test.ts',
          ],
        },
      },
      {
        // They wait for one another's processes: two of them leave a fifth of the processor idle.
        test: {
          ...shared,
          name: 'server',
          include: ['server/**/*.test.ts'],
          maxWorkers: maxWorkers + 1,
          sequence: { groupOrder: 1 },
        },
      },
      {
        // Each has processes of its own, and wants the machine for itself where times are measured.
        test: {
          ...shared,
          name: 'faults',
          include: ['faults/**/*.test.ts'],
          testTimeout: 3_600_000,
          maxWorkers: process.env.KYANOS_FAULTS === 'whole' ? 1 : maxWorkers,
          sequence: { groupOrder: 2 },
        },
      },
    ],
  },
});
