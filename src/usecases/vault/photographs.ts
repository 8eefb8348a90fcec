import type { Db } from '@/data/db';
import { findPhotograph, insertPhotograph, type SealedPhotograph } from '@/data/photographs';
import { seal, unseal } from './sealing';
import { dataKeyOf } from './vault';

const place = (id: string, keyId: string) => ({ table: 'job_photograph', row: id, column: 'body', keyId });

/** Keeps a photograph sealed with the data key of its job. Throws `KeyDestroyed` where that was destroyed. */
export async function sealPhotograph(db: Db, one: Omit<SealedPhotograph, 'dataKeyId'>): Promise<void> {
  const key = await dataKeyOf(db, one.jobId, one.takenAt);
  const body = seal(key.bytes, place(one.id, key.id), one.body);
  await insertPhotograph(db, { ...one, dataKeyId: key.id, body });
}

/** What is on a photograph; undefined where there is none. Throws `KeyDestroyed` where its key was destroyed. */
export async function openPhotograph(
  db: Db,
  jobId: string,
  id: string,
  at: Date,
): Promise<{ readonly type: string; readonly bytes: Buffer } | undefined> {
  const found = await findPhotograph(db, jobId, id);
  if (!found) return undefined;
  const key = await dataKeyOf(db, jobId, at);
  return { type: found.type, bytes: unseal(key.bytes, place(id, key.id), found.body) };
}
