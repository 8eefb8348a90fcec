import { addDays, instantOf, localMoment } from '@/core/kinds/local-time';
import { appendAudit } from '@/data/audit';
import { blankPersonalData, destroyDataKeys } from '@/data/secrets';
import { findShop } from '@/data/shop';
import { now } from '@/outside/clock';
import { transact } from '../database';
import { systemActor } from '../sessions';

export interface RetentionDone {
  /** Jobs whose codes, bittings and PINs can never be read again. */
  readonly destroyed: number;
  /** Jobs whose names, phones, places and signatures were removed. */
  readonly blanked: number;
}

/** Destroys the data keys and removes the personal data of jobs whose periods are over. */
export async function applyRetention(): Promise<RetentionDone> {
  return transact(async (db) => {
    const shop = await findShop(db);
    if (!shop) return { destroyed: 0, blanked: 0 };
    const at = now();
    const { day, hour } = localMoment(at, shop.zone);
    const before = (days: number) => instantOf({ day: addDays(day, -days), hour }, shop.zone);
    const destroyed = await destroyDataKeys(db, before(shop.rules.secretDays), at);
    const blanked = await blankPersonalData(db, before(shop.rules.personalDays), at);
    const actor = systemActor('retention');
    for (const { jobId } of destroyed)
      await appendAudit(db, actor, { action: 'secret.destroyed', subjectKind: 'job', subjectId: jobId });
    for (const { jobId } of blanked)
      await appendAudit(db, actor, { action: 'person.blanked', subjectKind: 'job', subjectId: jobId });
    return { destroyed: destroyed.length, blanked: blanked.length };
  });
}
