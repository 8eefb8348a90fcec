import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { refusedFor } from '../duties';
import { auditWords, checkAudit } from './audit-seal';

/** The whole chain of the audit recomputed and held against its seals, for a person who asks. */
export async function checkChain(actor: PersonActor): Promise<Result<readonly string[]>> {
  const mayNot = refusedFor(actor, 'readAudit');
  if (mayNot) return mayNot;
  const { ok, lines } = auditWords(await checkAudit());
  return ok ? done(lines) : failed(lines.join(' '));
}
