import type { Pool } from 'pg';
import type { Db } from '@/data/db';
import { makePool } from '@/data/pool';
import { withTransaction } from '@/data/with-transaction';
import { log } from '@/outside/log';

let pool: Pool | undefined;

/** The pool of the serving role, made at first use from DATABASE_URL (the build runs without one). */
export function database(): Pool {
  pool ??= openPool(process.env.DATABASE_URL);
  return pool;
}

/** Runs `work` in one transaction; nothing outside the use-cases opens one. */
export function transact<Result>(work: (db: Db) => Promise<Result>): Promise<Result> {
  return withTransaction(database(), work);
}

function openPool(url: string | undefined): Pool {
  if (!url) throw new Error('DATABASE_URL is not set');
  return makePool(url, (error) => log.warn({ message: error.message }, 'idle database client lost'));
}
