import type pg from 'pg';
import type { Db } from './db';

/**
 * Lets `work` read one moment of the database, the same wherever it runs. Where it fails the connection is thrown away at
 * once: a stream that nobody reads any more would keep it from hearing another word.
 */
export async function withMoment<Result>(pool: pg.Pool, work: (db: Db) => Promise<Result>): Promise<Result> {
  const client = await pool.connect();
  try {
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ, READ ONLY');
    await client.query(
      "SET LOCAL TimeZone = 'UTC'; SET LOCAL DateStyle = 'ISO, YMD'; SET LOCAL bytea_output = 'hex'",
    );
    const result = await work(client as Db);
    await client.query('COMMIT');
    client.release();
    return result;
  } catch (error) {
    client.release(true);
    throw error;
  }
}

/**
 * Runs `work` in one transaction. A COMMIT that the server answers with ROLLBACK is an error,
 * and a connection whose ROLLBACK failed is thrown away.
 */
export async function withTransaction<Result>(
  pool: pg.Pool,
  work: (db: Db) => Promise<Result>,
): Promise<Result> {
  const client = await pool.connect();
  let broken = false;
  try {
    await client.query('BEGIN');
    const result = await work(client as Db);
    const end = await client.query('COMMIT');
    if (end.command !== 'COMMIT') throw new Error(`expected COMMIT, the server answered ${end.command}`);
    return result;
  } catch (error) {
    await client.query('ROLLBACK').catch(() => {
      broken = true;
    });
    throw error;
  } finally {
    client.release(broken);
  }
}
