import pino from 'pino';

/** The server's log: ids, kinds and codes only, never a person's data or a secret. */
export const log = pino({
  level: process.env.LOG_LEVEL ?? 'info',
  base: null,
  serializers: { err: errorForLog },
});

export interface LoggedError {
  readonly type: string;
  readonly message: string;
  /** Where it was thrown, without its words. */
  readonly at: readonly string[];
  readonly code?: string;
  readonly constraint?: string;
  readonly table?: string;
  readonly column?: string;
}

/**
 * What of an error goes to the log. What PostgreSQL says may quote the row or the value that it refuses: of its errors the
 * code and the names of the schema stay, and nothing of message, detail, hint, where or query.
 */
export function errorForLog(error: unknown): LoggedError {
  if (!(error instanceof Error)) return { type: typeof error, message: '', at: [] };
  const { code, severity, constraint, table, column } = error as Error & Record<string, unknown>;
  const ofDatabase = typeof severity === 'string';
  const kept = (name: string, value: unknown) => (typeof value === 'string' ? { [name]: value } : {});
  return {
    type: error.name,
    message: ofDatabase ? 'refused by the database' : error.message.slice(0, 200),
    at: (error.stack ?? '')
      .split('\n')
      .filter((line) => /^\s+at /.test(line))
      .slice(0, 12),
    ...kept('code', code),
    ...kept('constraint', constraint),
    ...kept('table', table),
    ...kept('column', column),
  };
}
