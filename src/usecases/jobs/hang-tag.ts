import { v7 as uuid } from 'uuid';
import { changedFields } from '@/core/job/changes';
import type { OpeningRing } from '@/core/job/opening-keys';
import { inNameOf, type ShopActor } from '@/core/kinds/actor';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { insertHistory } from '@/data/job-history';
import { insertJob, replaceRing, type StoredCall } from '@/data/job-writes';
import { sections } from '../editing/sections';

interface TagOf {
  readonly call: StoredCall;
  readonly ring: OpeningRing;
  /** What the audit says beside the number. */
  readonly details?: Record<string, unknown>;
}

/** A job with its call and first ring, on record, in the transaction of the caller. */
export async function hangTag(
  db: Db,
  actor: ShopActor,
  { call, ring, details = {} }: TagOf,
): Promise<{ readonly id: string; readonly number: number }> {
  const id = uuid();
  const number = await insertJob(db, {
    id,
    customerId: uuid(),
    openedAt: actor.at,
    openedBy: inNameOf(actor),
    openedWith: actor.kind === 'program' ? actor.tokenId : null,
    call,
    keysWanted: ring.wanted,
  });
  await replaceRing(db, id, ring);
  await insertHistory(db, actor, {
    id: uuid(),
    jobId: id,
    version: 1,
    section: sections.call.name,
    changes: changedFields({}, { ...call }),
  });
  await appendAudit(db, actor, {
    action: 'job.opened',
    subjectKind: 'job',
    subjectId: id,
    details: { number, ...details },
  });
  return { id, number };
}
