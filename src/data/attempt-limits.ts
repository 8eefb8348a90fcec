import type { Pool } from 'pg';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Db } from './db';

export interface AttemptLimit {
  /** Counts one attempt. Resolves to the seconds to wait where the limit is reached, otherwise to undefined. */
  take(key: string): Promise<number | undefined>;
  /** Forgets the attempts of a key. */
  clear(key: string): Promise<void>;
}

/** A limit of `points` attempts in `seconds` for each key, kept in the database. */
export function attemptLimit(pool: Pool, name: string, points: number, seconds: number): AttemptLimit {
  const limiter = limiterOf(pool, name, points, seconds);
  return {
    take: (key) => consume(limiter, key),
    async clear(key) {
      await limiter.delete(key);
    },
  };
}

const daySeconds = 86_400;

/**
 * A limit whose waits grow: after `free` attempts one more after 2 seconds, the next after 4, and so on, up to
 * `longestSeconds`. Attempts are forgotten after a day. What is refused is not counted.
 */
export function growingLimit(
  pool: Pool,
  name: string,
  { free, longestSeconds }: { readonly free: number; readonly longestSeconds: number },
): AttemptLimit {
  const counted = limiterOf(pool, `${name}-count`, 1_000_000, daySeconds);
  const waiting = limiterOf(pool, `${name}-wait`, 1, 2);
  return {
    async take(key) {
      const held = await waiting.get(key);
      if (held && held.msBeforeNext > 0 && held.remainingPoints <= 0) return secondsOf(held);
      const { consumedPoints } = await counted.consume(key);
      if (consumedPoints <= free) return undefined;
      // Of many at once, one passes and the others meet the wait it leaves.
      return consume(waiting, key, Math.min(longestSeconds, 2 ** Math.min(16, consumedPoints - free)));
    },
    async clear(key) {
      await counted.delete(key);
      await waiting.delete(key);
    },
  };
}

/** Removes counts whose time is over; limits run on wall time. */
export async function dropOldAttempts(db: Db): Promise<void> {
  await db.query('DELETE FROM attempt_limit WHERE expire < $1', [Date.now() - daySeconds * 1000]);
}

function limiterOf(pool: Pool, name: string, points: number, seconds: number): RateLimiterPostgres {
  return new RateLimiterPostgres({
    storeClient: pool,
    storeType: 'pool',
    tableName: 'attempt_limit',
    tableCreated: true,
    clearExpiredByTimeout: false,
    keyPrefix: name,
    points,
    duration: seconds,
  });
}

async function consume(
  limiter: RateLimiterPostgres,
  key: string,
  waitSeconds?: number,
): Promise<number | undefined> {
  try {
    await limiter.consume(key, 1, waitSeconds === undefined ? {} : { customDuration: waitSeconds });
    return undefined;
  } catch (error) {
    if (error instanceof RateLimiterRes) return secondsOf(error);
    throw error;
  }
}

function secondsOf({ msBeforeNext }: RateLimiterRes): number {
  return Math.max(1, Math.ceil(msBeforeNext / 1000));
}
