import { readSheet } from '@/core/blade/progression/sheet';
import type { Platform } from '@/core/catalogue/platform';
import { closingNeeds } from '@/core/job/closing';
import type { EventGround } from '@/core/job/events/event-kind';
import {
  type EventKindName,
  eventRefusal,
  groundFor,
  type JobEvent,
  movedBy,
} from '@/core/job/events/events';
import { formatJobNumber, type Job } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import type { CountGround } from '@/core/programming/count-verdict';
import { worksInHand } from '@/core/programming/keys';
import { othersEffect, type RouteKind } from '@/core/programming/route';
import { appendAudit } from '@/data/audit';
import { findApplication, getPlatformOrThrow } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { appendEvent, findSeenEvent, keepRefusedEvent, listOwnAttempts } from '@/data/job-events';
import { findJob, lockJob, markClosed, replaceFacts } from '@/data/jobs';
import { announceJob } from '@/data/live';
import { findLadders } from '@/data/pellets';
import { endReservations } from '@/data/reservations';
import { listSecretRefs } from '@/data/secrets';
import type { EventInput } from '@/inputs/event-input';
import type { CloseJobInput, FactsInput } from '@/inputs/job-inputs';
import { transact } from '../database';
import { type Edited, editJob } from '../editing/edit-job';
import { standingOf } from '../editing/gates';
import { sections } from '../editing/sections';
import { type Guarded, guardTexts } from '../editing/texts';
import { moveForJob, notThere } from '../shop/job-stock';
import { endVisit } from '../shop/visits';
import { openSealed } from '../vault/vault';
import { firstStep } from '../view/first-step';
import { type JobView, jobViewIn } from '../view/job-view';
import { keepSources } from './key-sources';

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
    const moved = movedBy(job.log, kept);
    if (moved) await moveForJob(db, actor, job, { id: input.id, ...moved });
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

/** An event as it may be stored, or why it cannot be taken: the job's state, what its kind says, or a secret in its words. */
async function checkEvent(
  db: Db,
  actor: PersonActor,
  job: Job,
  event: JobEvent,
): Promise<Result<Guarded<JobEvent>>> {
  if (job.closed) return failed(`${formatJobNumber(job.number)} is closed.`);
  const refused = eventRefusal(event, job.log, await groundOf(db, actor, job, event.kind));
  if (refused !== undefined) return failed(refused);
  const moved = movedBy(job.log, event);
  const missing = moved && moved.change < 0 ? await notThere(db, moved.piece) : undefined;
  if (missing) return missing;
  return guardTexts(db, actor, job.id, event);
}

/** All that an event of a kind is weighed by; the rows of the authority are held until the transaction ends. */
async function groundOf(db: Db, actor: PersonActor, job: Job, kind: EventKindName): Promise<EventGround> {
  const wants = groundFor(kind);
  const standing = await standingOf(db, actor, job.id, true);
  const secrets = wants.includes('secrets') ? await listSecretRefs(db, job.id) : [];
  const platform = wants.includes('platform') ? await platformOf(db, job) : undefined;
  return {
    now: actor.at,
    standing,
    keyIds: new Set(job.keys.map(({ id }) => id)),
    worksInHand: worksInHand(job),
    secretIds: new Set(secrets.map(({ id }) => id)),
    heldBlank: wants.includes('first') ? await isHeld(db, actor, job) : false,
    ladder: wants.includes('ladder') ? await ladderOf(db, job) : null,
    othersOf: (route) => othersEffect(route, platform),
    sheets: wants.includes('sheets') ? await sheetsOf(db, job) : new Map(),
    ownAttemptIds: wants.includes('ownAttempts')
      ? await listOwnAttempts(db, job.id, actor.personId)
      : new Set(),
  };
}

/** The candidates that are sealed with a job: how many, and of how many spaces. */
async function sheetsOf(db: Db, job: Job): Promise<EventGround['sheets']> {
  const sheets = new Map<string, { candidates: number; spaces: number }>();
  for (const [id, { envelope, value }] of await openSealed(db, job.id)) {
    const sheet = envelope.kind === 'candidates' ? readSheet(value) : undefined;
    if (sheet)
      sheets.set(id, {
        candidates: sheet.candidates.length,
        spaces: sheet.candidates[0]?.bitting.length ?? 0,
      });
  }
  return sheets;
}

/** Whether the blank is programmed first and was not learned yet. */
async function isHeld(db: Db, actor: PersonActor, job: Job): Promise<boolean> {
  const view = await jobViewIn(db, actor, job.number);
  return view !== undefined && (firstStep(view)?.held ?? false);
}

async function ladderOf(db: Db, job: Job): Promise<EventGround['ladder']> {
  const application = job.applicationId === null ? undefined : await findApplication(db, job.applicationId);
  if (!application) return null;
  return (await findLadders(db, [application.platformId])).get(application.platformId) ?? null;
}

async function platformOf(db: Db, job: Job): Promise<Platform | undefined> {
  const application = job.applicationId === null ? undefined : await findApplication(db, job.applicationId);
  return application && getPlatformOrThrow(db, application.platformId);
}

/** What the count after the work is held against. */
function countGround(view: JobView | undefined, route: RouteKind | null): CountGround {
  return {
    planned: view?.routes.find(({ kind }) => kind === route)?.plannedCount ?? 'cannotSay',
    tells: view?.platform?.count !== 'cannotSay',
    maximum: view?.platform?.slotsMaximum ?? 0,
  };
}

/** Closes a job where nothing keeps it open. */
export async function closeJob(actor: PersonActor, input: CloseJobInput): Promise<Edited> {
  return editJob(actor, input, sections.close, async (db, job, input) => {
    const view = await jobViewIn(db, actor, job.number);
    const { stage: authority, noteForPlainCopy } = await standingOf(db, actor, job.id, true);
    const needs = closingNeeds({
      outcome: input.outcome,
      route: job.route,
      authority,
      log: job.log,
      opening: job.call.why === 'keysInside' && job.keysWanted === 0,
      doorNoted: job.doorNote !== null || job.danger !== null,
      worksInHand: worksInHand(job),
      noteForPlainCopy,
      count: countGround(view, job.route),
      reason: input.reason,
    });
    if (needs.length > 0) return { ok: false, problems: needs.map((message) => ({ message })) };
    await endReservations(db, job.id, actor.at);
    await endVisit(db, job.id, true);
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
