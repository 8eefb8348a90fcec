import pg from 'pg';
import type { Db } from './db';

/**
 * Runs `work` in one transaction of a connection of its own, for commands; rolled back where it fails, or where what it
 * answers is not ok.
 */
export async function openPlainDatabase<Answer extends { readonly ok: boolean }>(
  url: string,
  work: (db: Db) => Promise<Answer>,
): Promise<Answer> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    await client.query('BEGIN');
    const answer = await work(client as unknown as Db);
    await client.query(answer.ok ? 'COMMIT' : 'ROLLBACK');
    return answer;
  } finally {
    await client.end();
  }
}
