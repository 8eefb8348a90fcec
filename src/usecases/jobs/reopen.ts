import { v7 as uuid } from 'uuid';
import { holdsSealedPart } from '@/core/authority/sealed-words';
import { changedFields } from '@/core/job/changes';
import { workingKeys } from '@/core/job/handover';
import { formatJobNumber } from '@/core/job/job';
import { openingRing } from '@/core/job/opening-keys';
import type { Actor, PersonActor } from '@/core/kinds/actor';
import { done, failed, type Result } from '@/core/kinds/result';
import { comebackReasons } from '@/core/quote/comeback';
import { appendAudit } from '@/data/audit';
import { insertHistory } from '@/data/job-history';
import {
  findComebacks,
  listReopened,
  markComeback,
  markReopened,
  type ReopenedRow,
  takeVersion,
  updateChoices,
} from '@/data/job-writes';
import { getJobOrThrow } from '@/data/jobs';
import { announceJob } from '@/data/live';
import { isPeriodOver } from '@/data/retention';
import type { ReopenJobInput } from '@/inputs/job-inputs';
import type { ComebackInput } from '@/inputs/quote-inputs';
import { changeOrUndoAs, readAs } from '../asking/read-as';
import { refusedFor } from '../duties';
import { guardTexts } from '../editing/guard-texts';
import { sections } from '../editing/sections';
import { jobViewIn } from '../view/job-view';
import { hangTag } from './hang-tag';
import { noteComeback } from './key-sources';

/** Opens a closed job again, with a reason that stays on record; what was handed over and given stays as it was. */
export async function reopenJob(
  actor: PersonActor,
  input: ReopenJobInput,
): Promise<Result<{ version: number }>> {
  const mayNot = refusedFor(actor, 'reopenJobs');
  if (mayNot) return mayNot;
  return changeOrUndoAs(actor, async (db) => {
    const taken = await takeVersion(db, input.number, input.version);
    if (!taken) return failed('Somebody changed this job meanwhile. Look at it again.');
    const before = await getJobOrThrow(db, taken.id);
    if (!before.closed) return failed('This job is open.');
    if (await isPeriodOver(db, before.id))
      return failed('The period of this job is over: its names and secrets are gone. Open a new one.');
    const guarded = await guardTexts(db, actor, before.id, { reason: input.reason.trim() });
    if (!guarded.ok) return guarded;
    await markReopened(db, before.id, {
      at: actor.at,
      by: actor.personId,
      reason: guarded.value.input.reason,
    });
    const after = await getJobOrThrow(db, taken.id);
    await insertHistory(db, actor, {
      id: uuid(),
      jobId: before.id,
      version: taken.version,
      section: sections.close.name,
      changes: changedFields(sections.close.read(before), sections.close.read(after)),
    });
    await appendAudit(db, actor, {
      action: 'job.reopened',
      subjectKind: 'job',
      subjectId: before.id,
      details: { version: taken.version, outcome: before.closed.outcome },
    });
    await announceJob(db, before.number);
    return done({ version: taken.version });
  });
}

/** Opens the job in which a key of a closed one is made again: its customer, car and place, with the keys that still work on the ring. */
export async function openComeback(
  actor: PersonActor,
  input: ComebackInput,
): Promise<Result<{ number: number }>> {
  return changeOrUndoAs(actor, async (db) => {
    const noted = await noteComeback(db, actor, input);
    if (!noted.ok) return noted;
    const old = noted.value;
    const view = await jobViewIn(db, actor, old.number);
    const name = formatJobNumber(old.number);
    const { make: _, model: __, place: ___, placeKm: ____, placeMinutes: _____, ...call } = old.call;
    const { id, number } = await hangTag(db, actor, {
      call: {
        ...call,
        // A part that was sealed with the old job is read nowhere else.
        placeDetail: call.placeDetail && holdsSealedPart(call.placeDetail) ? null : call.placeDetail,
        line: null,
        why: null,
        access: null,
        danger: false,
        urgent: false,
        day: null,
        from: null,
        by: null,
        note: `Comeback of ${name}: ${comebackReasons[input.reason]}.`,
      },
      ring: openingRing(
        { working: Math.max(0, workingKeys(view?.proof ?? []).length - 1), lost: 0, wanted: 1 },
        null,
        uuid,
      ),
      details: { comebackOf: old.number },
    });
    await updateChoices(db, id, {
      applicationId: old.applicationId,
      applicationReason: old.applicationId === null ? null : `As in ${name}`,
    });
    await markComeback(db, id, old.id);
    await announceJob(db, old.number);
    return done({ number });
  });
}

/** How a job hangs together with others and with its earlier ends. */
export interface JobLinks {
  readonly reopened: readonly ReopenedRow[];
  readonly comebackOf: number | null;
  readonly comebacks: readonly number[];
}

export async function readJobLinks(actor: Actor, jobId: string): Promise<JobLinks> {
  const db = readAs(actor);
  const { of, as } = await findComebacks(db, jobId);
  return {
    reopened: await listReopened(db, jobId),
    comebackOf: of,
    comebacks: as,
  };
}
