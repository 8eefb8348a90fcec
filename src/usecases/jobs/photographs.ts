import { formatJobNumber } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { lockJob } from '@/data/job-writes';
import { findJob } from '@/data/jobs';
import { announceJob } from '@/data/live';
import { listPhotographs, type PhotographRow } from '@/data/photographs';
import { findRun } from '@/data/runs';
import { changeAs, readAs } from '../asking/read-as';
import { shutToReader } from '../editing/gates';
import { guardTexts } from '../editing/guard-texts';
import { runInPool } from '../pool/pool';
import { openPhotograph, sealPhotograph } from '../vault/photographs';
import { KeyDestroyed } from '../vault/vault';

/** The largest photograph; the page makes them smaller before it sends them. */
export const largestPhotograph = 2_000_000;
const mostPhotographs = 60;

export interface PhotographTaken {
  readonly id: string;
  /** The run it was taken in; null outside of one. */
  readonly runId: string | null;
  /** What it is of. */
  readonly of: string;
}

/** Keeps a photograph with a job, drawn anew; the same id sent again changes nothing. */
export async function takePhotograph(
  actor: PersonActor,
  number: number,
  { id, runId, of }: PhotographTaken,
  bytes: Buffer,
): Promise<Result<{ readonly id: string }>> {
  const body = await runInPool('drawPhotograph', { bytes });
  if (!body) return failed('This picture can’t be read. Send a photograph as JPEG or PNG.');
  return changeAs(actor, async (db) => {
    const jobId = await lockJob(db, number);
    const job = jobId && (await findJob(db, number));
    if (!job) return failed(`There is no job ${formatJobNumber(number)}.`);
    const kept = await listPhotographs(db, job.id);
    if (kept.some((one) => one.id === id)) return done({ id });
    if (job.closed) return failed(`${formatJobNumber(number)} is closed.`);
    if (kept.length >= mostPhotographs) return failed(`Up to ${mostPhotographs} photographs of one job.`);
    if (runId !== null && (await findRun(db, runId))?.jobId !== job.id)
      return failed('This is no run of this job.');
    const guarded = await guardTexts(db, actor, job.id, { of });
    if (!guarded.ok) return guarded;
    const words = guarded.value.input.of;
    const photograph = {
      id,
      jobId: job.id,
      runId,
      of: words,
      type: 'image/jpeg',
      body: Buffer.from(body),
      takenAt: actor.at,
    };
    await sealPhotograph(db, { ...photograph, personId: actor.personId });
    await appendAudit(db, actor, {
      action: 'photograph.taken',
      subjectKind: 'job',
      subjectId: job.id,
      details: { photograph: id, compared: guarded.value.compared },
    });
    await announceJob(db, number);
    return done({ id });
  }).catch(gone);
}

/** What is on a photograph: behind the gate, and looking at it stands in the audit, since keys and papers may be on it. */
export async function seePhotograph(
  actor: PersonActor,
  number: number,
  id: string,
): Promise<Result<{ readonly type: string; readonly bytes: Buffer }>> {
  return changeAs(actor, async (db) => {
    const job = await findJob(db, number);
    const shut = job && (await shutToReader(db, actor, job.id, 'seePhotograph'));
    if (shut) return shut;
    const found = job && (await openPhotograph(db, job.id, id, actor.at));
    if (!found) return failed('There is no such photograph.');
    await appendAudit(db, actor, {
      action: 'photograph.seen',
      subjectKind: 'job',
      subjectId: job.id,
      details: { photograph: id },
    });
    return done(found);
  }).catch(gone);
}

/** What a job has of photographs, and why they are shut to whoever asks; null where they can be looked at. */
export async function readPhotographs(
  actor: PersonActor,
  jobId: string,
): Promise<{ readonly shut: string | null; readonly photographs: readonly PhotographRow[] }> {
  const db = readAs(actor);
  const shut = await shutToReader(db, actor, jobId, 'seePhotograph');
  return {
    shut: shut?.problems[0]?.message ?? null,
    photographs: await listPhotographs(db, jobId),
  };
}

function gone(error: unknown): Result<never> {
  if (error instanceof KeyDestroyed)
    return failed('The period of this job is over: its photographs cannot be read, and none are kept.');
  throw error;
}
