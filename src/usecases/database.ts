import { isMainThread } from 'node:worker_threads';
import type { Pool } from 'pg';
import type { Db } from '@/data/db';
import { makePool, type PoolSize } from '@/data/pool';
import { withTransaction } from '@/data/with-transaction';
import { log } from '@/outside/log';
import { currentRoute } from '@/outside/request-route';

/**
 * The pools of the serving role, each made at first use from DATABASE_URL (the build runs without one). What holds a
 * connection for long has a pool of its own, so that nobody waits for a download or an import who wants neither; and
 * whoever holds a connection of a pool asks that pool for no second one.
 */
const sizes = {
  /** Answers: short transactions. A thread of the pool answers one question at a time. */
  answers: isMainThread ? { connections: 10, waitMs: 3000 } : { connections: 3, waitMs: 3000 },
  /** Downloads, each on a cursor for as long as its reader takes. */
  downloads: { connections: 4, waitMs: 3000 },
  /** The parts of an import, and the one statement that stores it; many may wait for their turn. */
  imports: { connections: 3, waitMs: 300_000 },
  /** An archive holds one for as long as it is written; a second one waits a moment and is refused. */
  archives: { connections: 2, waitMs: 3000 },
} as const satisfies Record<string, PoolSize>;

/** A query that took longer is worth a look; what downloads and imports take is theirs. */
const slowMs = 500;

const pools = new Map<keyof typeof sizes, Pool>();

/** The pool of what is answered at once. */
export function database(): Pool {
  return poolOf('answers');
}

export function downloadDatabase(): Pool {
  return poolOf('downloads');
}

export function importDatabase(): Pool {
  return poolOf('imports');
}

export function archiveDatabase(): Pool {
  return poolOf('archives');
}

/** Runs `work` in one transaction; nothing outside the use-cases opens one. */
export function transact<Result>(
  work: (db: Db) => Promise<Result>,
  pool: Pool = database(),
): Promise<Result> {
  return withTransaction(pool, work);
}

/** Runs `work` in one transaction that is undone where it fails, as it is where it throws. */
export async function transactOrUndo<Outcome extends { readonly ok: boolean }>(
  work: (db: Db) => Promise<Outcome>,
): Promise<Outcome> {
  try {
    return await transact(async (db) => {
      const outcome = await work(db);
      if (!outcome.ok) throw new Undone(outcome);
      return outcome;
    });
  } catch (error) {
    if (error instanceof Undone) return error.outcome as Outcome;
    throw error;
  }
}

class Undone extends Error {
  constructor(readonly outcome: unknown) {
    super('undone');
  }
}

/** Ends every pool, for programs that end. */
export async function closeDatabase(): Promise<void> {
  const open = [...pools.values()];
  pools.clear();
  await Promise.all(open.map((pool) => pool.end()));
}

function poolOf(name: keyof typeof sizes): Pool {
  const known = pools.get(name);
  if (known) return known;
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set');
  const pool = makePool(url, sizes[name], {
    onIdleError: (error) =>
      log.warn({ code: (error as { code?: string }).code ?? error.name }, 'idle database client lost'),
    onSlow: ({ ms, text }) => log.warn({ route: currentRoute(), ms, sql: text }, 'slow query'),
    slowMs,
  });
  pools.set(name, pool);
  return pool;
}
