import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { seededRandom } from '@/core/kinds/random';
import { openArchive } from '@/formats/archive/unpack';
import { keysFileName } from '@/outside/backup-folder';
import { readVaultKeys } from '@/outside/vault-key';
import { databaseUrl, withClient, withSuperuser } from '../support/databases';
import { testDatabase } from '../support/test-database';

// A backup and a restore that are killed without a word, at any moment: there is a whole archive or none, a whole database
// or an empty one, and the next try does it.

const { name: source } = testDatabase('world');
const folder = mkdtempSync(join(tmpdir(), 'kilnsman-killed-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const seeds = 20;

/** Runs a script, and kills it after so long. @returns whether it ended by itself */
function killed(script: string, args: readonly string[], afterMs: number): Promise<boolean> {
  const child = spawn(process.execPath, ['--import', 'tsx', join('scripts', script), ...args], {
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl('serving', source),
      KILNSMAN_BACKUP_FOLDER: folder,
    },
    stdio: 'ignore',
  });
  const kill = setTimeout(() => child.kill('SIGKILL'), afterMs);
  return new Promise((resolve) =>
    child.on('exit', (code) => {
      clearTimeout(kill);
      resolve(code === 0);
    }),
  );
}

const archives = () => readdirSync(folder).filter((name) => name.endsWith('.zip'));

async function isWhole(name: string): Promise<boolean> {
  const opened = await openArchive(join(folder, name), readVaultKeys());
  if (!opened.ok) return false;
  const { manifest, read, end } = opened.value;
  try {
    for (const file of manifest.files) for await (const _ of await read(file.name));
    return true;
  } finally {
    end();
  }
}

describe('a server that is killed', () => {
  it('while it writes an archive leaves a whole one or none', { timeout: 400_000 }, async () => {
    const random = seededRandom('backup');
    const before = performance.now();
    expect(await killed('backup.ts', [], 600_000)).toBe(true);
    const usualMs = performance.now() - before;
    let ended = 0;
    for (let seed = 0; seed < seeds; seed += 1) {
      const known = archives().length;
      const byItself = await killed('backup.ts', [], usualMs * (0.3 + 0.8 * random()));
      ended += byItself ? 1 : 0;
      if (byItself) expect(archives().length).toBe(Math.min(14, known + 1));
      for (const name of archives()) expect([name, await isWhole(name)]).toEqual([name, true]);
    }
    // Not all were killed, and not all ended: the moments were spread over the whole of it.
    expect(ended).toBeLessThan(seeds);
    expect(await killed('backup.ts', [], 600_000)).toBe(true);
  });

  it('while it takes one in leaves the whole of it or nothing', { timeout: 600_000 }, async () => {
    const random = seededRandom('restore');
    const archive = join(folder, archives().sort().at(-1) ?? '');
    const rowsOf = (url: string) =>
      withClient(url, async (client) => {
        const { rows } = await client.query<{ there: boolean }>(
          "SELECT to_regclass('public.job') IS NOT NULL AS there",
        );
        if (!rows[0]?.there) return 0;
        return (
          (await client.query<{ jobs: number }>('SELECT count(*)::int AS jobs FROM job')).rows[0]?.jobs ?? 0
        );
      });
    const all = await rowsOf(databaseUrl('superuser', source));
    let usualMs = 0;
    const found: number[] = [];
    for (let seed = 0; seed <= seeds; seed += 1) {
      const name = `k_${seed}_${process.pid}`;
      await withSuperuser((client) => client.query(`CREATE DATABASE ${name} OWNER kilnsman_migrator`));
      const url = databaseUrl('migrator', name);
      const args = [
        archive,
        '--into',
        url,
        '--role',
        'kilnsman_serving',
        '--keys',
        join(folder, keysFileName),
      ];
      const before = performance.now();
      const byItself = await killed(
        'restore-archive.ts',
        args,
        seed === 0 ? 600_000 : usualMs * (0.3 + 0.75 * random()),
      );
      if (seed === 0) {
        expect(byItself).toBe(true);
        usualMs = performance.now() - before;
      }
      const rows = await rowsOf(url);
      if (byItself) expect(rows).toBe(all);
      else expect([0, all]).toContain(rows);
      found.push(rows);
      await withSuperuser((client) => client.query(`DROP DATABASE ${name} WITH (FORCE)`));
    }
    expect(new Set(found)).toEqual(new Set([0, all]));
  });
});
