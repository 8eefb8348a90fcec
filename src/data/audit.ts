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
  await db.query('SELECT audit_append($1, $2, $3, $4, $5, $6, $7, $8)', [
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

export interface ChainReport {
  readonly lines: number;
  /** The first line whose own hash or whose link to the line before does not fit. */
  readonly brokenAt: number | undefined;
}

/** Recomputes every hash and every link of the chain. */
export async function checkAuditChain(db: Db): Promise<ChainReport> {
  const result = await db.query<{ lines: string; broken_at: string | null }>(`
    SELECT count(*) AS lines, min(seq) FILTER (WHERE NOT fits) AS broken_at FROM (
      SELECT seq, hash = audit_hash(line)
        AND previous_hash = coalesce(lag(hash) OVER (ORDER BY seq), ''::bytea)
        AND seq = coalesce(lag(seq) OVER (ORDER BY seq), 0) + 1 AS fits
      FROM audit_line AS line
    ) AS checked`);
  const row = result.rows[0];
  return {
    lines: Number(row?.lines ?? 0),
    brokenAt: row?.broken_at == null ? undefined : Number(row.broken_at),
  };
}
