import { join } from 'node:path';
import { defineConfig } from 'vitest/config';

const shared = { resolve: { alias: { '@': join(import.meta.dirname, 'src') } } };
/** Properties are drawn from a seed that can be named, so that a failure can be seen again. */
const setupFiles = ['tests/support/fast-check-seed.ts'];

/** A busy machine may be many times slower than a quiet one: a test ends on what it waits for, not on these. */
const limits = { testTimeout: 180_000, hookTimeout: 180_000 };

export default defineConfig({
  test: {
    projects: [
      {
        ...shared,
        test: {
          name: 'unit',
          include: ['src/**/*.test.ts', 'tests/unit/**/*.test.ts'],
          environment: 'node',
          // What they test keeps no state, so that files share what they import: a third of the time.
          isolate: false,
          setupFiles,
          ...limits,
          // Its own default leaves a machine of two cores half idle.
          maxWorkers: 2,
        },
      },
      {
        ...shared,
        test: {
          name: 'dom',
          include: ['src/**/*.test.tsx'],
          environment: 'happy-dom',
          setupFiles: ['tests/support/dom.ts'],
          ...limits,
        },
      },
      {
        ...shared,
        test: {
          name: 'data',
          include: ['tests/data/**/*.test.ts'],
          environment: 'node',
          setupFiles,
          ...limits,
          maxWorkers: 2,
        },
      },
      {
        ...shared,
        test: {
          name: 'commands',
          include: ['tests/commands/**/*.test.ts'],
          environment: 'node',
          testTimeout: 600_000,
          hookTimeout: 600_000,
          // Starts and builds wait for each other's processors: two files at a time took longer than their limits.
          fileParallelism: false,
        },
      },
    ],
  },
});
