import { type Db, onlyRow } from './db';

/** So long a task counts whose server says nothing. */
const aliveSeconds = 4;

/** How many tasks may wait and run at once: of one asker, and of all. */
export interface LongTaskLimits {
  readonly ofOne: number;
  readonly ofAll: number;
}

/** Puts a task at the end of the row, in a transaction of its own; false where too many stand there. */
export async function joinRow(
  db: Db,
  { id, asker }: { readonly id: string; readonly asker: string },
  { ofOne, ofAll }: LongTaskLimits,
): Promise<boolean> {
  // Those that come at once are counted one after the other.
  await db.query("SELECT pg_advisory_xact_lock(hashtext('long task'))");
  await db.query('DELETE FROM long_task WHERE alive_until < clock_timestamp()');
  const joined = await db.query(
    `INSERT INTO long_task (id, asker, alive_until)
     SELECT $1, $2, clock_timestamp() + make_interval(secs => $5)
     WHERE (SELECT count(*) FROM long_task) < $4 AND (SELECT count(*) FROM long_task WHERE asker = $2) < $3`,
    [id, asker, ofOne, ofAll, aliveSeconds],
  );
  return joined.rowCount === 1;
}

/** Says that a task is still wanted; whether it is its turn. False where its row is gone. */
export async function stayInRow(
  db: Db,
  id: string,
): Promise<{ readonly stands: boolean; readonly isFirst: boolean }> {
  const stayed = await db.query(
    'UPDATE long_task SET alive_until = clock_timestamp() + make_interval(secs => $2) WHERE id = $1',
    [id, aliveSeconds],
  );
  const first = await db.query<{ first: boolean }>(
    `SELECT coalesce((SELECT id = $1 FROM long_task WHERE alive_until >= clock_timestamp() ORDER BY seq LIMIT 1), false) AS first`,
    [id],
  );
  return { stands: stayed.rowCount === 1, isFirst: onlyRow(first).first };
}

export async function leaveRow(db: Db, id: string): Promise<void> {
  await db.query('DELETE FROM long_task WHERE id = $1', [id]);
}
