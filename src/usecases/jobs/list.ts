import { type Correction, type Why, whyNames } from '@/core/identify/line/reading';
import { outcomes } from '@/core/job/closing';
import { formatJobNumber, type Job, jobStateOf } from '@/core/job/job';
import { jobStates, type NextStep, nextSteps, type Standing, standingOfJob } from '@/core/job/next-step';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { localMoment } from '@/core/kinds/local-time';
import { routeNames } from '@/core/programming/route';
import { findSimilarNames } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { type HistoryLine, listHistory } from '@/data/job-history';
import { findJob, listJobStates } from '@/data/jobs';
import { type JobListRow, listJobs } from '@/data/jobs-list';
import { readNames } from '@/data/names';
import { getShopOrThrow } from '@/data/shop';
import { writeCsv } from '@/formats/csv';
import { readAs } from '../asking/read-as';

const pageSize = 30;
const mostWords = 8;
const longestQuery = 100;

/** Every change of a job's rows, oldest first: who, when, which part and which fields. */
export async function readJobHistory(actor: Actor, { id }: Pick<Job, 'id'>): Promise<HistoryLine[]> {
  return await listHistory(readAs(actor), id);
}

/** What state some jobs are in now, so that a page that was made before knows whether it is behind. */
export async function readJobStates(
  actor: PersonActor,
  numbers: readonly number[],
): Promise<{ readonly number: number; readonly state: string }[]> {
  const jobs = await listJobStates(readAs(actor), numbers);
  return jobs.map((job) => ({ number: job.number, state: jobStateOf(job) }));
}

export async function readJob(actor: Actor, number: number): Promise<Job | undefined> {
  const job = await findJob(readAs(actor), number);
  return job && job;
}

/** A job in a list, and how it stands. */
export type ListedJob = JobListRow & { readonly standing: Standing };

export interface JobsPage {
  readonly jobs: readonly ListedJob[];
  /** Where the next page begins; undefined on the last one. */
  readonly next: number | undefined;
  /** Names that words were read as, since none is spelled like them. */
  readonly readAs: readonly string[];
  readonly zone: string;
  readonly at: Date;
}

/** Which jobs of a list: the open ones, the closed ones, or both. */
export type JobsShown = 'open' | 'closed' | 'all';

/** As many open jobs are listed; a shop with more looks for one by words. */
const mostOpen = 400;

/**
 * Jobs by number, name, phone, make, model, VIN or article, newest first; all of them for an empty text. Where nothing is spelled
 * like that, what is meant is looked for. A program does not find by names and phones it may not see.
 */
export async function findJobs(
  actor: Actor,
  text: string,
  before: number | undefined,
  shown: JobsShown = 'all',
  limit = shown === 'open' ? mostOpen : pageSize,
): Promise<JobsPage> {
  const db = readAs(actor);
  const words = text.slice(0, longestQuery).split(/\s+/).filter(Boolean).slice(0, mostWords);
  const find = (alike: readonly Correction[]) =>
    listJobs(db, {
      words,
      alike: alike.map(({ word, id }) => ({ word, id })),
      byName: actor.kind === 'person',
      closed: shown === 'all' ? null : shown === 'closed',
      before,
      limit: limit + 1,
    });
  let rows = await find([]);
  let meant: readonly string[] = [];
  if (rows.length === 0 && before === undefined) {
    const maybe = words.map((word) => word.toLowerCase()).filter((word) => /^\p{L}{3,}$/u.test(word));
    const alike = maybe.length === 0 ? [] : await findSimilarNames(db, maybe);
    if (alike.length > 0) {
      rows = await find(alike);
      const names = await namesOf(db, alike);
      meant = names.filter((name) => rows.some(({ make, model }) => make === name || model === name));
    }
  }
  const { zone } = await getShopOrThrow(db);
  const jobs = await Promise.all(
    rows.slice(0, limit).map(async (job) => ({
      ...(await job),
      standing: standingOfJob(job, actor.at, zone),
    })),
  );
  return {
    jobs,
    next: rows.length > limit ? jobs.at(-1)?.number : undefined,
    readAs: meant,
    zone,
    at: actor.at,
  };
}

/** As many jobs stand in one file; older ones are found by words. */
const mostInFile = 5_000;

/** The jobs of a list as CSV, with how each stands. */
export async function exportJobs(
  actor: PersonActor,
  {
    query,
    shown,
    step,
  }: { readonly query: string; readonly shown: JobsShown; readonly step: NextStep | undefined },
): Promise<string> {
  const { jobs, zone } = await findJobs(actor, query, undefined, shown, mostInFile);
  const listed = step ? jobs.filter(({ standing }) => standing.next === step) : jobs;
  const momentOf = (at: Date) => {
    const { day, hour } = localMoment(at, zone);
    return `${day} ${hour}`;
  };
  return writeCsv(
    [
      [
        'number',
        'opened',
        'make',
        'model',
        'car',
        'year',
        'vin',
        'name',
        'place',
        'why',
        'route',
        'state',
        'next',
        'when',
        'outcome',
        'closed',
      ],
      ...listed.map(({ standing: { state, next, when }, ...job }) => [
        formatJobNumber(job.number),
        momentOf(job.openedAt),
        job.make,
        job.model,
        job.carWords,
        job.year === null ? null : String(job.year),
        job.vin,
        job.name,
        job.place,
        job.why === null ? null : whyNames[job.why as Why],
        job.route && routeNames[job.route],
        jobStates[state],
        next && nextSteps[next],
        when,
        job.outcome && outcomes[job.outcome],
        job.closedAt && momentOf(job.closedAt),
      ]),
    ],
    true,
  );
}

async function namesOf(db: Db, alike: readonly Correction[]): Promise<string[]> {
  const idsOf = (kind: Correction['kind']) => alike.filter((one) => one.kind === kind).map(({ id }) => id);
  const { makes, models } = await readNames(db, idsOf('make'), idsOf('model'));
  // The make of a model comes with it, and was not what was typed.
  const meant = [...makes, ...models].filter(({ id }) => alike.some((one) => one.id === id));
  return [...new Set(meant.map(({ name }) => name))];
}
