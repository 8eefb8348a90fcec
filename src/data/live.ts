import pg from 'pg';
import type { Db } from './db';

const channel = 'job';

/** Tells every server that a job changed, once this transaction commits. The number is all that is said. */
export async function announceJob(db: Db, number: number): Promise<void> {
  await db.query('SELECT pg_notify($1, $2)', [channel, String(number)]);
}

const news = 'news';

/** Tells every server that something happened of which people are told, once this transaction commits. */
export async function announceNews(db: Db): Promise<void> {
  await db.query('SELECT pg_notify($1, $2)', [channel, news]);
}

/** What is heard: a job that changed by its number, or that there is news. */
export type Heard = number | typeof news;

/**
 * Listens for changed jobs and news on a connection of its own until it is lost. Rejects where it cannot be opened; `onLost` is called
 * once, and only for a connection that listened.
 * @returns a function that ends it
 */
export async function listenForJobs(
  connectionString: string,
  onHeard: (heard: Heard) => void,
  onLost: () => void,
): Promise<() => Promise<void>> {
  const client = new pg.Client({ connectionString, connectionTimeoutMillis: 3000, keepAlive: true });
  let listening = false;
  const lose = () => {
    if (listening) onLost();
    listening = false;
  };
  client.on('notification', ({ payload }) => onHeard(payload === news ? news : Number(payload)));
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
