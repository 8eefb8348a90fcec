import { type AuthorityStage, isAllowed } from '@/core/authority/purposes';
import { closingNeeds } from '@/core/job/closing';
import { applyEvent, type JobEvent } from '@/core/job/events';
import { authorityStage, formatJobNumber, type Job } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { purposeOf } from '@/core/programming/purpose';
import { appendAudit } from '@/data/audit';
import { appendEvent, findSeenEvent, keepRefusedEvent } from '@/data/job-events';
import { findJob, listAuthority, lockJob, markClosed, replaceFacts, upsertAuthority } from '@/data/jobs';
import type { EventInput } from '@/inputs/event-input';
import type { AuthorityInput, CloseJobInput, FactsInput } from '@/inputs/job-inputs';
import { transact } from '../database';
import { type Edited, editJob } from './edit-job';
import { jobViewIn } from './job-view';
import { sections } from './sections';

/** Records who had the right to the car and how it was seen, at the car: person, papers and plate together. */
export async function recordAuthority(actor: PersonActor, input: AuthorityInput): Promise<Edited> {
  return editJob(actor, input, sections.authority, async (db, job) => {
    if (input.identityDocument === 'none')
      return failed(
        'Without an identity document there is no authority; close the job as refused.',
        'identityDocument',
      );
    if (input.rightDocument === 'none')
      return failed(
        'Without a right to the car there is no authority; close the job as refused.',
        'rightDocument',
      );
    if (!input.plateFits) return failed('The VIN on the plate must be the one on the papers.', 'plateFits');
    const { holderName, identityDocument, rightDocument, howSeen, plateFits } = input;
    await upsertAuthority(db, job.id, {
      stage: 'onSite',
      holderName: holderName.trim(),
      identityDocument,
      rightDocument,
      howSeen,
      plateFits,
      recordedAt: actor.at,
      recordedBy: actor.personId,
    });
    return undefined;
  });
}

export async function recordFacts(actor: PersonActor, input: FactsInput): Promise<Edited> {
  return editJob(actor, input, sections.facts, async (db, job) => {
    const kinds = new Set(input.facts.map(({ kind }) => kind));
    if (kinds.size !== input.facts.length) return failed('Each kind of fact once.', 'facts');
    await replaceFacts(db, job.id, input.facts, { at: actor.at, by: actor.personId });
    return undefined;
  });
}

/**
 * Appends one event of what happened at the car. The same id sent again changes nothing and gets the same answer.
 * Refused where the reducer refuses it, the job is closed, or the authority for it is not recorded; the refusal is kept.
 */
export async function recordEvent(
  actor: PersonActor,
  number: number,
  input: EventInput,
): Promise<Result<{ seq: number; repeated: boolean }>> {
  const event = { kind: input.kind, ...input.content } as JobEvent;
  return transact(async (db) => {
    if (!(await lockJob(db, number))) return failed(`There is no job ${formatJobNumber(number)}.`);
    const job = await findJob(db, number);
    if (!job) return failed(`There is no job ${formatJobNumber(number)}.`);
    const seen = await findSeenEvent(db, job.id, input.id);
    if (seen) return 'seq' in seen ? done({ seq: seen.seq, repeated: true }) : failed(seen.refused);

    const authority = authorityStage(await listAuthority(db, job.id, true));
    const reason = refusalOf(job, event, authority, actor.at);
    if (reason !== undefined) {
      await keepRefusedEvent(db, job.id, actor, { id: input.id, kind: input.kind, reason });
      return failed(reason);
    }
    const seq = job.lastSeq + 1;
    await appendEvent(db, job.id, actor, seq, {
      id: input.id,
      event,
      deviceAt: input.deviceAt,
      basedOn: input.basedOn,
    });
    await appendAudit(db, actor, {
      action: `job.${event.kind}`,
      subjectKind: 'job',
      subjectId: job.id,
      details: { event: input.id, seq },
    });
    return done({ seq, repeated: false });
  });
}

/** A device's clock may run ahead by this much. */
const clockSlackMs = 10 * 60_000;

/** Why an event cannot be taken: the job's state, the ring, the clock, the authority, or the reducer. */
function refusalOf(job: Job, event: JobEvent, authority: AuthorityStage, at: Date): string | undefined {
  if (job.closed) return `${formatJobNumber(job.number)} is closed.`;
  const step = applyEvent(job.log, event);
  if (!step.ok) return step.reason;
  if (event.kind !== 'attemptRecorded') return undefined;
  if (event.learnedKeyIds.some((id) => !job.keys.some((key) => key.id === id))) {
    return 'A key learned in this attempt is not on the ring.';
  }
  if (event.to.getTime() > at.getTime() + clockSlackMs) return 'An attempt cannot end in the future.';
  if (!isAllowed(purposeOf(event.route), authority)) {
    return 'Record who had the right to the car first: only none or a repair goes without.';
  }
  return undefined;
}

/** Closes a job where nothing keeps it open. */
export async function closeJob(actor: PersonActor, input: CloseJobInput): Promise<Edited> {
  return editJob(actor, input, sections.close, async (db, job) => {
    const view = await jobViewIn(db, actor, job.number);
    const authority = authorityStage(await listAuthority(db, job.id, true));
    const planned = view?.routes.find(({ kind }) => kind === job.route)?.plannedCount ?? 'cannotSay';
    const needs = closingNeeds({
      outcome: input.outcome,
      route: job.route,
      authority,
      log: job.log,
      planned,
      reason: input.reason,
    });
    if (needs.length > 0) return { ok: false, problems: needs.map((message) => ({ message })) };
    await markClosed(db, job.id, {
      at: actor.at,
      by: actor.personId,
      outcome: input.outcome,
      reason: input.reason.trim() || null,
    });
    return undefined;
  });
}
