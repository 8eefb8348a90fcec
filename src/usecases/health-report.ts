import type { Actor } from '@/core/kinds/actor';
import { type HealthItem, healthOf, healthParts, worstOf } from '@/core/kinds/health';
import { done, type Result } from '@/core/kinds/result';
import { listBackups } from '@/data/backups';
import { newestSchema } from '@/data/newest-schema';
import { ping } from '@/data/pool';
import { readAuditFacts, readDatabaseFacts, readErrandFacts } from '@/data/server-facts';
import { getShopOrThrow } from '@/data/shop';
import { freeBytes, listBackupFiles } from '@/outside/backup-folder';
import { certificateEnds } from '@/outside/certificate';
import { now } from '@/outside/clock';
import { database } from './database';
import { refusedFor } from './duties';
import { listTroubles } from './troubles';
import { productVersion } from './version';

export interface HealthReport {
  readonly state: HealthItem['state'];
  readonly items: readonly HealthItem[];
  /** What this server has noticed by itself. */
  readonly troubles: readonly string[];
}

/** How the program is, part by part; for the proprietor, and for a monitor with a token of his. */
export async function readHealthReport(actor: Actor): Promise<Result<HealthReport>> {
  const mayNot = refusedFor(actor, 'manageShop');
  if (mayNot) return mayNot;
  const db = database();
  const at = now();
  const begun = performance.now();
  await ping(db);
  const answerMs = Math.round(performance.now() - begun);
  const facts = await readDatabaseFacts(db);
  const secondsApart = Math.abs(Date.now() - facts.at.getTime()) / 1000;
  const shop = await getShopOrThrow(db);
  const runs = await listBackups(db, 20);
  const [newest] = runs.filter(({ state }) => state !== 'running');
  const made = runs.find(({ state }) => state === 'made');
  const items = healthOf({
    at,
    database: { answerMs, ...facts },
    disk: { freeBytes: await freeBytes(), databaseBytes: facts.bytes },
    backups: {
      lastAt: made?.endedAt ?? null,
      failure: newest?.state === 'failed' ? (newest.failure ?? 'the server that wrote it ended.') : null,
      daily: shop.backupAt !== null,
      files: listBackupFiles().length,
    },
    errands: await readErrandFacts(db, at),
    certificateEnds: certificateEnds(),
    clock: { secondsApart, isOwn: process.env.KILNSMAN_CLOCK !== undefined },
    audit: { ...(await readAuditFacts(db)), problem: null },
    versions: {
      product: productVersion,
      node: process.versions.node,
      database: facts.version,
      schema: facts.schema,
      newestSchema: newestSchema(),
    },
  });
  const troubles = listTroubles();
  return done({ state: troubles.length > 0 ? 'wrong' : worstOf(items), items, troubles });
}

/** A report as a monitor reads it: parts by name. */
export function reportForMonitor({ state, items, troubles }: HealthReport) {
  return {
    state,
    parts: Object.fromEntries(
      items.map(({ part, state, words }) => [part, { state, words, name: healthParts[part] }]),
    ),
    troubles,
  };
}
