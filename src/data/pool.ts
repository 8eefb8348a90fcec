import type { EventEmitter } from 'node:events';
import pg from 'pg';

export interface PoolSize {
  readonly connections: number;
  /** How long somebody waits for one that is free. */
  readonly waitMs: number;
}

/**
 * A pool of connections. An idle client's error goes to `onIdleError` and the client is dropped;
 * the next query opens another, so the pool recovers when the server comes back.
 */
export function makePool(
  connectionString: string,
  { connections, waitMs }: PoolSize,
  onIdleError: (error: Error) => void,
): pg.Pool {
  const pool = new pg.Pool({
    connectionString,
    max: connections,
    connectionTimeoutMillis: waitMs,
    idleTimeoutMillis: 30_000,
  });
  pool.on('error', onIdleError);
  pool.on('connect', (client) => {
    const { connection } = client as unknown as { connection: EventEmitter };
    connection.prependListener('errorMessage', withoutValues);
  });
  return pool;
}

/** An error of the server as it arrives: what may quote a row, a value or a statement goes, before anybody sees it. */
function withoutValues(error: Error & Partial<pg.DatabaseError>): void {
  error.message = error.message.replace(/"[^"]*"/g, '"…"');
  error.stack = `${error.name}: ${error.message}`;
  for (const field of ['detail', 'hint', 'where', 'internalQuery'] as const) delete error[field];
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
const awayWords = /Connection terminated|Client has encountered a connection error|not queryable/;

/** Whether an error says that the database cannot be reached, as opposed to a fault in a query. */
export function isDatabaseAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const { code } = error as Error & { code?: unknown };
  return (typeof code === 'string' && awayCodes.has(code)) || awayWords.test(error.message);
}

/** Whether an error says that every connection of a pool was taken for as long as one waits: too much at once. */
export function isPoolBusy(error: unknown): boolean {
  return error instanceof Error && error.message === 'timeout exceeded when trying to connect';
}

/** Asks for nothing: whether the database answers. */
export async function ping(pool: pg.Pool): Promise<void> {
  await pool.query('SELECT 1');
}
