import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          include: ['core/**/*.test.ts', 'contract/**/*.test.ts', 'web/**/*.test.ts'],
        },
      },
      {
        test: {
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
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'server',
          include: ['server/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          fileParallelism: false,
        },
      },
      {
        // Each has processes of its own and wants the machine for itself.
        test: {
          name: 'faults',
          include: ['faults/**/*.test.ts'],
          testTimeout: 3_600_000,
          hookTimeout: 120_000,
          fileParallelism: false,
        },
      },
    ],
  },
});
