import pg from 'pg';

/**
 * A pool of connections. An idle client's error goes to `onIdleError` and the client is dropped;
 * the next query opens another, so the pool recovers when the server comes back.
 */
export function makePool(connectionString: string, onIdleError: (error: Error) => void): pg.Pool {
  const pool = new pg.Pool({
    connectionString,
    max: 10,
    connectionTimeoutMillis: 3000,
    idleTimeoutMillis: 30_000,
  });
  pool.on('error', onIdleError);
  return pool;
}

const awayCodes = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ENOTFOUND',
  'ETIMEDOUT',
  '57P01',
  '57P02',
  '57P03',
]);
const awayWords =
  /Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error|not queryable/;

/** Whether an error says that the database cannot be reached, as opposed to a fault in a query. */
export function isDatabaseAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const { code } = error as Error & { code?: unknown };
  return (typeof code === 'string' && awayCodes.has(code)) || awayWords.test(error.message);
}
