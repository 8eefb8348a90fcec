import type { EventEmitter } from 'node:events';
import pg from 'pg';

export interface PoolSize {
  readonly connections: number;
  /** How long somebody waits for one that is free. */
  readonly waitMs: number;
}

/** What a pool tells of itself. */
export interface PoolWatch {
  /** The client is dropped; the next query opens another, so the pool recovers when the server comes back. */
  readonly onIdleError: (error: Error) => void;
  /** A query took longer than `slowMs`, its wait for the connection's earlier ones with it. Its text holds no value. */
  readonly onSlow: (query: { readonly ms: number; readonly text: string }) => void;
  readonly slowMs: number;
}

/** A pool of connections. */
export function makePool(
  connectionString: string,
  { connections, waitMs }: PoolSize,
  watch: PoolWatch,
): pg.Pool {
  const pool = new pg.Pool({
    connectionString,
    max: connections,
    connectionTimeoutMillis: waitMs,
    idleTimeoutMillis: 30_000,
  });
  pool.on('error', watch.onIdleError);
  pool.on('connect', (client) => {
    const { connection } = client as unknown as { connection: EventEmitter };
    connection.prependListener('errorMessage', withoutValues);
    // A connection that is ended while its transaction waits between two questions: the next one fails, and the program goes on.
    client.on('error', () => {});
    time(client, watch);
  });
  return pool;
}

type AnyQuery = (config: unknown, ...rest: unknown[]) => unknown;

/** Takes the time of every query of a client, whichever way it is asked. */
function time(client: pg.PoolClient, { onSlow, slowMs }: PoolWatch): void {
  const plain = client.query.bind(client) as AnyQuery;
  const timed: AnyQuery = (config, ...rest) => {
    const text = typeof config === 'string' ? config : (config as { text?: unknown } | null)?.text;
    const begun = performance.now();
    const end = () => {
      const ms = Math.round(performance.now() - begun);
      if (ms >= slowMs && typeof text === 'string')
        onSlow({ ms, text: text.replace(/\s+/g, ' ').trim().slice(0, 160) });
    };
    const callback = rest.at(-1);
    if (typeof callback === 'function')
      return plain(config, ...rest.slice(0, -1), (...answer: unknown[]) => {
        end();
        callback(...answer);
      });
    const answer = plain(config, ...rest);
    if (answer instanceof Promise) answer.then(end, end);
    return answer;
  };
  client.query = timed as typeof client.query;
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
