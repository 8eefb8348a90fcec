// `npm test`: everything CI runs, against a throw-away database and a build of its own.
// `npm test -- unit data` runs only the parts named: checks, unit, dom, data, e2e, commands; whatever else stands there
// names test files of them: `npm test -- data jobs.test`, `npm test -- e2e path`. E2E_ONLY is a word of the titles of
// end-to-end tests. FAST_CHECK_SEED draws other properties than the usual ones.
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { endGroup, endRunning, mustRun, run, whenToldToStop } from './lib/child.mjs';
import { ensureDebianPackages, findOnPath } from './lib/debian.mjs';
import { ensureInstalled } from './lib/install.mjs';
import { freePort, startCluster } from './lib/postgres.mjs';
import { isRoot, nextBinary, privateFolder, root, Stop, say } from './lib/project.mjs';

/** The database of the server whose clock runs fast. */
const quick = 'e2e_quick';
/** Another address of this machine, by which a device would reach it over HTTPS. */
const otherAddress = '127.0.0.2';
let secureAddress = '';
const parts = ['checks', 'unit', 'dom', 'data', 'e2e', 'commands'];
const asked = process.argv.slice(2);
const named = parts.filter((part) => asked.includes(part));
const wanted = named.length === 0 ? parts : named;
/** Files named beside the parts; all where none is. */
const onlyFiles = asked.filter((word) => !parts.includes(word));
const results = join(privateFolder, 'test-results');
const clusterName = `test-${process.pid}`;
/** Browsers at once, each with a server and a database of its own: a test waits more than it works. */
const browsers = Math.min(4, availableParallelism() + 1);
const total = { passed: 0, failed: 0 };
const endings = [];
/** The vault key of this run. */
const vaultKey = randomBytes(32).toString('base64');

delete process.env.DATABASE_URL;
delete process.env.MIGRATE_DATABASE_URL;
Object.assign(process.env, { TZ: 'Pacific/Auckland', LANG: 'C.UTF-8', NEXT_TELEMETRY_DISABLED: '1' });
process.env.FAST_CHECK_SEED ??= '20261128';
whenToldToStop(stop);

let failure;
try {
  await main();
} catch (error) {
  failure = error;
  total.failed += 1;
} finally {
  await end();
}
if (failure) console.error(failure instanceof Stop ? failure.message : failure);
console.log(`${total.passed} passed, ${total.failed} failed`);
process.exit(total.failed === 0 ? 0 : 1);

async function main() {
  await ensureInstalled();
  rmSync(results, { recursive: true, force: true });
  mkdirSync(results, { recursive: true });
  if (wanted.includes('checks')) await checks();
  if (wanted.includes('unit')) await vitest('unit');
  if (wanted.includes('dom')) await vitest('dom');
  if (wanted.includes('data') || wanted.includes('e2e')) {
    await ensureDebianPackages(
      wanted.includes('data') ? ['postgresql', 'tshark', 'poppler-utils'] : ['postgresql'],
    );
    const cluster = await startCluster(clusterName, 'throwaway');
    endings.push(async () => {
      await cluster.stop();
      cluster.remove();
    });
    const env = await prepareDatabases(cluster);
    if (wanted.includes('data')) await vitest('data', env);
    if (wanted.includes('e2e')) await endToEnd(cluster, env);
  }
  if (wanted.includes('commands')) {
    await ensureDebianPackages(['postgresql']);
    await vitest('commands');
  }
}

async function checks() {
  const bin = (name) => join(root, 'node_modules', '.bin', name);
  const all = [
    ['types', bin('tsc'), ['--noEmit']],
    ['style', bin('biome'), ['check', '--error-on-warnings', '.']],
    ['who imports whom', bin('depcruise'), ['src', '--config', '.dependency-cruiser.cjs']],
    ['nothing unused', bin('knip'), []],
  ];
  const check = async ([name, command, args]) => {
    const { code, output } = await run(command, args, { cwd: root, quiet: true });
    if (code !== 0) console.log(output);
    count(name, code === 0 ? 1 : 0, code === 0 ? 0 : 1);
  };
  await Promise.all(all.map(check));
}

/** One project of the tests; where files are named, a project that has none of them is passed over. */
async function vitest(project, env = {}) {
  const file = join(results, `${project}.json`);
  const args = [
    'run',
    '--project',
    project,
    ...onlyFiles,
    ...(onlyFiles.length > 0 ? ['--passWithNoTests'] : []),
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${file}`,
  ];
  const { code } = await run(join(root, 'node_modules', '.bin', 'vitest'), args, {
    cwd: root,
    env: { ...process.env, ...env },
  });
  const { numPassedTests, numFailedTests } = JSON.parse(readFileSync(file, 'utf8'));
  count(project, numPassedTests, failures(code, numFailedTests));
}

/** Two templates: `bare` with the schema only, `world` with the demo world; and a copy of it for each browser. */
async function prepareDatabases(cluster) {
  await mustRun(process.execPath, ['--import', 'tsx', 'tests/prepare-templates.ts'], {
    cwd: root,
    env: {
      ...process.env,
      TEST_SUPERUSER_URL: cluster.url('postgres', 'postgres'),
      TEST_MIGRATOR_URL: cluster.url('kilnsman_migrator', 'postgres'),
      TEST_SERVING_URL: cluster.url('kilnsman_serving', 'postgres'),
      KILNSMAN_VAULT_KEY: vaultKey,
      E2E_DATABASES: [...Array.from({ length: browsers }, (_, at) => databaseOf(at)), quick].join(' '),
      E2E_QUICK_DATABASE: quick,
    },
  });
  return {
    TEST_SUPERUSER_URL: cluster.url('postgres', 'postgres'),
    TEST_MIGRATOR_URL: cluster.url('kilnsman_migrator', 'postgres'),
    TEST_SERVING_URL: cluster.url('kilnsman_serving', 'postgres'),
    TEST_SERVER_LOG: cluster.log,
    KILNSMAN_VAULT_KEY: vaultKey,
  };
}

/** The database of one browser. */
function databaseOf(at) {
  return `e2e_${at}`;
}

async function endToEnd(cluster, env) {
  await ensureDebianPackages(['chromium-headless-shell', 'chromium', 'poppler-utils', 'zbar-tools']);
  await ensureBuilt('.next-test');
  const databases = Array.from({ length: browsers }, (_, at) =>
    cluster.url('kilnsman_serving', databaseOf(at)),
  );
  const [quickAddress, emptyAddress, ...addresses] = await Promise.all([
    serve(cluster.url('kilnsman_serving', quick), 'rate:15@2027-03-03T15:20:00Z', await secure()),
    ...[cluster.url('kilnsman_serving', 'empty'), ...databases].map((url) => serve(url)),
  ]);
  const file = join(results, 'e2e.json');
  const { code } = await run(
    join(root, 'node_modules', '.bin', 'playwright'),
    [
      'test',
      '--reporter=list,json',
      ...onlyFiles,
      ...(process.env.E2E_ONLY ? ['--grep', process.env.E2E_ONLY] : []),
      ...(onlyFiles.length > 0 || process.env.E2E_ONLY ? ['--no-deps'] : []),
    ],
    {
      cwd: root,
      env: {
        ...process.env,
        ...env,
        E2E_PLACES: JSON.stringify(databases.map((database, at) => ({ database, address: addresses[at] }))),
        E2E_QUICK_ADDRESS: quickAddress,
        E2E_QUICK_DATABASE: cluster.url('kilnsman_serving', quick),
        E2E_SECURE_ADDRESS: secureAddress,
        E2E_EMPTY_ADDRESS: emptyAddress,
        E2E_EMPTY_DATABASE: cluster.url('kilnsman_serving', 'empty'),
        E2E_CLUSTER: clusterName,
        CHROMIUM: findOnPath('chromium-headless-shell'),
        CHROMIUM_WHOLE: findOnPath('chromium'),
        CHROMIUM_ROOT: isRoot ? 'yes' : '',
        PLAYWRIGHT_JSON_OUTPUT_NAME: file,
      },
    },
  );
  const { stats, suites } = JSON.parse(readFileSync(file, 'utf8'));
  for (const title of unsteady(suites)) say(`e2e: passed at the second try only: ${title}`);
  count('e2e', stats.expected + stats.flaky, failures(code, stats.unexpected));
}

/** Serves a database with the build of the tests on a free port; resolves to its address once it answers. */
async function serve(databaseUrl, clock = 'fixed:2027-03-03T15:20:00Z', tls = undefined) {
  const port = await freePort();
  const server = spawn(
    process.execPath,
    tls
      ? [join(root, 'scripts', 'serve-next.mjs')]
      : [nextBinary, 'start', '-H', '127.0.0.1', '-p', String(port)],
    {
      cwd: root,
      detached: true,
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        NODE_ENV: 'production',
        KILNSMAN_DIST: '.next-test',
        KILNSMAN_CLOCK: clock,
        DATABASE_URL: databaseUrl,
        KILNSMAN_VAULT_KEY: vaultKey,
        KILNSMAN_SEAL_FILE: join(results, `audit-${port}.seals`),
        KILNSMAN_BACKUP_FOLDER: join(results, `backups-${port}`),
        PORT: String(port),
        LOG_LEVEL: 'error',
        ...tls,
      },
    },
  );
  endings.push(() => endGroup(server));
  await answers(`http://127.0.0.1:${port}/api/health`);
  return `http://127.0.0.1:${port}`;
}

/** What lets the quick server answer other devices too: over HTTPS, by another address of this machine, with a certificate made for it. */
async function secure() {
  const { makeCertificate } = await import('./lib/make-certificate.mjs');
  const { cert, key } = await makeCertificate([otherAddress]);
  const files = { TLS_CERT: join(results, 'server.crt'), TLS_KEY: join(results, 'server.key') };
  writeFileSync(files.TLS_CERT, cert);
  writeFileSync(files.TLS_KEY, key, { mode: 0o600 });
  const port = String(await freePort());
  secureAddress = `https://${otherAddress}:${port}`;
  return { ...files, TLS_HOST: otherAddress, TLS_PORT: port };
}

async function answers(url) {
  for (let tries = 0; tries < 240; tries += 1) {
    const there = await fetch(url).then(
      (response) => response.ok,
      () => false,
    );
    if (there) return;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  throw new Error(`nothing answers at ${url}`);
}

/** The titles of browser tests that failed once and passed when they were run again. */
function unsteady(suites) {
  return suites.flatMap(({ specs = [], suites: inner = [] }) => [
    ...specs.filter(({ tests }) => tests.some(({ status }) => status === 'flaky')).map(({ title }) => title),
    ...unsteady(inner),
  ]);
}

/** A runner that ends badly without naming a failed test has failed all the same. */
function failures(code, named) {
  return code === 0 ? named : Math.max(1, named);
}

function count(name, passed, failed) {
  total.passed += passed;
  total.failed += failed;
  say(`${name}: ${passed} passed, ${failed} failed`);
}

/** A signal ends what runs, then the servers, then this process. */
async function stop() {
  endRunning();
  await end();
  process.exit(1);
}

async function end() {
  while (endings.length > 0)
    await endings
      .pop()()
      .catch((error) => console.error(error.message));
}
