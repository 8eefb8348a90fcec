import type { Db } from './db';

/** A change that was asked for, by the key that came with it. */
export interface RequestAsked {
  /** The person, or the token of the program, whose key it is. */
  readonly ownerId: string;
  readonly keyHash: Buffer;
  /** Tells what was asked without keeping it. */
  readonly requestHash: Buffer;
  readonly at: Date;
}

/**
 * Takes the key of a request, so that whoever sends it again waits for this transaction.
 * @returns false where it was taken before
 */
export async function takeRequest(
  db: Db,
  { ownerId, keyHash, requestHash, at }: RequestAsked,
): Promise<boolean> {
  const result = await db.query(
    `INSERT INTO request_done (owner_id, key_hash, request_hash, answer, done_at) VALUES ($1, $2, $3, '{}', $4)
     ON CONFLICT DO NOTHING`,
    [ownerId, keyHash, requestHash, at],
  );
  return result.rowCount === 1;
}

export async function findRequest(
  db: Db,
  ownerId: string,
  keyHash: Buffer,
): Promise<{ readonly requestHash: Buffer; readonly answer: unknown } | undefined> {
  const result = await db.query<{ requestHash: Buffer; answer: unknown }>(
    'SELECT request_hash AS "requestHash", answer FROM request_done WHERE owner_id = $1 AND key_hash = $2',
    [ownerId, keyHash],
  );
  return result.rows[0];
}

export async function keepAnswer(db: Db, ownerId: string, keyHash: Buffer, answer: unknown): Promise<void> {
  await db.query('UPDATE request_done SET answer = $3 WHERE owner_id = $1 AND key_hash = $2', [
    ownerId,
    keyHash,
    JSON.stringify(answer),
  ]);
}

/** Forgets what was answered before a moment. */
export async function dropOldRequests(db: Db, before: Date): Promise<void> {
  await db.query('DELETE FROM request_done WHERE done_at < $1', [before]);
}
