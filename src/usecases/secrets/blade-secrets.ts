import { formatBitting, parseBitting } from '@/core/catalogue/bitting';
import { formatJobNumber, type Job } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import { findBitting, listSeriesOf } from '@/data/code-rows';
import type { Db } from '@/data/db';
import { findJob } from '@/data/jobs';
import type { HangBittingInput, KeepCodeInput } from '@/inputs/blade-inputs';
import { readAs } from '../asking/read-as';
import { editJob } from '../editing/edit-job';
import { closedGate } from '../editing/gates';
import { sections } from '../editing/sections';
import { applicationOf, kept, numberIn } from './secrets';

/** Keeps a bitting that was found at the bench with a job, sealed like its other secrets. */
export async function hangBitting(
  actor: PersonActor,
  { number, keyway, bitting: written }: HangBittingInput,
): Promise<Result<{ readonly number: number }>> {
  const bitting = parseBitting(written);
  if (!bitting)
    return failed('A bitting is its depths: a digit each, or numbers with hyphens between.', 'bitting');
  return onNewest(actor, number, async (db, job) => {
    const closed = await closedGate(db, actor, job.id, 'decode');
    if (closed) return closed;
    const car = await applicationOf(db, job);
    if (car && car.keyway.name !== keyway)
      return failed(
        `The car of ${formatJobNumber(number)} has the keyway ${car.keyway.name}, not ${keyway}.`,
        'keyway',
      );
    return kept(db, actor, job, { kind: 'bitting', source: 'keyInHand', value: formatBitting(bitting) });
  });
}

/** Keeps a code that a search found, with its bitting. */
export async function keepFoundCode(
  actor: PersonActor,
  { number, series: name, code }: KeepCodeInput,
): Promise<Result<{ readonly number: number }>> {
  return onNewest(actor, number, async (db, job) => {
    const closed = await closedGate(db, actor, job.id, 'searchCodes');
    if (closed) return closed;
    const car = await applicationOf(db, job);
    if (!car) return failed('Choose the candidate first: its keyway decides the series.');
    const series = (await listSeriesOf(db, car.keyway.name)).find((one) => one.name === name);
    const at = series && numberIn(code, series.prefix);
    const bitting = series && at !== undefined ? await findBitting(db, series.id, at) : undefined;
    if (!bitting) return failed(`${car.keyway.name} has no such code.`, 'code');
    return (
      (await kept(db, actor, job, { kind: 'keyCode', source: 'series', value: code })) ??
      (await kept(db, actor, job, { kind: 'bitting', source: 'series', value: formatBitting(bitting) }))
    );
  });
}

/** An edit of a job's secrets that adds and takes nothing away: it goes with whatever the job is now. */
export async function onNewest(
  actor: PersonActor,
  number: number,
  change: (db: Db, job: Job) => Promise<Failed | undefined>,
): Promise<Result<{ readonly number: number }>> {
  const job = await findJob(readAs(actor), number);
  if (!job) return failed(`There is no job ${formatJobNumber(number)}.`, 'number');
  const edited = await editJob(actor, { number, version: job.version }, sections.secrets, change);
  if (edited.ok) return done({ number });
  return { ok: false, problems: edited.problems.map((one) => ({ field: 'number', ...one })) };
}
