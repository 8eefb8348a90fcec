import type { ErrandKind } from '@/core/kinds/errand';
import type { Db } from './db';

/** An errand that this server holds until its lease ends. */
export interface ClaimedErrand {
  /** The key of idempotence too: whoever is asked twice under one id is asked once. */
  readonly id: string;
  readonly kind: ErrandKind;
  /** How often it was taken, this time with it. */
  readonly tries: number;
}

/** What is asked of the outside once `dueAt` has come; the rows of its kind stand under the same id. */
export async function insertErrand(
  db: Db,
  { id, kind, dueAt }: { readonly id: string; readonly kind: ErrandKind; readonly dueAt: Date },
): Promise<void> {
  await db.query("INSERT INTO errand (id, kind, due_at, state) VALUES ($1, $2, $3, 'waiting')", [
    id,
    kind,
    dueAt,
  ]);
}

/**
 * Takes the errands that are due and that nobody holds, the longest due first. A lease is liveness and runs by the
 * database's clock; when one is due is business time.
 */
export async function claimErrands(
  db: Db,
  {
    at,
    lease,
    leaseSeconds,
    most,
  }: {
    readonly at: Date;
    /** Names this taking. */
    readonly lease: string;
    readonly leaseSeconds: number;
    readonly most: number;
  },
): Promise<ClaimedErrand[]> {
  const result = await db.query<ClaimedErrand>(
    `UPDATE errand SET lease = $2, lease_until = clock_timestamp() + make_interval(secs => $3), tries = tries + 1
     WHERE id IN (
       SELECT id FROM errand
       WHERE state = 'waiting' AND due_at <= $1 AND (lease_until IS NULL OR lease_until < clock_timestamp())
       ORDER BY due_at LIMIT $4 FOR UPDATE SKIP LOCKED)
     RETURNING id, kind, tries`,
    [at, lease, leaseSeconds, most],
  );
  return result.rows;
}

/** Ends an errand that is still held by this taking. False where another took it meanwhile: nothing may be stored. */
export async function endErrand(
  db: Db,
  id: string,
  lease: string,
  state: 'done' | 'failed',
): Promise<boolean> {
  const result = await db.query(
    `UPDATE errand SET state = $3, lease = NULL, lease_until = NULL WHERE id = $1 AND lease = $2 AND state = 'waiting'`,
    [id, lease, state],
  );
  return result.rowCount === 1;
}

/** Lets an errand that failed wait for its next try. */
export async function postponeErrand(
  db: Db,
  id: string,
  lease: string,
  { dueAt, error }: { readonly dueAt: Date; readonly error: string },
): Promise<void> {
  await db.query(
    `UPDATE errand SET due_at = $3, last_error = $4, lease = NULL, lease_until = NULL
     WHERE id = $1 AND lease = $2 AND state = 'waiting'`,
    [id, lease, dueAt, error],
  );
}

/** How many errands failed at their last try and wait for another. */
export async function countFailing(db: Db): Promise<number> {
  const result = await db.query<{ count: number }>(
    "SELECT count(*)::int AS count FROM errand WHERE state = 'waiting' AND last_error IS NOT NULL",
  );
  return result.rows[0]?.count ?? 0;
}
