import { type HandoverNote, handoverOf } from '@/core/job/handover';
import { formatJobNumber } from '@/core/job/job';
import type { Actor } from '@/core/kinds/actor';
import { formatDay, type LocalDay, localMoment } from '@/core/kinds/local-time';
import { warrantyDay } from '@/core/quote/receipt';
import type { Db } from '@/data/db';
import { findHandover } from '@/data/handovers';
import type { HandoverHead } from '@/formats/pdf/handover-pdf';
import { readAs } from '../asking/read-as';
import { drawForShop } from '../shop/draw-paper';
import { firmOf } from '../shop/firm';
import { carOnPaper, type JobView, planOf, readJobView } from '../view/job-view';
import { readSold, type Sold } from './sold';

/** What the customer is told with his keys, as the job stands. */
export async function handoverOfView(db: Db, view: JobView): Promise<HandoverNote> {
  const { job, platform, runs, proof, situation } = view;
  return handoverOf({
    car: carOnPaper(view),
    keys: proof,
    situation,
    plan: planOf(job, platform, runs),
    warrantyUntil: warrantyWords(await readSold(db, view), view.now.day),
    own: view.shop.ownTexts.handover,
  });
}

/** The last day of the shop's warranty in words; null where it gives none, undefined where nothing was quoted. */
function warrantyWords(sold: Sold | undefined, today: LocalDay): string | null | undefined {
  const until = sold && warrantyDay(sold.option, today);
  return until ? formatDay(until, '') : until;
}

/** The handover note of a job: as it was frozen at the close, or as it stands. */
export interface JobHandover {
  readonly head: HandoverHead;
  readonly note: HandoverNote;
  readonly isDraft: boolean;
}

export async function readHandover(actor: Actor, number: number): Promise<JobHandover | undefined> {
  const db = readAs(actor);
  const view = await readJobView(actor, number);
  if (!view) return undefined;
  const { job, shop } = view;
  const frozen = await findHandover(db, job.id);
  // A job that was closed without one has none; it is not made up afterwards.
  if (job.closed && !frozen) return undefined;
  const day: LocalDay = job.closed ? localMoment(job.closed.at, shop.zone).day : view.now.day;
  return {
    head: {
      jobName: formatJobNumber(job.number),
      firm: firmOf(shop),
      customer: job.call.name,
      madeOn: formatDay(day, ''),
    },
    note: frozen ?? (await handoverOfView(db, view)),
    isDraft: frozen === undefined,
  };
}

/** The note as PDF, with the name of its job. */
export async function drawHandover(
  actor: Actor,
  number: number,
): Promise<{ readonly name: string; readonly bytes: Uint8Array } | undefined> {
  const found = await readHandover(actor, number);
  return (
    found && {
      name: `${found.head.jobName}-handover`,
      bytes: await drawForShop({ kind: 'handover', ...found }),
    }
  );
}
