import { v7 as uuid } from 'uuid';
import { inNameOf, type ShopActor } from '@/core/kinds/actor';
import { minorOf } from '@/core/kinds/money';
import { type Failed, failed } from '@/core/kinds/result';
import { knownInHand } from '@/core/programming/keys';
import { hourRuleAt } from '@/core/quote/hour';
import { firstOption } from '@/core/quote/options';
import type { Db } from '@/data/db';
import { insertRival, type RivalKind } from '@/data/rivals';
import { type JobView, jobViewIn } from './job-view';

/**
 * Keeps what another firm is said to take on a job, beside what the shop would, in the transaction of the caller.
 * @param amount in whole units of the shop's money
 */
export async function keepRival(
  db: Db,
  actor: ShopActor,
  number: number,
  amount: number,
): Promise<Failed | undefined> {
  const view = await jobViewIn(db, actor, number);
  if (!view) return failed('This job is not there any more.');
  const { currency } = view.shop;
  const totalMinor = minorOf(amount, currency);
  if (totalMinor < 1) return failed(`Smaller than ${currency} has.`, 'amount');
  await insertRival(db, {
    id: uuid(),
    jobId: view.job.id,
    totalMinor,
    currency,
    kind: rivalKindOf(view),
    unusualHour: isUnusualHour(view),
    ownMinor: firstOption(view.quote?.options ?? [])?.totalMinor ?? null,
    toldAt: actor.at,
    toldToId: inNameOf(actor),
  });
  return undefined;
}

export function rivalKindOf({ job, situation }: JobView): RivalKind {
  if (job.keysWanted === 0) return 'repair';
  return knownInHand(situation).length === 0 ? 'allLost' : 'spare';
}

/** Whether the job falls into hours that cost more. */
export function isUnusualHour({ quote, now }: JobView): boolean {
  const visit = firstOption(quote?.options ?? [])?.visit ?? now;
  return hourRuleAt(quote?.snapshot.rules.hours ?? [], visit, quote?.snapshot.holidays) !== undefined;
}
