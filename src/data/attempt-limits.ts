import type { Pool } from 'pg';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';

export interface AttemptLimit {
  /** Counts one attempt. Resolves to the seconds to wait where the limit is reached, otherwise to undefined. */
  take(key: string): Promise<number | undefined>;
  /** Forgets the attempts of a key. */
  clear(key: string): Promise<void>;
}

/** A limit of `points` attempts in `seconds` for each key, kept in the database. */
export function attemptLimit(pool: Pool, name: string, points: number, seconds: number): AttemptLimit {
  const limiter = new RateLimiterPostgres({
    storeClient: pool,
    storeType: 'pool',
    tableName: 'attempt_limit',
    tableCreated: true,
    clearExpiredByTimeout: false,
    keyPrefix: name,
    points,
    duration: seconds,
  });
  return {
    async take(key) {
      try {
        await limiter.consume(key);
        return undefined;
      } catch (error) {
        if (error instanceof RateLimiterRes) return Math.max(1, Math.ceil(error.msBeforeNext / 1000));
        throw error;
      }
    },
    async clear(key) {
      await limiter.delete(key);
    },
  };
}
