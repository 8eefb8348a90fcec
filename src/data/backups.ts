import type { LocalDay } from '@/core/kinds/local-time';
import type { Db } from './db';

export interface BackupRow {
  readonly id: string;
  readonly state: 'running' | 'made' | 'failed';
  readonly begunAt: Date;
  readonly endedAt: Date | null;
  readonly file: string;
  readonly bytes: number | null;
  readonly failure: string | null;
}

/** How long a server that writes one is waited for without a sign of life. */
const leaseSeconds = 60;

/**
 * Begins a backup: of a day that has none yet, or whose server died; or one that somebody asked for.
 * @returns false where another server has it, or made it already
 */
export async function beginBackup(
  db: Db,
  backup: {
    readonly id: string;
    readonly forDay: LocalDay | null;
    readonly begunAt: Date;
    readonly file: string;
  },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO backup (id, for_day, state, begun_at, lease_until, file)
     VALUES ($1, $2, 'running', $3, clock_timestamp() + make_interval(secs => $4), $5)
     ON CONFLICT (for_day) DO UPDATE SET id = excluded.id, state = 'running', begun_at = excluded.begun_at,
       lease_until = excluded.lease_until, file = excluded.file, ended_at = NULL, failure = NULL
     WHERE backup.state <> 'made' AND backup.lease_until < clock_timestamp()`,
    [backup.id, backup.forDay, backup.begunAt, leaseSeconds, backup.file],
  );
  return rowCount === 1;
}

/** A sign of life; false where another server has taken it over. */
export async function keepBackup(db: Db, id: string): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE backup SET lease_until = clock_timestamp() + make_interval(secs => $2) WHERE id = $1 AND state = 'running'`,
    [id, leaseSeconds],
  );
  return rowCount === 1;
}

export async function endBackup(
  db: Db,
  id: string,
  at: Date,
  end: { readonly bytes: number; readonly lines: number } | { readonly failure: string },
): Promise<void> {
  const made = 'bytes' in end ? end : null;
  await db.query(
    `UPDATE backup SET state = $2, ended_at = $3, bytes = $4, lines = $5, failure = $6,
       lease_until = clock_timestamp() + make_interval(secs => 600) WHERE id = $1`,
    [
      id,
      made ? 'made' : 'failed',
      at,
      made?.bytes ?? null,
      made?.lines ?? null,
      'failure' in end ? end.failure : null,
    ],
  );
}

/** What was written away, newest first. */
export async function listBackups(db: Db, most: number): Promise<BackupRow[]> {
  const result = await db.query<BackupRow>(
    `SELECT id, CASE WHEN state = 'running' AND lease_until < clock_timestamp() THEN 'failed' ELSE state END AS state,
       begun_at AS "begunAt", ended_at AS "endedAt", file, bytes::float8 AS bytes, failure
     FROM backup ORDER BY begun_at DESC LIMIT $1`,
    [most],
  );
  return result.rows;
}
