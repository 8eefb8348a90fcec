import type { Job } from '@/core/job/job';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import type { Db } from '@/data/db';
import { lockJob } from '@/data/job-writes';
import { findJob } from '@/data/jobs';
import {
  countComebacks,
  insertKeySource,
  type KeySourceRow,
  listKeySources,
  listSourceNames,
} from '@/data/key-sources';
import { listAcceptances } from '@/data/quote-links';
import { findFrozenQuote, listQuotes } from '@/data/quotes';
import type { ComebackInput } from '@/inputs/quote-inputs';
import { readAs } from '../asking/read-as';

/** Keeps from whom the keys of a job that is being closed came: by the option accepted, else the one offered last. */
export async function keepSources(db: Db, jobId: string, at: Date): Promise<void> {
  const [newest] = await listQuotes(db, jobId);
  if (!newest) return;
  const [accepted] = await listAcceptances(db, jobId);
  const frozen = await findFrozenQuote(db, accepted?.quoteNumber ?? newest.number);
  const kind = accepted?.option ?? newest.offered;
  const option = frozen?.options.find((one) => one.kind === kind);
  if (!frozen || !option?.available) return;
  const keys = option.keys ?? frozen.request.keys;
  if (keys === 0) return;
  const known = await listSourceNames(db);
  for (const source of option.sources)
    if (known.includes(source)) await insertKeySource(db, jobId, source, keys, at);
}

export interface JobSources {
  readonly known: readonly KeySourceRow[];
  readonly suppliers: readonly string[];
}

export async function readSources(actor: Actor, jobId: string): Promise<JobSources> {
  const db = readAs(actor);
  return { known: await listKeySources(db, jobId), suppliers: await listSourceNames(db) };
}

/**
 * Notes that a key of a closed job came back, so that the next quotes reckon with it, where somebody sold it; in the transaction of the caller, who undoes it
 * where it fails. Gives the job.
 */
export async function noteComeback(db: Db, actor: PersonActor, input: ComebackInput): Promise<Result<Job>> {
  if (!(await lockJob(db, input.number))) return failed('There is no such job.');
  const job = await findJob(db, input.number);
  if (!job?.closed) return failed('The job is still open: make the key again in it.');
  if (input.source === '') return done(job);
  if (!(await listSourceNames(db)).includes(input.source))
    return failed('Nobody of this name sells keys to the shop.', 'source');
  await insertKeySource(db, job.id, input.source, Math.max(1, job.keysWanted), actor.at);
  if (!(await countComebacks(db, job.id, input.source, input.reason, actor.at)))
    return failed('All keys of this source came back already.', 'source');
  await appendAudit(db, actor, {
    action: 'job.comeback',
    subjectKind: 'job',
    subjectId: job.id,
    details: { source: input.source, reason: input.reason },
  });
  return done(job);
}
