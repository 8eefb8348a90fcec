import type { PersonActor } from '@/core/kinds/actor';
import { done, type Result } from '@/core/kinds/result';
import { type AuditRow, listAudit } from '@/data/audit';
import { database } from '../database';
import { refusedFor } from '../duties';

export const auditPage = 50;

/** A page of the audit, newest first, for the proprietor. */
export async function readAudit(
  actor: PersonActor,
  { before, action }: { readonly before: number | null; readonly action: string },
): Promise<Result<{ rows: readonly AuditRow[]; next: number | null }>> {
  const refused = refusedFor(actor, 'readAudit');
  if (refused) return refused;
  const rows = await listAudit(database(), { before, action, most: auditPage + 1 });
  const shown = rows.slice(0, auditPage);
  return done({ rows: shown, next: rows.length > auditPage ? (shown.at(-1)?.seq ?? null) : null });
}
