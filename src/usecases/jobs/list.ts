import { type Job, jobStateOf } from '@/core/job/job';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { type HistoryLine, listHistory } from '@/data/job-history';
import { findJob, listJobStates } from '@/data/jobs';
import { type JobListRow, listJobs } from '@/data/jobs-list';
import { getShopOrThrow } from '@/data/shop';
import { database } from '../database';
import { withOwnWords } from '../editing/texts';

const pageSize = 30;
const mostWords = 8;
const longestQuery = 100;

/** Every change of a job's rows, oldest first: who, when, which part and which fields. */
export async function readJobHistory(actor: Actor, { id }: Pick<Job, 'id'>): Promise<HistoryLine[]> {
  return withOwnWords(database(), actor, id, await listHistory(database(), id));
}

/** What state some jobs are in now, so that a page that was made before knows whether it is behind. */
export async function readJobStates(
  _actor: PersonActor,
  numbers: readonly number[],
): Promise<{ readonly number: number; readonly state: string }[]> {
  const jobs = await listJobStates(database(), numbers);
  return jobs.map((job) => ({ number: job.number, state: jobStateOf(job) }));
}

export async function readJob(actor: Actor, number: number): Promise<Job | undefined> {
  const job = await findJob(database(), number);
  return job && withOwnWords(database(), actor, job.id, job);
}

export interface JobsPage {
  readonly jobs: readonly JobListRow[];
  /** Where the next page begins; undefined on the last one. */
  readonly next: number | undefined;
  readonly zone: string;
  readonly at: Date;
}

/** Jobs by number, name, make, model or VIN; all of them for an empty text. A program does not find by names it may not see. */
export async function findJobs(actor: Actor, text: string, before: number | undefined): Promise<JobsPage> {
  const words = text.slice(0, longestQuery).split(/\s+/).filter(Boolean).slice(0, mostWords);
  const byName = actor.kind === 'person';
  const rows = await listJobs(database(), { words, byName, before, limit: pageSize + 1 });
  const jobs = await Promise.all(
    rows.slice(0, pageSize).map((job) => withOwnWords(database(), actor, job.id, job)),
  );
  const { zone } = await getShopOrThrow(database());
  return { jobs, next: rows.length > pageSize ? jobs.at(-1)?.number : undefined, zone, at: actor.at };
}
