import { defineConfig } from '@playwright/test';

// Set by `npm test`, which starts a server with a database of its own for each browser.
const places = JSON.parse(process.env.E2E_PLACES ?? '[]') as { address: string; database: string }[];
const own = places[Number(process.env.TEST_PARALLEL_INDEX ?? 0)];
process.env.E2E_ADDRESS = own?.address ?? '';
process.env.E2E_DATABASE = own?.database ?? '';

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: '.kilnsman/test-results/e2e',
  workers: Math.max(1, places.length),
  fullyParallel: true,
  // A busy machine may be several times slower than a quiet one: a test ends on what it waits for, not on these.
  timeout: 240_000,
  // What passes only at the second try is named at the end.
  retries: 1,
  expect: { timeout: 30_000 },
  use: {
    // What cannot be pressed is said, with the page as it stands, long before the test's own time is over.
    actionTimeout: 90_000,
    baseURL: process.env.E2E_ADDRESS,
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
