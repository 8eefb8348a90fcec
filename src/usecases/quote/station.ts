import type { PersonActor } from '@/core/kinds/actor';
import type { GoingPrice } from '@/core/quote/going-price';
import type { OwnWork } from '@/core/quote/price-rules';
import { readPriceRules } from '@/data/price-rules';
import { type AccountRow, listAccounts, listCoupons } from '@/data/quote-terms';
import type { RivalRow } from '@/data/rivals';
import { readAs } from '../asking/read-as';
import type { JobView } from '../view/job-view';
import { readRivals } from './rivals';

/** What stands around the options of a job. */
export interface QuoteSurroundings {
  readonly accounts: readonly AccountRow[];
  readonly couponCode: string | null;
  /** What can be done beside the keys, by the prices of the day. */
  readonly works: readonly OwnWork[];
  readonly rivals: readonly RivalRow[];
  readonly going: GoingPrice | undefined;
}

export async function readQuoteStation(actor: PersonActor, view: JobView): Promise<QuoteSurroundings> {
  const db = readAs(actor);
  const { job, now } = view;
  const coupons = job.terms.couponId === null ? [] : await listCoupons(db, now.day);
  return {
    accounts: await listAccounts(db, now.day),
    works: (await readPriceRules(db, now.day))?.ownWorks ?? [],
    couponCode: coupons.find(({ id }) => id === job.terms.couponId)?.code ?? null,
    ...(await readRivals(actor, view)),
  };
}
