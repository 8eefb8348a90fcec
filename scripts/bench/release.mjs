// What a production start needs: the build, the sources its threads run, and the packages that are not for development.
import { spawn } from 'node:child_process';
import { cpSync, mkdirSync, rmSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { endGroup, mustRun, run } from '../lib/child.mjs';
import { freePort } from '../lib/postgres.mjs';
import { privateFolder, root } from '../lib/project.mjs';

const folder = join(privateFolder, 'release');
const parts = ['src', 'scripts', 'world', 'package.json', 'next.config.ts', 'tsconfig.json'];

/**
 * Lays a release out, starts it on a database that is ready, and measures it.
 * Resolves to {packagesMb, withDevMb, buildMb, startMs, page, paper}: whether a page is served and a thread draws a paper.
 */
export async function measureRelease(env) {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  try {
    const listed = await run('npm', ['ls', '--omit=dev', '--all', '--parseable'], { cwd: root, quiet: true });
    const packages = listed.output.split('\n').filter((line) => line.startsWith(join(root, 'node_modules')));
    for (const one of packages) {
      const to = join(folder, relative(root, one));
      mkdirSync(dirname(to), { recursive: true });
      // A package may lie in the folder of another that was taken along.
      await run('cp', ['-al', one, dirname(to)], { quiet: true });
    }
    for (const part of parts) cpSync(join(root, part), join(folder, part), { recursive: true });
    cpSync(join(root, '.next'), join(folder, '.next'), {
      recursive: true,
      filter: (path) => !path.includes('/.next/cache') && !path.includes('/.next/dev'),
    });
    const paper = await run(process.execPath, ['--import', 'tsx', 'scripts/bench/draw-paper.ts'], {
      cwd: folder,
      env,
      quiet: true,
    });
    return {
      packagesMb: await megabytes(join(folder, 'node_modules')),
      withDevMb: await megabytes(join(root, 'node_modules')),
      buildMb: await megabytes(join(folder, '.next')),
      paper: paper.code === 0,
      ...(await start(env)),
    };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function start(env) {
  const port = await freePort();
  const begun = performance.now();
  const server = spawn(
    process.execPath,
    ['node_modules/next/dist/bin/next', 'start', '-H', '127.0.0.1', '-p', String(port)],
    {
      cwd: folder,
      // The release begins with the vault key of the shop whose database it opens.
      env: {
        ...env,
        NODE_ENV: 'production',
        PORT: String(port),
        KILNSMAN_VAULT_FILE: join(privateFolder, 'vault.key'),
      },
      stdio: 'ignore',
      detached: true,
    },
  );
  try {
    for (let tries = 0; tries < 3000 && server.exitCode === null; tries += 1) {
      const page = await fetch(`http://127.0.0.1:${port}/sign-in`).catch(() => undefined);
      if (page) return { startMs: Math.round(performance.now() - begun), page: page.status === 200 };
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    return { startMs: null, page: false };
  } finally {
    await endGroup(server);
  }
}

async function megabytes(path) {
  const output = await mustRun('du', ['-sm', path], { quiet: true });
  return Number(output.split('\t')[0]);
}
