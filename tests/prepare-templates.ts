// Makes the template databases of a test run: `bare`, `world`, and the end-to-end copy of `world`.
import { spawnSync } from 'node:child_process';
import { migrate } from '@/data/migrate';
import { copyTemplate, databaseUrl, withClient, withSuperuser } from './support/databases';

await withSuperuser((client) => client.query('CREATE DATABASE bare OWNER kilnsman_migrator'));
await migrate(databaseUrl('migrator', 'bare'), 'kilnsman_serving');
await copyTemplate('bare', 'world');
const loaded = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/prepare-shop.ts', '--demo'], {
  stdio: 'inherit',
  env: {
    ...process.env,
    DATABASE_URL: databaseUrl('serving', 'world'),
    KILNSMAN_CLOCK: 'fixed:2027-03-03T15:20:00Z',
  },
});
if (loaded.status !== 0) throw new Error('the demo world could not be loaded');
for (const name of (process.env.E2E_DATABASES ?? '').split(' ').filter(Boolean))
  await copyTemplate('world', name);
await copyTemplate('bare', 'empty');
// Where the clock runs fifteen times as fast, nobody is locked out for standing by for some seconds.
const quick = process.env.E2E_QUICK_DATABASE;
if (quick)
  await withClient(databaseUrl('serving', quick), (client) =>
    client.query('UPDATE shop SET lock_minutes = 240'),
  );
