import type { Db } from './db';

/** Whether a person has signed in on a device before. */
export async function isKnownDevice(db: Db, tokenHash: Buffer, personId: string): Promise<boolean> {
  const result = await db.query('SELECT 1 FROM known_device WHERE token_hash = $1 AND person_id = $2', [
    tokenHash,
    personId,
  ]);
  return result.rowCount === 1;
}

/** Notes that a person signed in on a device. */
export async function noteDevice(db: Db, tokenHash: Buffer, personId: string, at: Date): Promise<void> {
  await db.query(
    `INSERT INTO known_device (token_hash, person_id, made_at, seen_at) VALUES ($1, $2, $3, $3)
     ON CONFLICT (token_hash, person_id) DO UPDATE SET seen_at = EXCLUDED.seen_at`,
    [tokenHash, personId, at],
  );
}

/** Forgets every device of a person: who has another passcode, or has left. */
export async function forgetDevices(db: Db, personId: string): Promise<void> {
  await db.query('DELETE FROM known_device WHERE person_id = $1', [personId]);
}
