import type { Job } from '@/core/job/job';
import type { Actor } from '@/core/kinds/actor';
import { type HistoryLine, listHistory } from '@/data/job-history';
import { findJob } from '@/data/jobs';
import { type JobListRow, listJobs } from '@/data/jobs-list';
import { getShopOrThrow } from '@/data/shop';
import { database } from '../database';

const pageSize = 30;
const mostWords = 8;
const longestQuery = 100;

/** Every change of a job's rows, oldest first: who, when, which part and which fields. */
export function readJobHistory(_actor: Actor, job: Pick<Job, 'id'>): Promise<HistoryLine[]> {
  return listHistory(database(), job.id);
}

export function readJob(_actor: Actor, number: number): Promise<Job | undefined> {
  return findJob(database(), number);
}

export interface JobsPage {
  readonly jobs: readonly JobListRow[];
  /** Where the next page begins; undefined on the last one. */
  readonly next: number | undefined;
  readonly zone: string;
  readonly at: Date;
}

/** Jobs by number, name, make, model or VIN; all of them for an empty text. */
export async function findJobs(actor: Actor, text: string, before: number | undefined): Promise<JobsPage> {
  const words = text.slice(0, longestQuery).split(/\s+/).filter(Boolean).slice(0, mostWords);
  const rows = await listJobs(database(), { words, before, limit: pageSize + 1 });
  const jobs = rows.slice(0, pageSize);
  const { zone } = await getShopOrThrow(database());
  return { jobs, next: rows.length > pageSize ? jobs.at(-1)?.number : undefined, zone, at: actor.at };
}
