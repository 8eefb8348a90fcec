import { type Actor, actorId } from '@/core/kinds/actor';
import type { Db } from './db';

export interface AuditEntry {
  /** Subject and verb, such as `session.started`. */
  readonly action: string;
  readonly subjectKind: string;
  readonly subjectId: string | null;
  /** References and kinds only, never a person's data or a secret. */
  readonly details?: Record<string, unknown>;
}

/** Appends one line to the shop's audit chain, inside the caller's transaction. */
export async function appendAudit(db: Db, actor: Actor, entry: AuditEntry): Promise<void> {
  await db.query('SELECT audit_append($1, $2, $3, $4, $5, $6, $7, $8)::text', [
    actor.at,
    actor.kind,
    actorId(actor),
    actor.device,
    entry.action,
    entry.subjectKind,
    entry.subjectId,
    JSON.stringify(entry.details ?? {}),
  ]);
}

export interface AuditRow {
  readonly seq: number;
  readonly at: Date;
  /** The person's name, else the kind of actor. */
  readonly who: string;
  readonly device: string;
  readonly action: string;
  readonly subjectKind: string;
  readonly subjectId: string | null;
  /** The number of the job it is about, where it is one. */
  readonly jobNumber: number | null;
  readonly details: Readonly<Record<string, unknown>>;
}

/** Lines before a sequence, newest first, of actions that begin with a word. */
export async function listAudit(
  db: Db,
  {
    before,
    action,
    most,
  }: { readonly before: number | null; readonly action: string; readonly most: number },
): Promise<AuditRow[]> {
  const result = await db.query<AuditRow>(
    `SELECT a.seq::int AS seq, a.at, coalesce(p.name, t.name, a.actor_kind) AS who, a.device, a.action,
       a.subject_kind AS "subjectKind", a.subject_id AS "subjectId", j.number AS "jobNumber", a.details
     FROM audit_line a LEFT JOIN person p ON p.id = a.actor_id AND a.actor_kind = 'person'
     LEFT JOIN program_token t ON t.id = a.actor_id AND a.actor_kind = 'program'
     LEFT JOIN job j ON j.id = a.subject_id AND a.subject_kind = 'job'
     WHERE ($1::bigint IS NULL OR a.seq < $1) AND starts_with(a.action, $2) ORDER BY a.seq DESC LIMIT $3`,
    [before, action, most],
  );
  return result.rows;
}

/** The newest line of the chain. */
export interface ChainHead {
  readonly seq: number;
  readonly hash: Buffer;
}

export async function findChainHead(db: Db): Promise<ChainHead | undefined> {
  const result = await db.query<{ seq: string; hash: Buffer }>(
    'SELECT seq, hash FROM audit_line ORDER BY seq DESC LIMIT 1',
  );
  const row = result.rows[0];
  return row && { seq: Number(row.seq), hash: row.hash };
}

/** The head of the chain as it stood, under a key that the database does not have. */
export interface SealRow extends ChainHead {
  readonly keyId: string;
  readonly mac: Buffer;
  readonly sealedAt: Date;
}

export async function insertSeal(db: Db, { seq, hash, keyId, mac, sealedAt }: SealRow): Promise<void> {
  await db.query(
    `INSERT INTO audit_seal (seq, hash, key_id, mac, sealed_at) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (seq, key_id) DO NOTHING`,
    [seq, hash, keyId, mac, sealedAt],
  );
}

/** The seals of the database, oldest first. */
export async function listSeals(db: Db): Promise<SealRow[]> {
  const result = await db.query<Omit<SealRow, 'seq'> & { seq: string }>(
    'SELECT seq, hash, key_id AS "keyId", mac, sealed_at AS "sealedAt" FROM audit_seal ORDER BY seq, key_id',
  );
  return result.rows.map((row) => ({ ...row, seq: Number(row.seq) }));
}

/** The hashes of some lines; lines that are not there are left out. */
export async function findLineHashes(db: Db, seqs: readonly number[]): Promise<Map<number, Buffer>> {
  const result = await db.query<{ seq: string; hash: Buffer }>(
    'SELECT seq, hash FROM audit_line WHERE seq = ANY($1)',
    [seqs],
  );
  return new Map(result.rows.map(({ seq, hash }) => [Number(seq), hash]));
}

export interface ChainReport {
  readonly lines: number;
  readonly lastSeq: number | undefined;
  /** The first line whose own hash or whose link to the line before does not fit. */
  readonly brokenAt: number | undefined;
}

/** Recomputes every hash and every link of the chain. */
export async function checkAuditChain(db: Db): Promise<ChainReport> {
  const result = await db.query<{ lines: string; last_seq: string | null; broken_at: string | null }>(`
    SELECT count(*) AS lines, max(seq) AS last_seq, min(seq) FILTER (WHERE NOT fits) AS broken_at FROM (
      SELECT seq, hash = audit_hash(line)
        AND previous_hash = coalesce(lag(hash) OVER (ORDER BY seq), ''::bytea)
        AND seq = coalesce(lag(seq) OVER (ORDER BY seq), 0) + 1 AS fits
      FROM audit_line AS line
    ) AS checked`);
  const row = result.rows[0];
  return {
    lines: Number(row?.lines ?? 0),
    lastSeq: row?.last_seq == null ? undefined : Number(row.last_seq),
    brokenAt: row?.broken_at == null ? undefined : Number(row.broken_at),
  };
}
