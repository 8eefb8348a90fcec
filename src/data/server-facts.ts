import type { Db } from './db';

/** What the database says of itself. */
export interface DatabaseFacts {
  readonly version: string;
  readonly schema: string;
  readonly bytes: number;
  readonly connections: number;
  readonly mostConnections: number;
  /** Its clock, of the same moment as the question. */
  readonly at: Date;
  /** Whether the role that serves may change the schema; it should not. */
  readonly mayChangeSchema: boolean;
}

export async function readDatabaseFacts(db: Db): Promise<DatabaseFacts> {
  const result = await db.query<DatabaseFacts>(
    `SELECT current_setting('server_version') AS version,
       (SELECT name FROM schema_migration ORDER BY id DESC LIMIT 1) AS schema,
       pg_database_size(current_database())::float8 AS bytes,
       (SELECT count(*)::int FROM pg_stat_activity WHERE datname = current_database()) AS connections,
       current_setting('max_connections')::int AS "mostConnections", clock_timestamp() AS at,
       has_schema_privilege('public', 'CREATE') AS "mayChangeSchema"`,
  );
  const [facts] = result.rows;
  if (!facts) throw new Error('the database says nothing of itself');
  return facts;
}

/** What waits for the outside. */
export interface ErrandFacts {
  readonly waiting: number;
  /** Due for more than ten minutes. */
  readonly late: number;
  /** Tried in vain so far. */
  readonly missed: number;
}

export async function readErrandFacts(db: Db, at: Date): Promise<ErrandFacts> {
  const result = await db.query<ErrandFacts>(
    `SELECT count(*)::int AS waiting, (count(*) FILTER (WHERE due_at < $1::timestamptz - interval '10 minutes'))::int AS late,
       (count(*) FILTER (WHERE last_error IS NOT NULL))::int AS missed
     FROM errand WHERE state = 'waiting'`,
    [at],
  );
  return result.rows[0] ?? { waiting: 0, late: 0, missed: 0 };
}

/** The newest line of the audit, and the newest that is sealed; 0 where there is none. */
export async function readAuditFacts(db: Db): Promise<{ readonly head: number; readonly sealedTo: number }> {
  const result = await db.query<{ head: number; sealedTo: number }>(
    `SELECT coalesce((SELECT max(seq) FROM audit_line), 0)::float8 AS head,
       coalesce((SELECT max(seq) FROM audit_seal), 0)::float8 AS "sealedTo"`,
  );
  return result.rows[0] ?? { head: 0, sealedTo: 0 };
}
