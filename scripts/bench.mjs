// `npm run bench`: measures against plain ways, in one run, on loopback only, and writes docs/bench.md as measured.
// `npm run bench -- flow` measures that part alone and prints its figures; so do `library`, `car`, `procedures`, `runs`, `timed`, `typed` and `pages`.
import { spawn } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { firstPrice } from './bench/first-price.mjs';
import { tasksOfDecode, tasksOfWait } from './bench/page-tasks.mjs';
import { measureRelease } from './bench/release.mjs';
import { report, weightRows } from './bench/report.mjs';
import { paintOfRun } from './bench/run-paint.mjs';
import { timedSteps } from './bench/timed-steps.mjs';
import { ensureBuilt } from './lib/build.mjs';
import { endGroup, mustRun, whenToldToStop } from './lib/child.mjs';
import { ensureDebianPackages, findOnPath, postgresFolder } from './lib/debian.mjs';
import { ensureInstalled } from './lib/install.mjs';
import { freePort, startCluster } from './lib/postgres.mjs';
import { isRoot, nextBinary, root, say } from './lib/project.mjs';

await ensureInstalled();
await ensureDebianPackages(['postgresql', 'chromium']);
const cluster = await startCluster(`bench-${process.pid}`);
let server;
whenToldToStop(end);
try {
  await main();
} finally {
  await end();
}

async function end() {
  if (server) await endGroup(server);
  await cluster.stop();
  cluster.remove();
}

async function main() {
  const serving = cluster.url('kilnsman_serving', 'kilnsman');
  const env = { ...process.env, DATABASE_URL: serving };
  const tsx = (script, ...args) => [process.execPath, ['--import', 'tsx', script, ...args]];
  await mustRun(...tsx('scripts/migrate.ts'), {
    cwd: root,
    env: { ...env, MIGRATE_DATABASE_URL: cluster.url('kilnsman_migrator', 'kilnsman') },
  });
  await mustRun(...tsx('scripts/prepare-shop.ts', '--demo'), { cwd: root, env });
  await ensureBuilt('.next');
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  server = spawn(process.execPath, [nextBinary, 'start', '-H', '127.0.0.1', '-p', String(port)], {
    cwd: root,
    detached: true,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...env,
      NODE_ENV: 'production',
      KILNSMAN_DIST: '.next',
      PORT: String(port),
      LOG_LEVEL: 'error',
      KILNSMAN_SEAL_FILE: join(cluster.folder, 'audit.seals'),
    },
  });
  await untilServed(address);
  const only = process.argv[2];
  const browsed = !only || only === 'pages' ? await pageFigures(address) : undefined;
  if (only === 'pages') {
    console.log(weightRows(browsed.weights));
    console.log(browsed.longTasks, browsed.carTasks, browsed.price);
    return;
  }
  const figures = await measure({
    BENCH_ONLY: only ?? '',
    ...env,
    BENCH_ADDRESS: address,
    BENCH_PSQL: join(postgresFolder(), 'psql'),
    BENCH_SUPERUSER_URL: cluster.url('postgres', 'kilnsman'),
  });
  if (only) {
    console.log(JSON.stringify(figures, null, 1));
    if (only === 'runs' || only === 'timed') console.log(await runPaint(address, figures.job));
    return;
  }
  const { weights: scripts, longTasks, carTasks, price } = browsed;
  const paint = await runPaint(address, figures.atTheCar.job);
  const release = await measureRelease({ ...env, NEXT_TELEMETRY_DISABLED: '1' });
  writeFileSync(
    join(root, 'docs', 'bench.md'),
    report({ ...figures, release, longTasks, carTasks, price, paint }, scripts),
  );
  say('docs/bench.md is written');
}

async function untilServed(address) {
  for (let tries = 0; tries < 240; tries += 1) {
    const there = await fetch(`${address}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    );
    if (there) return;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  throw new Error('the server did not answer');
}

function measure(env) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, ['--import', 'tsx', 'scripts/bench/measure.ts'], {
      cwd: root,
      env,
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let text = '';
    child.stdout.on('data', (part) => {
      text += part;
    });
    child.on('close', (code) =>
      code === 0
        ? resolve(JSON.parse(text.trim().split('\n').at(-1)))
        : reject(new Error('the bench broke off')),
    );
  });
}

/** A browser in which somebody is signed in. */
async function signedIn(address, options = {}) {
  const browser = await chromium.launch({
    executablePath: findOnPath('chromium'),
    args: [...(isRoot ? ['--no-sandbox'] : []), '--disable-dev-shm-usage', '--no-first-run'],
  });
  const context = await browser.newContext(options);
  const first = await context.newPage();
  await first.goto(`${address}/sign-in`);
  await first.getByRole('radio', { name: /Imre Pellimoor/ }).click();
  await first.getByLabel('Passcode').fill(await first.locator('code').first().textContent());
  await first.getByRole('button', { name: 'Sign in' }).click();
  await first.waitForURL('**/jobs');
  return { browser, context, first };
}

/** How soon the page of an open run is there. */
async function runPaint(address, job) {
  const { browser, context } = await signedIn(address);
  const paint = await paintOfRun(context, address, job);
  const timed = await timedSteps(browser, await context.cookies(), address, job);
  await browser.close();
  return { ...paint, timed };
}

/** Compressed JavaScript that a page loads before anything is pressed, and what a decode leaves of a page. */
async function pageFigures(address) {
  // What a worker of the page fetches in its stead is counted nowhere.
  const { browser, context, first } = await signedIn(address, { serviceWorkers: 'block' });
  const href = await first.locator('ul a[href^="/jobs/"]').first().getAttribute('href');
  const job = href.replace(/\/[a-z]+$/, '');
  const weights = {};
  for (const path of [
    '/sign-in',
    '/jobs',
    '/jobs/new',
    `${job}/call`,
    `${job}/identify`,
    `${job}/route`,
    `${job}/quote`,
    `${job}/close`,
    '/benches',
    '/benches/vin',
    '/benches/identify',
    '/benches/blade',
    '/benches/pellet',
    '/benches/car',
    '/library/procedures/row?id=Add%20after%20the%20hazards',
    '/library/procedures/edit?id=Add%20after%20the%20hazards',
    `${job}/blade`,
    '/van',
    '/library',
    '/library/applications',
    '/library/chips/row?id=CHL80-Rowan',
    '/library/conflicts',
    '/library/gaps',
    '/library/import',
    '/settings',
    '/settings/prices',
    '/settings/suppliers',
  ]) {
    const page = await context.newPage();
    const session = await context.newCDPSession(page);
    await session.send('Network.enable');
    await session.send('Network.setCacheDisabled', { cacheDisabled: true });
    const scripts = new Set();
    let bytes = 0;
    session.on('Network.responseReceived', ({ requestId, type }) => {
      if (type === 'Script') scripts.add(requestId);
    });
    session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
      if (scripts.has(requestId)) bytes += encodedDataLength;
    });
    await page.goto(`${address}${path}`, { waitUntil: 'networkidle' });
    weights[path.replace(/\/jobs\/\d+/, '/jobs/…')] = Math.round(bytes / 1000);
    await page.close();
  }
  const longTasks = await tasksOfDecode(context, address);
  const carTasks = await tasksOfWait(context, address);
  const price = await firstPrice(browser, address);
  await browser.close();
  return { weights, longTasks, carTasks, price };
}
