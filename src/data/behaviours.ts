import type { Behaviour } from '@/core/benchcar/document/behaviour';
import type { BenchPlatform } from '@/core/benchcar/document/bench-platform';
import { listPlatforms } from './catalogue';
import type { Db } from './db';
import { findRankTest } from './rank-tests';

/** A platform with the version of its document that stands. */
export interface DocumentedPlatform extends BenchPlatform {
  readonly version: number;
}

/** A platform by its name with what its document says; undefined where it has none. */
export async function findBenchPlatform(db: Db, name: string): Promise<DocumentedPlatform | undefined> {
  const found = await db.query<{ id: string; version: number; body: Behaviour }>(
    `SELECT p.id, b.version, b.body FROM behaviour b JOIN platform p ON p.id = b.platform_id WHERE p.name = $1`,
    [name],
  );
  const [row] = found.rows;
  if (!row) return undefined;
  const [platform] = await listPlatforms(db, [row.id]);
  if (!platform) return undefined;
  const test = await findRankTest(db, row.id);
  return { platform, behaviour: row.body, rankMoments: test?.moments ?? [], version: row.version };
}

/** The names of the platforms that have a document, each with its link. */
export async function listBenchPlatforms(db: Db): Promise<{ name: string; link: string }[]> {
  const found = await db.query<{ name: string; link: string }>(
    'SELECT p.name, p.link FROM behaviour b JOIN platform p ON p.id = b.platform_id ORDER BY p.name',
  );
  return found.rows;
}
