import type { BureauEnquiry, BureauKind } from '@/core/authority/bureau';
import { purposeOfSource, type SecretRef, secretName } from '@/core/authority/secrets';
import type { Application } from '@/core/catalogue/application';
import { formatBitting, parseBitting } from '@/core/catalogue/bitting';
import { formatJobNumber, type Job } from '@/core/job/job';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { done, type Failed, failed, type Result } from '@/core/kinds/result';
import { appendAudit } from '@/data/audit';
import { listBureauTerms, listEnquiries } from '@/data/bureau';
import { findApplication } from '@/data/catalogue';
import { findBitting, listSeriesOf } from '@/data/code-rows';
import type { Db } from '@/data/db';
import { lockJob } from '@/data/job-writes';
import { findJob } from '@/data/jobs';
import { listSecretRefs } from '@/data/secrets';
import type { BittingInput, KeepSecretInput, SecretInput } from '@/inputs/job-inputs';
import { changeAs, readAs } from '../asking/read-as';
import { type Edited, editJob } from '../editing/edit-job';
import { closedGate, shutToReader } from '../editing/gates';
import { sections } from '../editing/sections';
import { KeyDestroyed, keepSealed, openSealed } from '../vault/vault';

export interface SecretsView {
  readonly secrets: readonly SecretRef[];
  readonly enquiries: readonly BureauEnquiry[];
  /** What each question to the bureau costs; a question that is missing cannot be asked. */
  readonly fees: Readonly<Partial<Record<BureauKind, number>>>;
}

/** The secrets of a job by reference, and what was asked of the bureau; sheets are worked at Blade. */
export async function readSecrets(actor: Actor, job: Job): Promise<SecretsView> {
  const db = readAs(actor);
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
  return changeAs(actor, async (db) => {
    if (!(await lockJob(db, number))) return failed(`There is no job ${formatJobNumber(number)}.`);
    const job = await findJob(db, number);
    const ref = job && (await listSecretRefs(db, job.id)).find((one) => one.id === id);
    if (!job || !ref || ref.kind === 'candidates') return failed('There is no such secret on this job.');
    const shut = await shutToReader(db, actor, job.id, 'seeSecret');
    if (shut) return shut;
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

/** What a key code of the job says. */
export async function codeOf(db: Db, job: Job, id: string): Promise<string | Failed> {
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
