import { join } from 'node:path';
import { defineConfig } from 'vitest/config';

const shared = { resolve: { alias: { '@': join(import.meta.dirname, 'src') } } };
/** Properties are drawn from a seed that can be named, so that a failure can be seen again. */
const setupFiles = ['tests/support/fast-check-seed.ts'];

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
          testTimeout: 30_000,
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
          testTimeout: 30_000,
        },
      },
      {
        ...shared,
        test: {
          name: 'data',
          include: ['tests/data/**/*.test.ts'],
          environment: 'node',
          setupFiles,
          testTimeout: 30_000,
          hookTimeout: 60_000,
          maxWorkers: 2,
        },
      },
      {
        ...shared,
        test: {
          name: 'commands',
          include: ['tests/commands/**/*.test.ts'],
          environment: 'node',
          testTimeout: 180_000,
          hookTimeout: 180_000,
          // Starts and builds wait for each other's processors: two files at a time took longer than their limits.
          fileParallelism: false,
        },
      },
    ],
  },
});
