import type { Duty } from '@/core/authority/roles';
import type { PersonActor } from '@/core/kinds/actor';
import { done, type Failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { transact } from '../database';
import { refusedFor } from '../duties';

/** What of the shop is changed, as it stands in the audit. */
interface ShopChange {
  readonly duty: Duty;
  /** Such as `van.saved`. */
  readonly action: string;
  readonly subjectKind: 'van' | 'place' | 'shop';
  readonly subjectId: string | null;
  readonly details?: Readonly<Record<string, unknown>>;
}

/** What the proprietor changes of a van or a place. @param what such as `saved` */
export function changeOf(subjectKind: 'van' | 'place', subjectId: string, what: string): ShopChange {
  return { duty: 'manageShop', action: `${subjectKind}.${what}`, subjectKind, subjectId };
}

/** What the proprietor sets of the shop itself. @param what such as `firm` */
export function changeOfShop(what: string, details?: ShopChange['details']): ShopChange {
  return { duty: 'manageShop', action: `shop.${what}`, subjectKind: 'shop', subjectId: null, details };
}

/** Changes something of the shop for somebody who may, with its line in the audit; nothing is stored where it is refused. */
export async function changeShop(
  actor: PersonActor,
  { duty, details = {}, ...line }: ShopChange,
  change: (db: Db) => Promise<Failed | undefined>,
): Promise<Result<null>> {
  const mayNot = refusedFor(actor, duty);
  if (mayNot) return mayNot;
  return transact(async (db) => {
    const refused = await change(db);
    if (refused) return refused;
    await appendAudit(db, actor, { ...line, details });
    return done(null);
  });
}
