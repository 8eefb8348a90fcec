import type pg from 'pg';
import type { Db } from './db';

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
