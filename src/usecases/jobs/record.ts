import { gate, type Standing } from '@/core/authority/gate';
import type { Purpose } from '@/core/authority/purposes';
import { closingNeeds } from '@/core/job/closing';
import { applyEvent, type JobEvent } from '@/core/job/events';
import { formatJobNumber, type Job } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { purposeOf } from '@/core/programming/purpose';
import { type OthersEffect, othersEffect, type RouteKind } from '@/core/programming/route';
import { appendAudit } from '@/data/audit';
import { findApplication, getPlatformOrThrow } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { appendEvent, findSeenEvent, keepRefusedEvent } from '@/data/job-events';
import { findJob, lockJob, markClosed, replaceFacts } from '@/data/jobs';
import { announceJob } from '@/data/live';
import { endReservations } from '@/data/reservations';
import { listSecretRefs } from '@/data/secrets';
import type { EventInput } from '@/inputs/event-input';
import type { CloseJobInput, FactsInput } from '@/inputs/job-inputs';
import { transact } from '../database';
import { keepSources } from '../quote/outcomes';
import { leakedSecret } from '../secrets/leaks';
import { type Edited, editJob } from './edit-job';
import { standingOf } from './gates';
import { jobViewIn } from './job-view';
import { sections } from './sections';

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

    const reason = await refusalOf(db, actor, job, event);
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
    await announceJob(db, job.number);
    return done({ seq, repeated: false });
  });
}

/** A device's clock may run ahead by this much. */
const clockSlackMs = 10 * 60_000;

/** Why an event cannot be taken: the job's state, the ring, the clock, the gate, a secret in its words, or the reducer. */
async function refusalOf(db: Db, actor: PersonActor, job: Job, event: JobEvent): Promise<string | undefined> {
  if (job.closed) return `${formatJobNumber(job.number)} is closed.`;
  const step = applyEvent(job.log, event);
  if (!step.ok) return step.reason;
  const leaked = await leakedSecret(db, job.id, event);
  if (leaked) return leaked.problems[0]?.message;
  const standing = await standingOf(db, actor, job.id, true);
  if (event.kind === 'doorOpened')
    return closedFor(event.how === 'lock' ? 'openLock' : 'openForPapers', standing);
  if (event.kind !== 'attemptRecorded') return undefined;
  if (event.learnedKeyIds.some((id) => !job.keys.some((key) => key.id === id))) {
    return 'A key learned in this attempt is not on the ring.';
  }
  if (event.to.getTime() > actor.at.getTime() + clockSlackMs) return 'An attempt cannot end in the future.';
  const named = new Set((await listSecretRefs(db, job.id)).map(({ id }) => id));
  if (event.secretIds?.some((id) => !named.has(id)))
    return 'A secret named in this attempt is not on this job.';
  return closedFor(purposeOf(event.route, await othersOf(db, job, event.route)), standing);
}

function closedFor(purpose: Purpose, standing: Standing): string | undefined {
  const found = gate(purpose, standing);
  return found.open ? undefined : found.message;
}

/** What a route does to the other keys on the platform of the chosen candidate. */
async function othersOf(db: Db, job: Job, route: RouteKind): Promise<OthersEffect> {
  const application = job.applicationId === null ? undefined : await findApplication(db, job.applicationId);
  return othersEffect(route, application && (await getPlatformOrThrow(db, application.platformId)));
}

/** Closes a job where nothing keeps it open. */
export async function closeJob(actor: PersonActor, input: CloseJobInput): Promise<Edited> {
  return editJob(actor, input, sections.close, async (db, job) => {
    const view = await jobViewIn(db, actor, job.number);
    const { stage: authority } = await standingOf(db, actor, job.id, true);
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
    await endReservations(db, job.id, actor.at);
    if (input.outcome === 'done' || input.outcome === 'partly') await keepSources(db, job.id, actor.at);
    await markClosed(db, job.id, {
      at: actor.at,
      by: actor.personId,
      outcome: input.outcome,
      reason: input.reason.trim() || null,
    });
    return undefined;
  });
}
