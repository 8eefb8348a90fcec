import type { SecretKind, SecretRef, SecretSource } from '@/core/authority/secrets';
import { type Db, onlyRow } from './db';

export interface DataKeyRow {
  readonly id: string;
  readonly jobId: string;
  readonly fingerprint: string;
  /** Null once it was destroyed. */
  readonly wrapped: Buffer | null;
}

const dataKeyColumns = 'id, job_id AS "jobId", fingerprint, wrapped';

/** The data key of a job, locked so that it is neither wrapped anew nor destroyed meanwhile. */
export async function findDataKey(db: Db, jobId: string): Promise<DataKeyRow | undefined> {
  const result = await db.query<DataKeyRow>(
    `SELECT ${dataKeyColumns} FROM data_key WHERE job_id = $1 FOR SHARE`,
    [jobId],
  );
  return result.rows[0];
}

export async function insertDataKey(
  db: Db,
  key: Omit<DataKeyRow, 'jobId'> & { readonly jobId: string | null; readonly madeAt: Date },
): Promise<void> {
  await db.query(
    'INSERT INTO data_key (id, job_id, fingerprint, wrapped, made_at) VALUES ($1, $2, $3, $4, $5)',
    [key.id, key.jobId, key.fingerprint, key.wrapped, key.madeAt],
  );
}

export interface EnvelopeRow {
  readonly id: string;
  readonly jobId: string;
  readonly dataKeyId: string;
  readonly kind: SecretKind;
  readonly number: number;
  readonly body: Buffer;
}

/** Stores a sealed secret under the next number of its job, which is returned. */
export async function insertEnvelope(
  db: Db,
  envelope: Omit<EnvelopeRow, 'number'> & {
    readonly source: SecretSource;
    readonly madeAt: Date;
    readonly madeBy: string;
  },
): Promise<number> {
  const result = await db.query<{ number: number }>(
    `INSERT INTO envelope (id, job_id, data_key_id, number, kind, source, body, made_at, made_by)
     SELECT $1::uuid, $2::uuid, $3::uuid, coalesce(max(number), 0) + 1, $4::text, $5::text, $6::bytea,
       $7::timestamptz, $8::uuid FROM envelope WHERE job_id = $2
     RETURNING number`,
    [
      envelope.id,
      envelope.jobId,
      envelope.dataKeyId,
      envelope.kind,
      envelope.source,
      envelope.body,
      envelope.madeAt,
      envelope.madeBy,
    ],
  );
  return onlyRow(result).number;
}

/** The sealed secrets of a job. */
export async function listEnvelopes(db: Db, jobId: string): Promise<EnvelopeRow[]> {
  const result = await db.query<EnvelopeRow>(
    `SELECT id, job_id AS "jobId", data_key_id AS "dataKeyId", kind, number, body FROM envelope
     WHERE job_id = $1 ORDER BY number`,
    [jobId],
  );
  return result.rows;
}

/** Whether a secret of any job has an id. */
export async function isSecret(db: Db, id: string): Promise<boolean> {
  return (await db.query('SELECT 1 FROM envelope WHERE id = $1', [id])).rowCount === 1;
}

/** The secrets of a job by reference, without what they say. */
export async function listSecretRefs(db: Db, jobId: string): Promise<SecretRef[]> {
  const result = await db.query<SecretRef>(
    `SELECT e.id, e.number, e.kind, e.source, e.made_at AS "madeAt", p.name AS "madeBy", k.wrapped IS NULL AS destroyed
     FROM envelope e JOIN person p ON p.id = e.made_by JOIN data_key k ON k.id = e.data_key_id
     WHERE e.job_id = $1 ORDER BY e.number`,
    [jobId],
  );
  return result.rows;
}

export interface VaultKeyRow {
  readonly fingerprint: string;
  readonly state: 'current' | 'next' | 'past';
}

export async function listVaultKeys(db: Db): Promise<VaultKeyRow[]> {
  return (await db.query<VaultKeyRow>('SELECT fingerprint, state FROM vault_key ORDER BY made_at')).rows;
}

/** The current vault key, held so that it does not change before the transaction ends. */
export async function findCurrentVaultKey(db: Db): Promise<string | undefined> {
  const result = await db.query<{ fingerprint: string }>(
    `SELECT fingerprint FROM vault_key WHERE state = 'current' FOR SHARE`,
  );
  return result.rows[0]?.fingerprint;
}

export async function insertVaultKey(db: Db, key: VaultKeyRow & { readonly madeAt: Date }): Promise<void> {
  await db.query('INSERT INTO vault_key (fingerprint, state, made_at) VALUES ($1, $2, $3)', [
    key.fingerprint,
    key.state,
    key.madeAt,
  ]);
}

/** Makes the next vault key the current one. */
export async function promoteVaultKey(db: Db): Promise<void> {
  await db.query(`UPDATE vault_key SET state = 'past' WHERE state = 'current'`);
  await db.query(`UPDATE vault_key SET state = 'current' WHERE state = 'next'`);
}

/** Some data keys that a vault key wraps, locked for wrapping them anew. */
export async function takeDataKeysOf(db: Db, fingerprint: string, most: number): Promise<DataKeyRow[]> {
  const result = await db.query<DataKeyRow>(
    `SELECT ${dataKeyColumns} FROM data_key WHERE fingerprint = $1 AND wrapped IS NOT NULL
     ORDER BY id LIMIT $2 FOR UPDATE`,
    [fingerprint, most],
  );
  return result.rows;
}

export async function rewrapDataKey(
  db: Db,
  key: { readonly id: string; readonly fingerprint: string; readonly wrapped: Buffer },
): Promise<void> {
  await db.query('UPDATE data_key SET fingerprint = $2, wrapped = $3 WHERE id = $1', [
    key.id,
    key.fingerprint,
    key.wrapped,
  ]);
}

/** Destroys the data keys of jobs. */
export async function destroyDataKeys(db: Db, jobIds: readonly string[], at: Date): Promise<void> {
  await db.query(
    'UPDATE data_key SET wrapped = NULL, destroyed_at = $2 WHERE job_id = ANY($1) AND wrapped IS NOT NULL',
    [jobIds, at],
  );
}

/** Removes names, phones, places, words and signatures of jobs. */
export async function blankPersonalData(db: Db, jobIds: readonly string[], at: Date): Promise<void> {
  const jobs = await db.query<{ jobId: string; customerId: string }>(
    `SELECT j.id AS "jobId", j.customer_id AS "customerId" FROM job j JOIN customer c ON c.id = j.customer_id
     WHERE j.id = ANY($1) AND c.blanked_at IS NULL FOR UPDATE OF c`,
    [jobIds],
  );
  const ids = jobs.rows.map(({ jobId }) => jobId);
  const customers = jobs.rows.map(({ customerId }) => customerId);
  await db.query('UPDATE customer SET name = NULL, phone = NULL, blanked_at = $2 WHERE id = ANY($1)', [
    customers,
    at,
  ]);
  await db.query(
    'UPDATE job_words SET line = NULL, place_detail = NULL, note = NULL WHERE job_id = ANY($1)',
    [ids],
  );
  await db.query(
    `UPDATE job_authority SET holder_name = NULL, witness = NULL, place = NULL, signature = NULL,
       identity_last = NULL, right_last = NULL, car_vin = NULL, car_plate = NULL WHERE job_id = ANY($1)`,
    [ids],
  );
  await db.query(
    'UPDATE job_door_note SET asked_by = NULL, plate = NULL, said = NULL WHERE job_id = ANY($1)',
    [ids],
  );
  await db.query('UPDATE job_danger SET record = NULL WHERE job_id = ANY($1)', [ids]);
  await db.query(
    `UPDATE quote_acceptance SET wanted_when = NULL, wanted_where = NULL, signature = NULL
     WHERE quote_id IN (SELECT id FROM quote WHERE job_id = ANY($1))`,
    [ids],
  );
  await db.query(
    'UPDATE quote_message SET words = NULL WHERE quote_id IN (SELECT id FROM quote WHERE job_id = ANY($1))',
    [ids],
  );
  await db.query(
    'UPDATE job SET difference_reason = NULL, application_reason = NULL, route_reason = NULL WHERE id = ANY($1)',
    [ids],
  );
  await db.query('UPDATE job_reopened SET reason = NULL WHERE job_id = ANY($1)', [ids]);
  await db.query(`UPDATE payment SET reason = 'removed' WHERE job_id = ANY($1) AND reason IS NOT NULL`, [
    ids,
  ]);
  await db.query(`UPDATE job_key SET name = 'Key' WHERE job_id = ANY($1)`, [ids]);
  await db.query('DELETE FROM sealed_text WHERE job_id = ANY($1)', [ids]);
  await db.query('DELETE FROM text_compared WHERE job_id = ANY($1)', [ids]);
}
