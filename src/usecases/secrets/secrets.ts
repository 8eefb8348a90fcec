import { v7 as uuid } from 'uuid';
import { type BureauEnquiry, type BureauKind, bureauGives, bureauPurpose } from '@/core/authority/bureau';
import { purposeOfSource, type SecretRef, secretName } from '@/core/authority/secrets';
import type { Application } from '@/core/catalogue/application';
import { formatBitting, parseBitting } from '@/core/catalogue/bitting';
import { formatJobNumber, type Job } from '@/core/job/job';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import {
  insertEnquiry,
  listBureauTerms,
  listDueEnquiries,
  listEnquiries,
  settleEnquiry,
  takeDueEnquiries,
} from '@/data/bureau';
import { findApplication } from '@/data/catalogue';
import { findBitting, listSeriesOf } from '@/data/code-rows';
import type { Db } from '@/data/db';
import { findJob, lockJob } from '@/data/jobs';
import { listSecretRefs } from '@/data/secrets';
import { getShopOrThrow } from '@/data/shop';
import type { AskBureauInput, BittingInput, KeepSecretInput, SecretInput } from '@/inputs/job-inputs';
import type { BureauAnswer, BureauQuestion } from '@/outside/bureau/bureau';
import { database, transact } from '../database';
import { type Edited, editJob } from '../editing/edit-job';
import { closedGate } from '../editing/gates';
import { sections } from '../editing/sections';
import { bureau } from '../outside';
import { KeyDestroyed, keepSealed, openSealed } from '../vault/vault';
import { gatheredOf } from '../view/job-view';

export interface SecretsView {
  readonly secrets: readonly SecretRef[];
  readonly enquiries: readonly BureauEnquiry[];
  /** What each question to the bureau costs; a question that is missing cannot be asked. */
  readonly fees: Readonly<Partial<Record<BureauKind, number>>>;
}

/** The secrets of a job by reference, and what was asked of the bureau; sheets are worked at Blade. */
export async function readSecrets(_actor: Actor, job: Job): Promise<SecretsView> {
  const db = database();
  const [secrets, enquiries, terms] = await Promise.all([
    listSecretRefs(db, job.id),
    listEnquiries(db, job.id),
    listBureauTerms(db),
  ]);
  const fees = Object.fromEntries(Object.entries(terms).map(([kind, { feeMinor }]) => [kind, feeMinor]));
  return { secrets: secrets.filter(({ kind }) => kind !== 'candidates'), enquiries, fees };
}

/** Seals a secret that a person wrote down; what getting it wanted must have been shown. */
export async function keepSecret(actor: PersonActor, input: KeepSecretInput): Promise<Edited> {
  const { value, ...edit } = input;
  return editJob(actor, edit, sections.secrets, async (db, job) => {
    const closed = await closedGate(db, actor, job.id, purposeOfSource(input.source));
    if (closed) return closed;
    if (input.kind !== 'bitting')
      return kept(db, actor, job, { kind: input.kind, source: input.source, value: value.trim() });
    const bitting = parseBitting(value);
    if (!bitting)
      return failed('A bitting is its depths: a digit each, or numbers with hyphens between.', 'value');
    return kept(db, actor, job, { kind: 'bitting', source: input.source, value: formatBitting(bitting) });
  });
}

/** Shows one secret: the gate first, the audit line before the value. Nothing of it is kept on the way. */
export async function lookAtSecret(
  actor: PersonActor,
  { number, id }: SecretInput,
): Promise<Result<{ value: string }>> {
  return transact(async (db) => {
    if (!(await lockJob(db, number))) return failed(`There is no job ${formatJobNumber(number)}.`);
    const job = await findJob(db, number);
    const ref = job && (await listSecretRefs(db, job.id)).find((one) => one.id === id);
    if (!job || !ref || ref.kind === 'candidates') return failed('There is no such secret on this job.');
    if (job.closed?.outcome === 'refused') return failed('The job was refused: its secrets stay sealed.');
    const closed = await closedGate(db, actor, job.id, 'seeSecret');
    if (closed) return closed;
    if (ref.destroyed)
      return failed('Its period is over: the key to it was destroyed, and nobody can read it.');
    await appendAudit(db, actor, {
      action: 'secret.seen',
      subjectKind: 'job',
      subjectId: job.id,
      details: { secret: id, kind: ref.kind },
    });
    const opened = (await openSealed(db, job.id)).get(id);
    return opened ? done({ value: opened.value }) : failed('This secret cannot be read.');
  });
}

/** Puts a question to the bureau; its answer comes some minutes later, and the fee is due either way. */
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
    const minutes = bureau.minutesFor(question, terms);
    const id = uuid();
    await insertEnquiry(db, {
      id,
      jobId: job.id,
      kind: input.kind,
      // Only a question about a code names one; the others ask by VIN.
      about: input.kind === 'bittingFromCode' ? input.about : null,
      feeMinor: terms.feeMinor,
      askedAt: actor.at,
      askedBy: actor.personId,
      readyAt: new Date(actor.at.getTime() + minutes * 60_000),
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

/**
 * Fetches the answers that are due and seals them with the job, each once: the bureau is asked outside of any transaction,
 * and whoever comes second with an answer finds it there. A job that was closed meanwhile takes none.
 */
export async function fetchAnswers(actor: PersonActor, number: number): Promise<void> {
  const due = await transact((db) => dueQuestions(db, number, actor.at));
  const answers = new Map<string, BureauAnswer>();
  for (const { id, question, terms } of due)
    answers.set(
      id,
      'ok' in question || !terms
        ? { ok: false, reason: 'The question no longer fits the job.' }
        : await bureau.answer(question, terms),
    );
  if (answers.size > 0) await transact((db) => sealAnswers(db, actor, number, answers));
}

async function dueQuestions(db: Db, number: number, at: Date) {
  const job = await findJob(db, number);
  if (!job || job.closed) return [];
  const terms = await listBureauTerms(db);
  const due = [];
  for (const { id, kind, about } of await listDueEnquiries(db, job.id, at))
    due.push({ id, question: await questionOf(db, job, kind, about), terms: terms[kind] });
  return due;
}

async function sealAnswers(
  db: Db,
  actor: PersonActor,
  number: number,
  answers: ReadonlyMap<string, BureauAnswer>,
): Promise<void> {
  if (!(await lockJob(db, number))) return;
  const job = await findJob(db, number);
  if (!job || job.closed) return;
  for (const enquiry of await takeDueEnquiries(db, job.id, actor.at)) {
    const answer = answers.get(enquiry.id);
    if (!answer) continue;
    const end = answer.ok
      ? {
          envelopeId: (
            await keepSealed(
              db,
              job.id,
              { kind: bureauGives[enquiry.kind], source: 'codeService', value: answer.value },
              { at: actor.at, by: enquiry.askedBy },
            )
          ).id,
        }
      : { failure: answer.reason };
    await settleEnquiry(db, enquiry.id, end);
    await appendAudit(db, actor, {
      action: answer.ok ? 'bureau.answered' : 'bureau.failed',
      subjectKind: 'job',
      subjectId: job.id,
      details: { enquiry: enquiry.id },
    });
  }
}

/** Turns a key code of the job into its bitting by the shop's own rows of the series. */
export async function bittingOfCode(actor: PersonActor, input: BittingInput): Promise<Edited> {
  return editJob(actor, input, sections.secrets, async (db, job) => {
    const closed = await closedGate(db, actor, job.id, 'codeToBitting');
    if (closed) return closed;
    const code = await codeOf(db, job, input.about);
    if (typeof code !== 'string') return code;
    const application = await applicationOf(db, job);
    if (!application) return failed('Choose the candidate first: its keyway decides the series.', 'about');
    for (const series of await listSeriesOf(db, application.keyway.name)) {
      const number = numberIn(code, series.prefix);
      if (number === undefined || number < series.first || number >= series.first + series.count) continue;
      const bitting = await findBitting(db, series.id, number);
      if (bitting)
        return kept(db, actor, job, { kind: 'bitting', source: 'series', value: formatBitting(bitting) });
    }
    return failed(
      `No series of ${application.keyway.name} that the shop has holds this code. The code service may.`,
      'about',
    );
  });
}

/** Seals a secret with the job, and says so in the audit. */
export async function kept(
  db: Db,
  actor: PersonActor,
  job: Job,
  secret: Parameters<typeof keepSealed>[2],
): Promise<Failed | undefined> {
  const done = await sealedWith(db, actor, job, secret);
  return done.ok ? undefined : done;
}

/** Seals a secret with the job, and says so in the audit; gives its id. */
export async function sealedWith(
  db: Db,
  actor: PersonActor,
  job: Job,
  secret: Parameters<typeof keepSealed>[2],
): Promise<Result<{ readonly id: string }>> {
  try {
    const { id, number } = await keepSealed(db, job.id, secret, { at: actor.at, by: actor.personId });
    await appendAudit(db, actor, {
      action: 'secret.kept',
      subjectKind: 'job',
      subjectId: job.id,
      details: { secret: id, name: secretName({ kind: secret.kind, number }) },
    });
    return done({ id });
  } catch (error) {
    if (error instanceof KeyDestroyed)
      return failed('The period of this job is over: nothing can be sealed with it.');
    throw error;
  }
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

async function codeOf(db: Db, job: Job, id: string): Promise<string | Failed> {
  const found = (await openSealed(db, job.id)).get(id);
  return found?.envelope.kind === 'keyCode' ? found.value : failed('Choose a key code of the job.', 'about');
}

export async function applicationOf(db: Db, job: Job): Promise<Application | undefined> {
  return job.applicationId === null ? undefined : findApplication(db, job.applicationId);
}

/** 'DA 47' in the series DA is 47. */
export function numberIn(code: string, prefix: string): number | undefined {
  const plain = code.toUpperCase().replace(/[^0-9A-Z]/g, '');
  const digits = plain.startsWith(prefix.toUpperCase()) ? plain.slice(prefix.length) : plain;
  return /^\d{1,9}$/.test(digits) ? Number(digits) : undefined;
}
