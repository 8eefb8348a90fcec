import { v7 as uuid } from 'uuid';
import type { PersonActor } from '@/core/kinds/actor';
import { minorPlaces } from '@/core/kinds/money';
import { failed } from '@/core/kinds/result';
import { knownInHand } from '@/core/programming/keys';
import { type GoingPrice, goingPrice } from '@/core/quote/going-price';
import { hourRuleAt } from '@/core/quote/hour';
import { firstOption } from '@/core/quote/options';
import { insertRival, listLikeRivals, listRivals, type RivalKind, type RivalRow } from '@/data/rivals';
import type { RivalInput } from '@/inputs/quote-inputs';
import { database } from '../database';
import { type Edited, editJob } from '../editing/edit-job';
import { sections } from '../editing/sections';
import { type JobView, jobViewIn } from '../view/job-view';

/** Keeps what another firm is said to take, beside what the shop would. */
export async function noteRival(actor: PersonActor, input: RivalInput): Promise<Edited> {
  return editJob(actor, input, sections.rival, async (db, job) => {
    const view = await jobViewIn(db, actor, job.number);
    if (!view) return failed('This job is not there any more.');
    const { currency } = view.shop;
    const totalMinor = Math.round(input.amount * 10 ** minorPlaces(currency));
    if (totalMinor < 1) return failed(`Smaller than ${currency} has.`, 'amount');
    await insertRival(db, {
      id: uuid(),
      jobId: job.id,
      totalMinor,
      currency,
      kind: rivalKindOf(view),
      unusualHour: isUnusualHour(view),
      ownMinor: firstOption(view.quote?.options ?? [])?.totalMinor ?? null,
      toldAt: actor.at,
      toldToId: actor.personId,
    });
    return undefined;
  });
}

function rivalKindOf({ job, situation }: JobView): RivalKind {
  if (job.keysWanted === 0) return 'repair';
  return knownInHand(situation).length === 0 ? 'allLost' : 'spare';
}

/** Whether the job falls into hours that cost more. */
function isUnusualHour({ quote, now }: JobView): boolean {
  const visit = firstOption(quote?.options ?? [])?.visit ?? now;
  return hourRuleAt(quote?.snapshot.rules.hours ?? [], visit) !== undefined;
}

/** Offers older than this say little of what is taken today. */
const goingDays = 400;

/** What rivals are said to take on a job, and what is taken for jobs like it. */
export async function readRivals(
  actor: PersonActor,
  view: JobView,
): Promise<{ readonly rivals: readonly RivalRow[]; readonly going: GoingPrice | undefined }> {
  const db = database();
  const offers = await listLikeRivals(db, {
    kind: rivalKindOf(view),
    currency: view.shop.currency,
    since: new Date(actor.at.getTime() - goingDays * 86_400_000),
    jobId: view.job.id,
  });
  return {
    rivals: await listRivals(db, view.job.id),
    going: goingPrice(offers, { place: view.job.call.place, unusualHour: isUnusualHour(view) }),
  };
}
