import { v5 as uuidOf } from 'uuid';
import { gate } from '@/core/authority/gate';
import { methods } from '@/core/catalogue/methods';
import type { EventContent } from '@/core/job/events/events';
import { formatJobNumber } from '@/core/job/job';
import type { PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { learnTags } from '@/core/procedure/run/run';
import type { RunGround, RunStanding } from '@/core/run/events/run-event-kind';
import { isGated, isRunEventAudited, type RunEvent, weighRunEvent } from '@/core/run/events/run-events';
import { isFree, type Lease, renewed } from '@/core/run/lease';
import type { RunEnd, RunLog } from '@/core/run/run-log';
import { appendAudit } from '@/data/audit';
import { readAuthority } from '@/data/authority';
import type { Db } from '@/data/db';
import { getJobAtCar } from '@/data/jobs';
import { announceJob } from '@/data/live';
import {
  appendRunEvents,
  hasCommanded,
  keepRefusedRunEvent,
  listSeenRunEvents,
  lockJobOfRun,
  lockRun,
  type NewRunEvent,
  type RunRow,
  type SeenRunEvent,
  takeRight,
  updateRun,
} from '@/data/runs';
import { listSecretRefs } from '@/data/secrets';
import { countPieces, lockStock } from '@/data/stock';
import { together } from '@/data/together';
import type { EventInput } from '@/inputs/event-input';
import type { RunEventsInput } from '@/inputs/run-inputs';
import { changeAs } from '../asking/read-as';
import { readStandingBeside, standingFrom } from '../editing/gates';
import { holdTexts, readTextGround } from '../editing/guard-texts';
import { moveForJob, notThere } from '../shop/job-stock';
import { appendInside } from './record-event';
import { readRunGround } from './run-ground';

/** What became of one event that a device sent. */
export type RunEventAnswer = { readonly id: string } & (
  | { readonly seq: number }
  /** It does not fit, or the gate is shut to it. */
  | { readonly refused: string }
  /** The run has come elsewhere meanwhile: nothing was done with it, and it may be decided what to do. */
  | { readonly conflict: 'driven' | 'cameFurther' }
);

export interface RunEventsAnswer {
  readonly answers: readonly RunEventAnswer[];
  readonly lastSeq: number;
}

/**
 * Takes what a device has queued, in its order, up to the first that cannot be taken. The same id sent again gets the same answer.
 * An event is taken only where the run has come just as far as the device had seen, from the one that drives or from anybody where
 * nobody does. It costs the database five messages, however many events there are.
 */
export async function recordRunEvents(
  actor: PersonActor,
  runId: string,
  input: RunEventsInput,
): Promise<Result<RunEventsAnswer>> {
  return changeAs(actor, async (db) => {
    const wants = input.events.some(({ event }) => isGated(event.kind));
    const [, run, ground] = await together(
      db,
      async (db) => {
        if (wants) await lockJobOfRun(db, runId);
      },
      (db) => lockRun(db, runId),
      (db) => readRunGround(db, runId, 'kept'),
    );
    if (!run || !ground) return failed('There is no such run.');
    const [seen, standing] = await together(
      db,
      (db) =>
        listSeenRunEvents(
          db,
          runId,
          input.events.map(({ id }) => id),
        ),
      async (db) => (wants ? readStanding(db, actor, run.jobId) : undefined),
    );
    const taken = await takeAll(db, actor, { run, ground, standing, seen }, input);
    const { log, answers, events, lease } = taken;
    await together(
      db,
      async (db) => {
        if (events.length > 0) await appendRunEvents(db, actor, { runId, device: input.device, events });
      },
      async (db) => {
        if (events.length === 0 && lease === run.lease) return;
        await updateRun(db, {
          id: runId,
          lastSeq: run.lastSeq + events.length,
          state: log,
          lease: log.ended ? null : lease,
          endedAt: log.ended ? actor.at : null,
        });
      },
      async (db) => {
        if (events.length > 0) await announceJob(db, run.jobNumber);
      },
      async (db) => {
        for (const { action, event } of taken.audited)
          await appendAudit(db, actor, {
            action,
            subjectKind: 'job',
            subjectId: run.jobId,
            details: { run: runId, event },
          });
      },
      async (db) => {
        if (taken.refused) await keepRefusedRunEvent(db, actor, { runId, ...taken.refused });
      },
    );
    return done({ answers, lastSeq: run.lastSeq + events.length });
  });
}

interface Taking {
  readonly run: RunRow;
  readonly ground: RunGround;
  /** Loaded where an event wants it. */
  readonly standing: RunStanding | undefined;
  readonly seen: readonly SeenRunEvent[];
}

interface Taken {
  readonly log: RunLog;
  readonly answers: readonly RunEventAnswer[];
  readonly events: readonly NewRunEvent[];
  readonly audited: readonly { readonly action: string; readonly event: string }[];
  readonly refused: { readonly id: string; readonly kind: string; readonly reason: string } | null;
  readonly lease: Lease | null;
}

/** Takes one event after the other, and stops at the first that cannot be. */
async function takeAll(
  db: Db,
  actor: PersonActor,
  { run, ground, standing, seen }: Taking,
  { device, events: sent }: RunEventsInput,
): Promise<Taken> {
  const answers: RunEventAnswer[] = [];
  const events: NewRunEvent[] = [];
  const audited: Taken['audited'][number][] = [];
  let log = run.state;
  const driver = { device, personId: actor.personId };
  const isDriven = !isFree(run.lease, driver, run.nowMs);
  const end = (refused: Taken['refused'] = null): Taken => ({
    log,
    answers,
    events,
    audited,
    refused,
    lease:
      isDriven || (events.length === 0 && refused === null)
        ? run.lease
        : renewed(run.lease, driver, run.nowMs),
  });
  for (const { id, event, deviceAt, basedOn } of sent) {
    const before = seen.find((one) => one.id === id);
    if (before) {
      answers.push(before.seq === null ? { id, refused: before.reason } : { id, seq: before.seq });
      if (before.seq === null) return end();
      continue;
    }
    if (isDriven) {
      answers.push({ id, conflict: 'driven' });
      return end();
    }
    const seq = run.lastSeq + events.length + 1;
    if (basedOn !== seq - 1) {
      answers.push({ id, conflict: 'cameFurther' });
      return end();
    }
    const weighed = run.isJobClosed
      ? ({ ok: false, reason: `${formatJobNumber(run.jobNumber)} is closed.` } as const)
      : weighRunEvent(log, event, ground, {
          now: actor.at,
          standing: standing?.standing ?? noStanding,
          secretIds: standing?.secretIds ?? new Set(),
        });
    const stored = weighed.ok
      ? await withActs(
          db,
          actor,
          run,
          { ground, standing },
          { before: log, after: weighed.log, queued: events },
          { id, event },
        )
      : weighed;
    if (!stored.ok) {
      answers.push({ id, refused: stored.reason });
      return end({ id, kind: event.kind, reason: stored.reason });
    }
    if (isRunEventAudited(event, log, ground)) audited.push({ action: `run.${event.kind}`, event: id });
    log = stored.log;
    events.push({ id, seq, event: stored.event, deviceAt });
    answers.push({ id, seq });
  }
  return end();
}

type Stored =
  | { readonly ok: true; readonly log: RunLog; readonly event: RunEvent }
  | { readonly ok: false; readonly reason: string };

/** What an event does beside the run: it takes a piece of the stock or a use of a licence, or ends the run as an attempt. */
async function withActs(
  db: Db,
  actor: PersonActor,
  run: RunRow,
  { ground, standing }: Pick<Taking, 'ground' | 'standing'>,
  {
    before,
    after,
    queued,
  }: { readonly before: RunLog; readonly after: RunLog; readonly queued: readonly NewRunEvent[] },
  sent: { readonly id: string; readonly event: RunEvent },
): Promise<Stored> {
  const { id, event } = sent;
  if (event.kind === 'keyTaken' && event.piece !== null) {
    await lockStock(db);
    const missing = notThere(event.piece, await countPieces(db, event.piece));
    if (missing) return { ok: false, reason: missing.problems[0]?.message ?? 'None lie there.' };
    await moveForJob(db, actor, { id: run.jobId }, { id, piece: event.piece, change: -1 });
  }
  const { right } = ground.basis;
  if (right && after.rightUses > before.rightUses) {
    const { vanId, name } = right;
    if (!(await takeRight(db, actor, { id, runId: run.id, jobId: run.jobId, vanId, name })))
      return {
        ok: false,
        reason: `No use of ${name} is left. Buy more and note it at Settings, or go another way.`,
      };
  }
  if (event.kind === 'marked') {
    const held = await heldWords(db, actor, run, standing, event.words);
    if (!held.ok) return held;
    const { words } = held;
    const last = after.marks.length - 1;
    const marks = after.marks.map((mark, at) => (at === last ? { ...mark, words } : mark));
    return { ok: true, log: { ...after, marks }, event: { ...event, words } };
  }
  if (event.kind !== 'ended' || !after.ended) return { ok: true, log: after, event };
  const attempted = await withAttempt(
    db,
    actor,
    run,
    ground,
    { ...after, ended: after.ended },
    { id, event },
  );
  if (attempted.ok || after.ended.result === 'worked' || (await wasCommanded(db, run.id, queued)))
    return attempted;
  // Nothing was told to the car: whoever could begin such a run can stop it, and it is no attempt of the job.
  const held = await heldWords(db, actor, run, standing, after.ended.reason);
  if (!held.ok) return held;
  const reason = held.words;
  return { ok: true, log: { ...after, ended: { ...after.ended, reason } }, event: { ...event, reason } };
}

/** What is written in a run is held against the secrets of the job, as every text is. */
async function heldWords(
  db: Db,
  actor: PersonActor,
  { jobId }: RunRow,
  standing: RunStanding | undefined,
  words: string,
): Promise<{ readonly ok: true; readonly words: string } | { readonly ok: false; readonly reason: string }> {
  const maySee = standing !== undefined && gate('seeSecret', standing.standing).open;
  const held = holdTexts(actor, { words }, await readTextGround(db, actor, jobId), maySee);
  if (!held.ok) return { ok: false, reason: held.problems[0]?.message ?? 'Refused.' };
  await held.value.store(db);
  return { ok: true, words: held.value.input.words };
}

/** Whether the car was told anything in a run, by what is stored and by what comes with it. */
async function wasCommanded(db: Db, runId: string, queued: readonly NewRunEvent[]): Promise<boolean> {
  return queued.some(({ event }) => event.kind === 'commanded') || (await hasCommanded(db, runId));
}

/** A run that ends is an attempt of its job, with what the car said that it knows; what the job refuses ends no run. */
async function withAttempt(
  db: Db,
  actor: PersonActor,
  run: RunRow,
  ground: RunGround,
  log: RunLog & { readonly ended: RunEnd },
  { id, event }: { readonly id: string; readonly event: Extract<RunEvent, { kind: 'ended' }> },
): Promise<Stored> {
  const job = await getJobAtCar(db, run.jobId);
  const input = { deviceAt: actor.at, basedOn: job.lastSeq };
  const learned = new Set(learnTags(ground.bound, log.walk));
  const content: EventContent<'attemptRecorded'> = {
    // An id that somebody else took meanwhile ends no run.
    attemptId: job.log.attempts.some(({ attemptId }) => attemptId === run.id)
      ? uuidOf('attempt of a run', id)
      : run.id,
    route: ground.basis.way,
    from: run.startedAt,
    to: new Date(Math.max(log.ended.atMs, run.startedAt.getTime())),
    result: log.ended.result,
    reason: log.ended.reason,
    learnedKeyIds:
      log.ended.result === 'worked' && methods[ground.basis.way].makes !== 'remote'
        ? job.keys.filter(({ tag }) => learned.has(tag)).map((key) => key.id)
        : [],
    secretIds: log.secretIds,
    ...(log.ended.systemType && { systemType: log.ended.systemType }),
  };
  const attempt = await appendInside(db, actor, run.jobId, {
    ...input,
    id: uuidOf('attempt', id),
    kind: 'attemptRecorded',
    content,
  } as EventInput);
  if (!attempt.ok) return { ok: false, reason: attempt.problems[0]?.message ?? 'Refused.' };
  const reason = attempt.value.kind === 'attemptRecorded' ? attempt.value.reason : '';
  const kept: RunEnd = { ...log.ended, reason };
  if (kept.count !== null) {
    const counted = await appendInside(db, actor, run.jobId, {
      ...input,
      basedOn: job.lastSeq + 1,
      id: uuidOf('count', id),
      kind: 'countRead',
      content: { moment: 'after', answer: kept.count },
    } as EventInput);
    // The attempt stands already: a count that the job refuses takes it back with everything else.
    if (!counted.ok) throw new Error(`a count after a run was refused: ${counted.problems[0]?.message}`);
  }
  return { ok: true, log: { ...log, ended: kept }, event: { ...event, reason } };
}

async function readStanding(db: Db, actor: PersonActor, jobId: string): Promise<RunStanding> {
  const [rows, beside, secrets] = await together(
    db,
    (db) => readAuthority(db, jobId, true),
    (db) => readStandingBeside(db, actor, jobId),
    (db) => listSecretRefs(db, jobId),
  );
  return {
    standing: standingFrom(rows, actor, beside),
    secretIds: new Set(secrets.filter(({ kind }) => kind === 'pin').map(({ id }) => id)),
  };
}

/** Nothing is shown; for events that ask for no authority. */
const noStanding: RunStanding['standing'] = {
  stage: 'none',
  doorNote: false,
  danger: false,
  noteForPlainCopy: false,
  role: 'trainee',
  secondPerson: false,
};
