import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

/** On two cores as well, where the runner would keep one for itself. */
const maxWorkers = Math.max(2, availableParallelism() - 1);

// What one file has imported serves the next (`isolate: false`): half of the time went into importing. So a file leaves to the next
// what it found: `vi.stubEnv` and its like, undone at the end.
export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          maxWorkers,
          testTimeout: 30_000,
          isolate: false,
          include: ['core/**/*.test.ts', 'contract/**/*.test.ts', 'web/**/*.test.ts'],
        },
      },
      {
        test: {
          name: 'files',
          maxWorkers,
          isolate: false,
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
          maxWorkers,
          isolate: false,
          include: ['server/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
      {
        // Each has processes of its own, and wants the machine for itself where times are measured.
        test: {
          name: 'faults',
          include: ['faults/**/*.test.ts'],
          testTimeout: 3_600_000,
          hookTimeout: 120_000,
          maxWorkers: process.env.KYANOS_FAULTS === 'whole' ? 1 : maxWorkers,
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
