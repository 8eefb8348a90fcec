import { localMoment } from '@/core/kinds/local-time';
import { readRoadNetwork } from '@/data/roads';
import { listVisits } from '@/data/visits';
import { nobody, readAs } from '../asking/read-as';
import { roadsOf } from '../outside';
import type { JobView } from '../view/job-view';

/** What the van has to reach next after this job. */
export interface NextVisit {
  readonly jobNumber: number;
  readonly at: Date;
  /** The hour that was agreed, by the shop's clock. */
  readonly hour: string;
  /** The drive there from this car; null where nobody said where one of the two stands. */
  readonly driveMinutes: number | null;
}

const withinMs = 12 * 3_600_000;

/** The next visit of the van that is at this job, within the next half day; one that should have begun meanwhile too. */
export async function readNextVisit({ job, shop }: JobView, at: Date): Promise<NextVisit | undefined> {
  const db = readAs(nobody);
  const from = job.visit && job.visit.from < at ? job.visit.from : at;
  const visits = await listVisits(db, from, new Date(at.getTime() + withinMs));
  const next = visits.find(({ vanId, jobNumber }) => vanId === job.vanId && jobNumber !== job.number);
  if (!next) return undefined;
  const { hour } = localMoment(next.from, shop.zone);
  const { place } = job.call;
  const drive =
    place !== null && next.place !== null
      ? roadsOf(await readRoadNetwork(db)).drive(place, next.place, localMoment(at, shop.zone).hour)
      : undefined;
  return { jobNumber: next.jobNumber, at: next.from, hour, driveMinutes: drive?.minutes ?? null };
}
