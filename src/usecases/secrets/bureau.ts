import { v7 as uuid } from 'uuid';
import { type BureauKind, bureauGives, bureauPurpose } from '@/core/authority/bureau';
import type { Job } from '@/core/job/job';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { type Failed, failed } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { findWaitingEnquiry, insertEnquiry, listBureauTerms, settleEnquiry } from '@/data/bureau';
import { listSeriesOf } from '@/data/code-rows';
import type { Db } from '@/data/db';
import { insertErrand } from '@/data/errands';
import { lockJob } from '@/data/job-writes';
import { findJob } from '@/data/jobs';
import { announceJob, announceNews } from '@/data/live';
import { getShopOrThrow } from '@/data/shop';
import type { AskBureauInput } from '@/inputs/job-inputs';
import type { BureauAnswer, BureauQuestion } from '@/outside/bureau/bureau';
import { type Edited, editJob } from '../editing/edit-job';
import { closedGate } from '../editing/gates';
import { sections } from '../editing/sections';
import { bureau } from '../outside';
import { KeyDestroyed, keepSealed } from '../vault/vault';
import { gatheredOf } from '../view/grounds';
import { applicationOf, codeOf } from './secrets';

/** Puts a question to the bureau; an errand fetches its answer some minutes later, and the fee is due either way. */
export async function askBureau(actor: PersonActor, input: AskBureauInput): Promise<Edited> {
  return editJob(actor, input, sections.secrets, async (db, job) => {
    const closed = await closedGate(db, actor, job.id, bureauPurpose[input.kind]);
    if (closed) return closed;
    const terms = (await listBureauTerms(db))[input.kind];
    if (!terms) return failed('The shop has no code service for this question.', 'kind');
    const question = await questionOf(db, job, input.kind, input.about);
    if ('ok' in question) return question;
    const doubt = input.kind === 'bittingFromCode' ? undefined : await vinDoubt(db, actor, job);
    if (doubt)
      return failed(`${doubt} The code service is not paid for it: mend VIN or make at Call.`, 'kind');
    const id = uuid();
    await insertErrand(db, {
      id,
      kind: 'codeService',
      dueAt: new Date(actor.at.getTime() + bureau.minutesFor(question, terms) * 60_000),
    });
    await insertEnquiry(db, {
      id,
      jobId: job.id,
      kind: input.kind,
      // Only a question about a code names one; the others ask by VIN.
      about: input.kind === 'bittingFromCode' ? input.about : null,
      feeMinor: terms.feeMinor,
      askedAt: actor.at,
      askedBy: actor.personId,
    });
    await appendAudit(db, actor, {
      action: 'bureau.asked',
      subjectKind: 'job',
      subjectId: job.id,
      details: { enquiry: id, kind: input.kind, feeMinor: terms.feeMinor },
    });
    return undefined;
  });
}

/** Why the VIN of a job may not be this car's; undefined where nothing speaks against it. */
async function vinDoubt(db: Db, actor: PersonActor, job: Job): Promise<string | undefined> {
  const { vin } = await gatheredOf(db, job, await getShopOrThrow(db), actor.at);
  return vin?.doubts[0];
}

async function questionOf(
  db: Db,
  job: Job,
  kind: BureauKind,
  about: string | null,
): Promise<BureauQuestion | Failed> {
  const application = await applicationOf(db, job);
  const [series] = application ? await listSeriesOf(db, application.keyway.name) : [];
  const blade = series
    ? { series: series.name, spaces: series.spaces, depths: series.depths, macs: series.macs }
    : null;
  if (kind === 'bittingFromCode') {
    if (about === null) return failed('Choose the key code whose bitting is asked for.', 'about');
    const code = await codeOf(db, job, about);
    return typeof code === 'string' ? { kind, about: code, series: series ?? null, blade } : code;
  }
  if (job.call.vin === null) return failed('The code service answers by VIN: note it at Call first.', 'kind');
  return { kind, about: job.call.vin, series: series ?? null, blade };
}

/** A question as it stands when its answer is due, with the shop's terms. */
export interface DueQuestion {
  readonly question: BureauQuestion;
  readonly terms: NonNullable<Awaited<ReturnType<typeof listBureauTerms>>[BureauKind]>;
}

/** What an enquiry asks now; undefined where nobody waits for it any more or it no longer fits its job. */
export async function dueQuestion(db: Db, id: string): Promise<DueQuestion | undefined> {
  const enquiry = await findWaitingEnquiry(db, id);
  const job = enquiry && (await findJob(db, enquiry.jobNumber));
  if (!enquiry || !job || job.closed) return undefined;
  const terms = (await listBureauTerms(db))[enquiry.kind];
  const question = await questionOf(db, job, enquiry.kind, enquiry.about);
  return 'ok' in question || !terms ? undefined : { question, terms };
}

/**
 * Seals the answer to an enquiry with its job, or keeps why there is none. A job that was closed meanwhile, or whose key
 * was destroyed, takes none.
 */
export async function storeAnswer(db: Db, actor: Actor, id: string, answer: BureauAnswer): Promise<void> {
  const asked = await findWaitingEnquiry(db, id);
  if (!asked || !(await lockJob(db, asked.jobNumber))) return;
  const job = await findJob(db, asked.jobNumber);
  const enquiry = await findWaitingEnquiry(db, id);
  if (!job || !enquiry) return;
  const end = job.closed
    ? { failure: 'The job was closed before the answer came.' }
    : await sealed(db, actor, job, enquiry, answer);
  await settleEnquiry(db, id, end, actor.at);
  await appendAudit(db, actor, {
    action: 'envelopeId' in end ? 'bureau.answered' : 'bureau.failed',
    subjectKind: 'job',
    subjectId: job.id,
    details: { enquiry: id },
  });
  await announceJob(db, job.number);
  await announceNews(db);
}

async function sealed(
  db: Db,
  actor: Actor,
  job: Job,
  { kind, askedBy }: { readonly kind: BureauKind; readonly askedBy: string },
  answer: BureauAnswer,
): Promise<{ readonly envelopeId: string } | { readonly failure: string }> {
  if (!answer.ok) return { failure: answer.reason };
  try {
    const secret = { kind: bureauGives[kind], source: 'codeService', value: answer.value } as const;
    const { id } = await keepSealed(db, job.id, secret, { at: actor.at, by: askedBy });
    return { envelopeId: id };
  } catch (error) {
    if (error instanceof KeyDestroyed) return { failure: 'The period of this job is over.' };
    throw error;
  }
}
