import { defineConfig } from '@playwright/test';

const address = process.env.E2E_ADDRESS;
if (!address) throw new Error('run the end-to-end tests through `npm test -- e2e`: they need its server');

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: '.kilnsman/test-results/e2e',
  workers: 1,
  timeout: 60_000,
  expect: { timeout: 10_000 },
  use: {
    baseURL: address,
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Pacific/Auckland',
    locale: 'en-US',
    launchOptions: {
      executablePath: process.env.CHROMIUM,
      args: [
        ...(process.env.CHROMIUM_ROOT ? ['--no-sandbox'] : []),
        '--disable-dev-shm-usage',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
  projects: [
    { name: 'main', testMatch: /.*\.e2e\.ts/, testIgnore: /outage/ },
    { name: 'outage', testMatch: /outage\.e2e\.ts/, dependencies: ['main'] },
  ],
});
