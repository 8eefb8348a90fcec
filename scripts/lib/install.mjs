// Installs the npm packages when the stamp of the last install does not fit the lock file and this Node.js.
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { mustRun } from './child.mjs';
import { root, say } from './project.mjs';

export async function ensureInstalled() {
  const stampFile = join(root, 'node_modules', '.kilnsman-stamp');
  const wanted = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .update(process.version)
    .digest('hex');
  if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === wanted) return;
  say('installing packages');
  await mustRun('npm', ['ci', '--include=dev', '--no-audit', '--no-fund'], { cwd: root });
  writeFileSync(stampFile, wanted);
}
