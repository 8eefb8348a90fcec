import type { PersonActor } from '@/core/kinds/actor';
import { type GoingPrice, goingPrice } from '@/core/quote/going-price';
import { listLikeRivals, listRivals, type RivalRow } from '@/data/rivals';
import type { RivalInput } from '@/inputs/quote-inputs';
import { readAs } from '../asking/read-as';
import { type Edited, editJob } from '../editing/edit-job';
import { sections } from '../editing/sections';
import type { JobView } from '../view/job-view';
import { isUnusualHour, keepRival, rivalKindOf } from '../view/rival';

/** Keeps what another firm is said to take, beside what the shop would. */
export async function noteRival(actor: PersonActor, input: RivalInput): Promise<Edited> {
  return editJob(actor, input, sections.rival, (db, job) => keepRival(db, actor, job.number, input.amount));
}

/** Offers older than this say little of what is taken today. */
const goingDays = 400;

/** What rivals are said to take on a job, and what is taken for jobs like it. */
export async function readRivals(
  actor: PersonActor,
  view: JobView,
): Promise<{ readonly rivals: readonly RivalRow[]; readonly going: GoingPrice | undefined }> {
  const db = readAs(actor);
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
