// Builds the application when the hash of its sources differs from the one kept with the last build.
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { run } from './child.mjs';
import { nextBinary, root, Stop, say } from './project.mjs';

const sources = [
  'src',
  'public',
  'package-lock.json',
  'next.config.ts',
  'postcss.config.mjs',
  'tsconfig.json',
];

export async function ensureBuilt(dist) {
  const hashFile = join(root, dist, 'kilnsman-sources');
  const wanted = hashSources();
  if (existsSync(hashFile) && readFileSync(hashFile, 'utf8') === wanted) return;
  say('building (about a minute, once for each change of the sources)');
  rmSync(hashFile, { force: true });
  const env = { ...process.env, KILNSMAN_DIST: dist, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1' };
  const { code, output } = await run(process.execPath, [nextBinary, 'build'], {
    cwd: root,
    env,
    quiet: true,
  });
  if (code !== 0) throw new Stop(`the build failed\n${output}`);
  writeFileSync(hashFile, wanted);
}

function hashSources() {
  const hash = createHash('sha256').update(process.version);
  for (const file of sources.flatMap((name) => listFiles(join(root, name))).sort()) {
    if (/\.test\.tsx?$/.test(file)) continue;
    const body = readFileSync(file);
    hash.update(relative(root, file)).update(file.endsWith('tsconfig.json') ? withoutLayout(body) : body);
  }
  return hash.digest('hex');
}

/** The build may lay tsconfig.json out anew; only what it says counts. */
function withoutLayout(body) {
  return body.toString().replace(/\s+/g, '');
}

function listFiles(path) {
  if (!existsSync(path)) return [];
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path).flatMap((name) => listFiles(join(path, name)));
}
