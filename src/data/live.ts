import pg from 'pg';
import type { Db } from './db';

const channel = 'job';

/** Tells every server that a job changed, once this transaction commits. The number is all that is said. */
export async function announceJob(db: Db, number: number): Promise<void> {
  await db.query('SELECT pg_notify($1, $2)', [channel, String(number)]);
}

/**
 * Listens for changed jobs on a connection of its own until it is lost; `onLost` is called once then.
 * @returns a function that ends it
 */
export async function listenForJobs(
  connectionString: string,
  onJob: (number: number) => void,
  onLost: () => void,
): Promise<() => Promise<void>> {
  const client = new pg.Client({ connectionString, connectionTimeoutMillis: 3000, keepAlive: true });
  let lost = false;
  const lose = () => {
    if (!lost) onLost();
    lost = true;
  };
  client.on('notification', ({ payload }) => onJob(Number(payload)));
  client.on('error', lose);
  client.on('end', lose);
  await client.connect();
  await client.query(`LISTEN ${channel}`);
  return async () => {
    lost = true;
    await client.end();
  };
}
