import { gate } from '@/core/authority/gate';
import { readSheet } from '@/core/blade/progression/sheet';
import type { Platform } from '@/core/catalogue/platform';
import type { EventGround, WantedGround } from '@/core/job/events/event-kind';
import {
  eventRefusal,
  groundFor,
  isAudited,
  type JobEvent,
  movedBy,
  takenBy,
} from '@/core/job/events/events';
import { formatJobNumber } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { adviseFirst } from '@/core/programming/choices';
import { worksInHand } from '@/core/programming/keys';
import { othersEffect } from '@/core/programming/route';
import { situationOf } from '@/core/quote/recommend';
import { appendAudit } from '@/data/audit';
import { findPlatformOfJob } from '@/data/catalogue';
import type { Db } from '@/data/db';
import { appendEvent, findSeenEvent, keepRefusedEvent, listOwnAttempts } from '@/data/job-events';
import { lockJob } from '@/data/job-writes';
import { getJobAtCar, type JobAtCar } from '@/data/jobs';
import { announceJob } from '@/data/live';
import { findLadderOfJob } from '@/data/pellets';
import { listSecretRefs } from '@/data/secrets';
import { readHabits } from '@/data/shop';
import { countPieces, lockStock } from '@/data/stock';
import { together } from '@/data/together';
import type { EventInput } from '@/inputs/event-input';
import { changeAs } from '../asking/read-as';
import { readStandingBeside, standingFrom } from '../editing/gates';
import { type Guarded, hasWords, holdTexts, readTextGround } from '../editing/guard-texts';
import { moveForJob, notThere } from '../shop/job-stock';
import { firstStep } from '../view/first-step';
import { jobViewIn } from '../view/job-view';

/**
 * Appends one event of what happened at the car. The same id sent again changes nothing and gets the same answer.
 * Refused where the reducer refuses it, the job is closed, or the authority for it is not recorded; the refusal is kept.
 * It costs the database five messages, six where the blank may be held back: BEGIN, the locks, everything it is weighed
 * by, everything it leaves, COMMIT.
 */
export async function recordEvent(
  actor: PersonActor,
  number: number,
  input: EventInput,
): Promise<Result<{ seq: number; repeated: boolean }>> {
  const event = { kind: input.kind, ...input.content } as JobEvent;
  return changeAs(actor, async (db) => {
    const [jobId] = await together(
      db,
      (db) => lockJob(db, number),
      async (db) => {
        if (takenBy(event)) await lockStock(db);
      },
    );
    if (jobId === undefined) return failed(`There is no job ${formatJobNumber(number)}.`);
    const { job, seen, ...ground } = await readGround(db, actor, jobId, event, input.id);
    if (seen) return 'seq' in seen ? done({ seq: seen.seq, repeated: true }) : failed(seen.refused);

    const checked = await checkEvent(db, actor, job, event, ground);
    if (!checked.ok) {
      const reason = checked.problems[0]?.message ?? 'Refused.';
      await keepRefusedEvent(db, jobId, actor, { id: input.id, kind: input.kind, reason });
      return failed(reason);
    }
    const seq = await keepEvent(db, actor, job, input, checked.value);
    return done({ seq, repeated: false });
  });
}

/**
 * Appends an event that follows from something else, inside its transaction; the job is locked. Nothing is stored where it is
 * refused. The event comes back as it was kept.
 */
export async function appendInside(
  db: Db,
  actor: PersonActor,
  jobId: string,
  input: EventInput,
): Promise<Result<JobEvent>> {
  const event = { kind: input.kind, ...input.content } as JobEvent;
  const { job, seen, ...ground } = await readGround(db, actor, jobId, event, input.id);
  if (seen) return 'seq' in seen ? done(event) : failed(seen.refused);
  const checked = await checkEvent(db, actor, job, event, ground);
  if (!checked.ok) return checked;
  await keepEvent(db, actor, job, input, checked.value);
  return done(checked.value.input);
}

/** Stores an event that was let through, with all it leaves. @returns its sequence */
async function keepEvent(
  db: Db,
  actor: PersonActor,
  job: JobAtCar,
  input: EventInput,
  { input: kept, compared, store }: Guarded<JobEvent>,
): Promise<number> {
  const seq = job.lastSeq + 1;
  const moved = movedBy(job.log, kept);
  await together(
    db,
    (db) =>
      appendEvent(db, job.id, actor, seq, {
        id: input.id,
        event: kept,
        deviceAt: input.deviceAt,
        basedOn: input.basedOn,
      }),
    async (db) => {
      if (moved) await moveForJob(db, actor, job, { id: input.id, ...moved });
    },
    store,
    (db) => announceJob(db, job.number),
    async (db) => {
      if (!isAudited(kept.kind) && compared === 0) return;
      await appendAudit(db, actor, {
        action: `job.${kept.kind}`,
        subjectKind: 'job',
        subjectId: job.id,
        details: { event: input.id, seq, ...(compared > 0 ? { compared } : {}) },
      });
    },
  );
  return seq;
}

type Ground = Omit<Awaited<ReturnType<typeof readGround>>, 'job' | 'seen'>;

/** All that an event is weighed by, in one message; parts that its kind does not want are empty. */
async function readGround(db: Db, actor: PersonActor, jobId: string, event: JobEvent, id: string) {
  const wants = new Set<WantedGround>(groundFor(event.kind));
  const piece = takenBy(event);
  const [job, seen, beside, texts, secrets, platform, ladder, ownAttemptIds, habits, pieces] = await together(
    db,
    (db) => getJobAtCar(db, jobId),
    (db) => findSeenEvent(db, jobId, id),
    (db) => readStandingBeside(db, actor, jobId),
    async (db) => (wants.has('sheets') || hasWords(event) ? readTextGround(db, actor, jobId) : null),
    async (db) => (wants.has('secrets') ? listSecretRefs(db, jobId) : []),
    async (db) => (wants.has('platform') || wants.has('first') ? findPlatformOfJob(db, jobId) : undefined),
    async (db) => (wants.has('ladder') ? findLadderOfJob(db, jobId) : null),
    async (db) => (wants.has('ownAttempts') ? listOwnAttempts(db, jobId, actor.personId) : new Set<string>()),
    async (db) => (wants.has('first') ? readHabits(db) : null),
    async (db) => (piece ? countPieces(db, piece) : 0),
  );
  return { job, seen, beside, texts, secrets, platform, ladder, ownAttemptIds, habits, pieces };
}

/** An event as it may be stored, or why it cannot be taken: the job's state, what its kind says, or a secret in its words. */
async function checkEvent(
  db: Db,
  actor: PersonActor,
  job: JobAtCar,
  event: JobEvent,
  ground: Ground,
): Promise<Result<Guarded<JobEvent>>> {
  if (job.isClosed) return failed(`${formatJobNumber(job.number)} is closed.`);
  const standing = standingFrom(job, actor, ground.beside);
  const weighed: EventGround = {
    now: actor.at,
    standing,
    keyIds: new Set(job.keys.map(({ id }) => id)),
    worksInHand: worksInHand(job),
    secretIds: new Set(ground.secrets.map(({ id }) => id)),
    heldBlank: ground.habits ? await isHeld(db, actor, job, ground) : false,
    ladder: ground.ladder,
    othersOf: (route) => othersEffect(route, ground.platform),
    sheets: sheetsOf(ground),
    ownAttemptIds: ground.ownAttemptIds,
  };
  const refused = eventRefusal(event, job.log, weighed);
  if (refused !== undefined) return failed(refused);
  const piece = takenBy(event);
  const missing = piece && notThere(piece, ground.pieces);
  if (missing) return missing;
  if (!ground.texts) return done({ input: event, compared: 0, store: async () => {} });
  return holdTexts(actor, event, ground.texts, gate('seeSecret', standing).open);
}

/** The candidates that are sealed with a job: how many, and of how many spaces. */
function sheetsOf({ texts }: Ground): EventGround['sheets'] {
  const sheets = new Map<string, { candidates: number; spaces: number }>();
  for (const [id, { envelope, value }] of texts?.vault.sealed ?? []) {
    const sheet = envelope.kind === 'candidates' ? readSheet(value) : undefined;
    if (sheet)
      sheets.set(id, {
        candidates: sheet.candidates.length,
        spaces: sheet.candidates[0]?.bitting.length ?? 0,
      });
  }
  return sheets;
}

/**
 * Whether the blank is programmed first and was not learned yet. Where a car and a route are chosen it follows from them;
 * else from what is advised, which wants the whole view.
 */
async function isHeld(
  db: Db,
  actor: PersonActor,
  job: JobAtCar,
  { platform, habits }: { readonly platform: Platform | undefined; readonly habits: Ground['habits'] },
): Promise<boolean> {
  if (!platform || !habits || job.route === null) {
    const view = await jobViewIn(db, actor, job.number);
    return (view && firstStep(view.job, view.choices)?.held) ?? false;
  }
  const advice = adviseFirst({
    platform,
    situation: situationOf(job, platform),
    route: job.route,
    chipCertainty: 1,
    habits,
  });
  return firstStep(job, advice ? [advice] : [])?.held ?? false;
}
