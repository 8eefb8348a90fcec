// Fills an empty database: with the demo world (`--demo`), or with a one-time set-up code shown on the console.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { closeDatabase } from '@/usecases/database';
import { makeSetUpCode } from '@/usecases/people/set-up';
import { prepareVault } from '@/usecases/vault/prepare-vault';
import { loadWorld } from '@/usecases/world/load-world';

const folder = join(import.meta.dirname, '..', 'world');

process.on('uncaughtException', (error) => {
  const missing = (error as { code?: string }).code === '42P01';
  console.error(
    missing
      ? 'kilnsman: this database has no schema yet. Start once with MIGRATE_DATABASE_URL, the role that may make it.'
      : error,
  );
  process.exit(1);
});

const vault = await prepareVault();
if (vault.kind === 'refused') {
  console.error(`kilnsman: ${vault.message}`);
  process.exit(1);
}
if (vault.kind === 'made')
  console.log(
    `kilnsman: the vault key is new and stands at ${vault.file}. Keep a copy of it on another machine: without it no code or PIN can be read.`,
  );

if (process.argv.includes('--demo')) {
  const loaded = await loadWorld((name) => readFileSync(join(folder, name), 'utf8'));
  if (!loaded.ok) {
    for (const { file, line, column, reason } of loaded.problems) {
      console.error(`kilnsman: world/${file}, line ${line}${column ? `, column ${column}` : ''}: ${reason}`);
    }
    process.exitCode = 1;
  } else if (loaded.value > 0) console.log(`kilnsman: the demo world is loaded (${loaded.value} rows)`);
} else {
  const code = await makeSetUpCode();
  if (code) console.log(`kilnsman: this database has no shop yet; the set-up code is ${code}`);
}
await closeDatabase();
