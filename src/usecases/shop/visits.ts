import { v7 as uuid } from 'uuid';
import type { Visit } from '@/core/job/job';
import { overlapWords } from '@/core/job/visit';
import { localMoment } from '@/core/kinds/local-time';
import { type Failed, failed } from '@/core/kinds/result';
import type { Db } from '@/data/db';
import { getShopOrThrow } from '@/data/shop';
import { listVans } from '@/data/vans';
import { insertVisit, listClashes, listOverlaps, removeVisit, settleClash } from '@/data/visits';

type Time = Pick<Visit, 'from' | 'to'>;

/** Reserves a time of a van for a job, in place of the one it had. Refused where the van is taken then. */
export async function reserveVisit(
  db: Db,
  jobId: string,
  vanId: string,
  time: Time,
  at: Date,
): Promise<Failed | undefined> {
  await endVisit(db, jobId, false);
  if (await insertVisit(db, { id: uuid(), jobId, vanId, ...time })) return undefined;
  return failed(await takenWords(db, jobId, vanId, time, at), 'from');
}

/** Moves the time that a job has to another van. Refused where that one is taken then. */
export async function moveVisit(
  db: Db,
  {
    id,
    vanId: before,
    visit,
  }: { readonly id: string; readonly vanId: string | null; readonly visit: Visit | null },
  vanId: string,
  at: Date,
): Promise<Failed | undefined> {
  if (!visit || vanId === before) return undefined;
  const refused = await reserveVisit(db, id, vanId, visit, at);
  return refused && failed(`${refused.problems[0]?.message} Change the time at Quote first.`, 'vanId');
}

/** Gives the time of a job back, or keeps it as past where its job is closed; what clashed with it alone is whole again. */
export async function endVisit(db: Db, jobId: string, over: boolean): Promise<void> {
  const vanId = await removeVisit(db, jobId, over);
  if (vanId === undefined) return;
  for (const id of await listClashes(db, vanId)) await settleClash(db, id);
}

async function takenWords(db: Db, jobId: string, vanId: string, time: Time, at: Date): Promise<string> {
  const { zone } = await getShopOrThrow(db);
  const van = (await listVans(db)).find(({ id }) => id === vanId);
  const taken = await listOverlaps(db, jobId, vanId, time);
  if (taken.length === 0) return 'Somebody else just had this time, and gave it back. Try again.';
  return `${van?.name ?? 'The van'} is taken then: ${overlapWords(taken, zone, localMoment(at, zone).day)}.`;
}
