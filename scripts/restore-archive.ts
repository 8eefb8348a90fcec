// Fills an empty database from an archive, for `npm run restore`, which makes the database and puts it in its place.
import { parseArgs } from 'node:util';
import { listDestroyedKeys } from '@/usecases/archive/destroyed-keys';
import { restoreArchive } from '@/usecases/archive/restore-archive';
import { runCommand } from './run-command';

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    keys: { type: 'string' },
    into: { type: 'string' },
    role: { type: 'string' },
    replaces: { type: 'string' },
    'without-keys': { type: 'boolean', default: false },
  },
});

await runCommand(async () => {
  const [file] = positionals;
  if (!file || !values.into || !values.role) throw new Error('which archive, into which database?');
  let shown = 0;
  const restored = await restoreArchive(file, values.into, values.role, {
    keysFile: values.keys,
    destroyed: values.replaces ? await listDestroyedKeys(values.replaces) : [],
    withoutKeys: values['without-keys'],
    onProgress: ({ tables, of }) => {
      const tenths = Math.floor((10 * tables) / of);
      if (tenths > shown) console.log(`kilnsman: ${tenths * 10} % of the tables`);
      shown = tenths;
    },
  });
  if (!restored.ok) {
    for (const { message } of restored.problems) console.error(`kilnsman: ${message}`);
    return false;
  }
  const { manifest, lines, keysGone } = restored.value;
  console.log(
    `kilnsman: ${manifest.shop} as of ${manifest.madeAt}: ${lines} rows of ${manifest.tables.length} tables`,
  );
  if (keysGone > 0) console.log(`kilnsman: the secrets of ${keysGone} jobs cannot be read any more`);
  return true;
});
