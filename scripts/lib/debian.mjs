// The Debian packages the product needs, and their installation where one is missing.
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { mustRun, run } from './child.mjs';
import { isRoot, Stop, say } from './project.mjs';

/** Package, what it is for, and how its presence is seen. */
const packages = {
  postgresql: { for: 'the database server', path: () => postgresFolder() },
  'chromium-headless-shell': {
    for: 'the browser of the end-to-end tests',
    path: () => findOnPath('chromium-headless-shell'),
  },
  chromium: {
    for: 'a browser that shows notifications, for tests of them, figures and pictures',
    path: () => findOnPath('chromium'),
  },
  'poppler-utils': { for: 'reading PDF back in the tests', path: () => findOnPath('pdftotext') },
  tshark: { for: 'reading logs of frames back in the tests', path: () => findOnPath('tshark') },
  'zbar-tools': { for: 'reading QR codes back in the tests', path: () => findOnPath('zbarimg') },
};

/** The folder of the newest installed PostgreSQL server's binaries, or undefined. */
export function postgresFolder() {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return undefined;
  const versions = readdirSync(base).sort((a, b) => Number(b) - Number(a));
  return versions
    .map((version) => join(base, version, 'bin'))
    .find((folder) => existsSync(join(folder, 'initdb')));
}

export function findOnPath(name) {
  const folders = [...(process.env.PATH ?? '').split(':'), '/usr/bin', '/usr/local/bin'];
  return folders.map((folder) => join(folder, name)).find((file) => existsSync(file));
}

export async function ensureDebianPackages(names) {
  const missing = names.filter((name) => packages[name].path() === undefined);
  if (missing.length === 0) return;
  const words = missing.map((name) => `${name} (${packages[name].for})`).join(', ');
  const prefix = isRoot
    ? []
    : (await run('sudo', ['-n', 'true'], { quiet: true }).catch(() => ({ code: 1 }))).code === 0
      ? ['sudo', '-n']
      : undefined;
  if (!prefix) {
    throw new Stop(
      `missing: ${words}. Run this once, then start again:\n  sudo apt-get install -y --no-install-recommends ${missing.join(' ')}`,
    );
  }
  say(`installing ${words}`);
  if (missing.includes('postgresql') && isRoot) keepDebianFromMakingACluster();
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (...args) => {
    const [command, ...rest] = [...prefix, 'apt-get', '-o', 'DPkg::Lock::Timeout=300', '-q', ...args];
    return mustRun(command, rest, { env, quiet: true });
  };
  await apt('update');
  await apt('install', '-y', '--no-install-recommends', ...missing);
}

function keepDebianFromMakingACluster() {
  const file = '/etc/postgresql-common/createcluster.conf';
  const text = existsSync(file) ? readFileSync(file, 'utf8') : '';
  if (/^\s*create_main_cluster\s*=/m.test(text)) return;
  mkdirSync('/etc/postgresql-common', { recursive: true });
  writeFileSync(file, `${text}create_main_cluster = false\n`);
}
