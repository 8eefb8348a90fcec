import pg from 'pg';
import type { Db } from './db';

const channel = 'job';

/** Tells every server that a job changed, once this transaction commits. The number is all that is said. */
export async function announceJob(db: Db, number: number): Promise<void> {
  await db.query('SELECT pg_notify($1, $2)', [channel, String(number)]);
}

/**
 * Listens for changed jobs on a connection of its own until it is lost. Rejects where it cannot be opened; `onLost` is called
 * once, and only for a connection that listened.
 * @returns a function that ends it
 */
export async function listenForJobs(
  connectionString: string,
  onJob: (number: number) => void,
  onLost: () => void,
): Promise<() => Promise<void>> {
  const client = new pg.Client({ connectionString, connectionTimeoutMillis: 3000, keepAlive: true });
  let listening = false;
  const lose = () => {
    if (listening) onLost();
    listening = false;
  };
  client.on('notification', ({ payload }) => onJob(Number(payload)));
  client.on('error', lose);
  client.on('end', lose);
  const end = async () => {
    listening = false;
    await client.end();
  };
  try {
    await client.connect();
    await client.query(`LISTEN ${channel}`);
  } catch (error) {
    await end().catch(() => {});
    throw error;
  }
  listening = true;
  return end;
}
