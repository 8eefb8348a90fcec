import { join } from 'node:path';
import { defineConfig } from 'vitest/config';

const shared = { resolve: { alias: { '@': join(import.meta.dirname, 'src') } } };

export default defineConfig({
  test: {
    projects: [
      {
        ...shared,
        test: {
          name: 'unit',
          include: ['src/**/*.test.ts', 'tests/unit/**/*.test.ts'],
          environment: 'node',
          testTimeout: 30_000,
        },
      },
      {
        ...shared,
        test: {
          name: 'data',
          include: ['tests/data/**/*.test.ts'],
          environment: 'node',
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
          fileParallelism: false,
        },
      },
    ],
  },
});
