import { createHmac, randomBytes } from 'node:crypto';
import { v7 as uuid } from 'uuid';
import { markOf } from '@/core/authority/sealed-words';
import type { SecretKind, SecretSource } from '@/core/authority/secrets';
import type { Db } from '@/data/db';
import {
  type DataKeyRow,
  type EnvelopeRow,
  findCurrentVaultKey,
  findDataKey,
  insertDataKey,
  insertEnvelope,
  listEnvelopes,
} from '@/data/secrets';
import { together } from '@/data/together';
import { readVaultKeys, type VaultKey } from '@/outside/vault-key';
import { seal, unseal } from './sealing';

/** The data key of the job was destroyed: what it sealed cannot be read again, and nothing new is sealed. */
export class KeyDestroyed extends Error {
  constructor() {
    super('the data key of this job was destroyed');
  }
}

export interface OpenDataKey {
  readonly id: string;
  readonly bytes: Buffer;
}

/** The vault key of a fingerprint; the file is read at each use, so that a key changed meanwhile is found. */
export function vaultKeyOf(fingerprint: string): VaultKey {
  const key = readVaultKeys().find((one) => one.fingerprint === fingerprint);
  if (!key) throw new Error(`the vault key ${fingerprint} is not at hand`);
  return key;
}

export function wrap(vault: VaultKey, id: string, bytes: Buffer): Buffer {
  return seal(
    vault.bytes,
    { table: 'data_key', row: id, column: 'wrapped', keyId: vault.fingerprint },
    bytes,
  );
}

export function unwrap({ id, fingerprint, wrapped }: Omit<DataKeyRow, 'jobId'>): Buffer {
  if (wrapped === null) throw new KeyDestroyed();
  const place = { table: 'data_key', row: id, column: 'wrapped', keyId: fingerprint };
  return unseal(vaultKeyOf(fingerprint).bytes, place, wrapped);
}

/** Seals a secret of a job, with a data key of the job's own; gives its id and number. */
export async function keepSealed(
  db: Db,
  jobId: string,
  secret: {
    /** Made by whoever sends it, so that the same again is the same; made here where it is missing. */
    readonly id?: string;
    readonly kind: SecretKind;
    readonly source: SecretSource;
    readonly value: string;
  },
  made: { readonly at: Date; readonly by: string },
): Promise<{ id: string; number: number }> {
  const key = await dataKeyOf(db, jobId, made.at);
  const id = secret.id ?? uuid();
  const number = await insertEnvelope(db, {
    id,
    jobId,
    dataKeyId: key.id,
    kind: secret.kind,
    source: secret.source,
    body: seal(key.bytes, bodyPlace(id, key.id), Buffer.from(secret.value, 'utf8')),
    madeAt: made.at,
    madeBy: made.by,
  });
  return { id, number };
}

export interface OpenVault {
  /** What the secrets of a job say, by id; none once their key was destroyed. */
  readonly sealed: ReadonlyMap<string, { readonly envelope: EnvelopeRow; readonly value: string }>;
  /** The job's data key; undefined where it has none or it was destroyed. */
  readonly key: OpenDataKey | undefined;
}

/** Everything that is sealed with a job, in one message. */
export async function openVault(db: Db, jobId: string): Promise<OpenVault> {
  const [envelopes, row] = await together(
    db,
    (db) => listEnvelopes(db, jobId),
    (db) => findDataKey(db, jobId),
  );
  if (!row || row.wrapped === null) return { sealed: new Map(), key: undefined };
  const key = { id: row.id, bytes: unwrap(row) };
  const sealed = envelopes.map((envelope) => {
    const value = unseal(key.bytes, bodyPlace(envelope.id, envelope.dataKeyId), envelope.body);
    return [envelope.id, { envelope, value: value.toString('utf8') }] as const;
  });
  return { sealed: new Map(sealed), key };
}

/** What the secrets of a job say, by id; none once their key was destroyed. */
export async function openSealed(db: Db, jobId: string): Promise<OpenVault['sealed']> {
  return (await openVault(db, jobId)).sealed;
}

/** A part of a text that belongs to a job, by its number. */
interface TextPlace {
  readonly jobId: string;
  readonly number: number;
}

export function sealPart(key: OpenDataKey, place: TextPlace, part: string): Buffer {
  return seal(key.bytes, partPlace(place, key.id), Buffer.from(part, 'utf8'));
}

export function unsealPart(key: OpenDataKey, place: TextPlace, body: Buffer): string {
  return unseal(key.bytes, partPlace(place, key.id), body).toString('utf8');
}

/**
 * The mark of a part that somebody wrote on a job: the same words of the same writer always have the same one, so that a text
 * that is stored again is no other text.
 */
export function markFor(key: OpenDataKey, writerId: string, part: string): string {
  return markOf(createHmac('sha256', key.bytes).update(`mark ${writerId} ${part}`).digest());
}

function partPlace({ jobId, number }: TextPlace, keyId: string) {
  return { table: 'sealed_text', row: `${jobId} ${number}`, column: 'body', keyId };
}

function bodyPlace(id: string, keyId: string) {
  return { table: 'envelope', row: id, column: 'body', keyId };
}

/** The data key of a job, made where it has none. Throws `KeyDestroyed` where it was destroyed. */
export async function dataKeyOf(db: Db, jobId: string, at: Date): Promise<OpenDataKey> {
  const known = await findDataKey(db, jobId);
  return known ? { id: known.id, bytes: unwrap(known) } : makeDataKey(db, jobId, at);
}

/** A new data key, of a job or of something that hangs on none. */
export async function makeDataKey(db: Db, jobId: string | null, at: Date): Promise<OpenDataKey> {
  const fingerprint = await findCurrentVaultKey(db);
  if (!fingerprint) throw new Error('this database has no vault key; start the program once to make it');
  const id = uuid();
  const bytes = randomBytes(32);
  await insertDataKey(db, {
    id,
    jobId,
    fingerprint,
    wrapped: wrap(vaultKeyOf(fingerprint), id, bytes),
    madeAt: at,
  });
  return { id, bytes };
}
