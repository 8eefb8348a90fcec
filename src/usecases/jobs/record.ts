import { gate, type Standing } from '@/core/authority/gate';
import { attemptPurposes } from '@/core/job/attempt-purposes';
import { closingNeeds } from '@/core/job/closing';
import { type Attempt, applyEvent, type DoorOpened, type JobEvent, timeProblem } from '@/core/job/events';
import { formatJobNumber, type Job } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import type { Purpose } from '@/core/kinds/purpose';
import { done, failed, type Result } from '@/core/kinds/result';
import { type OthersEffect, othersEffect, type RouteKind } from '@/core/programming/route';
import { appendAudit } from '@/data/audit';
import { findApplication, getPlatformOrThrow } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { appendEvent, findAttemptAuthor, findSeenEvent, keepRefusedEvent } from '@/data/job-events';
import { findJob, lockJob, markClosed, replaceFacts } from '@/data/jobs';
import { announceJob } from '@/data/live';
import { endReservations } from '@/data/reservations';
import { listSecretRefs } from '@/data/secrets';
import type { EventInput } from '@/inputs/event-input';
import type { CloseJobInput, FactsInput } from '@/inputs/job-inputs';
import { transact } from '../database';
import { keepSources } from '../quote/outcomes';
import { type Guarded, guardTexts } from '../secrets/texts';
import { type Edited, editJob } from './edit-job';
import { standingOf } from './gates';
import { jobViewIn } from './job-view';
import { sections } from './sections';

export async function recordFacts(actor: PersonActor, input: FactsInput): Promise<Edited> {
  return editJob(actor, input, sections.facts, async (db, job, input) => {
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

    const checked = await checkEvent(db, actor, job, event);
    if (!checked.ok) {
      const reason = checked.problems[0]?.message ?? 'Refused.';
      await keepRefusedEvent(db, job.id, actor, { id: input.id, kind: input.kind, reason });
      return failed(reason);
    }
    const { input: kept, compared } = checked.value;
    const seq = job.lastSeq + 1;
    await appendEvent(db, job.id, actor, seq, {
      id: input.id,
      event: kept,
      deviceAt: input.deviceAt,
      basedOn: input.basedOn,
    });
    await appendAudit(db, actor, {
      action: `job.${event.kind}`,
      subjectKind: 'job',
      subjectId: job.id,
      details: { event: input.id, seq, ...(compared > 0 ? { compared } : {}) },
    });
    await announceJob(db, job.number);
    return done({ seq, repeated: false });
  });
}

/**
 * An event as it may be stored, or why it cannot be taken: the job's state, the reducer, the clock, the ring, the gate, or
 * a secret in its words.
 */
async function checkEvent(
  db: Db,
  actor: PersonActor,
  job: Job,
  event: JobEvent,
): Promise<Result<Guarded<JobEvent>>> {
  if (job.closed) return failed(`${formatJobNumber(job.number)} is closed.`);
  const step = applyEvent(job.log, event);
  if (!step.ok) return failed(step.reason);
  const standing = await standingOf(db, actor, job.id, true);
  const refused = await refusalOf(db, actor, job, event, standing);
  if (refused !== undefined) return failed(refused);
  return guardTexts(db, actor, job.id, event);
}

async function refusalOf(
  db: Db,
  actor: PersonActor,
  job: Job,
  event: JobEvent,
  standing: Standing,
): Promise<string | undefined> {
  switch (event.kind) {
    case 'countRead':
      return undefined;
    case 'doorOpened':
      return timeProblem(event.at, actor.at) ?? doorProblem(event.how, standing);
    case 'attemptWithdrawn':
      return withdrawalProblem(db, actor, job, event.attemptId, standing);
    case 'attemptRecorded':
      return timeProblem(event.to, actor.at) ?? attemptProblem(db, job, event, standing);
    default:
      // A new kind does not compile before it says what it wants.
      return event satisfies never;
  }
}

async function attemptProblem(
  db: Db,
  job: Job,
  event: Attempt,
  standing: Standing,
): Promise<string | undefined> {
  if (event.learnedKeyIds.some((id) => !job.keys.some((key) => key.id === id)))
    return 'A key learned in this attempt is not on the ring.';
  const secrets = new Set((await listSecretRefs(db, job.id)).map(({ id }) => id));
  if (event.secretIds?.some((id) => !secrets.has(id)))
    return 'A secret named in this attempt is not on this job.';
  const others = await othersOf(db, job, event.route);
  for (const purpose of attemptPurposes(event, others)) {
    const closed = closedFor(purpose, standing);
    if (closed !== undefined) return closed;
  }
  return undefined;
}

function doorProblem(how: DoorOpened['how'], standing: Standing): string | undefined {
  if (how === 'danger' && !standing.danger)
    return 'Declare at On site that somebody is in danger; it opens the door at once.';
  return closedFor(how === 'lock' ? 'openLock' : 'openForPapers', standing);
}

/** Without a second person a trainee takes back only what he recorded himself. */
async function withdrawalProblem(
  db: Db,
  actor: PersonActor,
  job: Job,
  attemptId: string,
  standing: Standing,
): Promise<string | undefined> {
  if (actor.role !== 'trainee' || standing.secondPerson) return undefined;
  return (await findAttemptAuthor(db, job.id, attemptId)) === actor.personId
    ? undefined
    : 'A trainee withdraws what another recorded with a second person, who signs in for this job first.';
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
  return editJob(actor, input, sections.close, async (db, job, input) => {
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
