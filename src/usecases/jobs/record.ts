import { isMethodKind, methods } from '@/core/catalogue/methods';
import { isOnlyKeyOpened } from '@/core/job/arrival';
import { closingNeeds } from '@/core/job/closing';
import { checkWords, proofState } from '@/core/job/proving';
import type { PersonActor } from '@/core/kinds/actor';
import { failed } from '@/core/kinds/result';
import { worksInHand } from '@/core/programming/keys';
import { insertHandover } from '@/data/handovers';
import { markClosed, replaceFacts } from '@/data/job-writes';
import { endReservations } from '@/data/reservations';
import type { CloseJobInput, FactsInput } from '@/inputs/job-inputs';
import { type Edited, editJob } from '../editing/edit-job';
import { standingOf } from '../editing/gates';
import { sections } from '../editing/sections';
import { endVisit } from '../shop/visits';
import { countGround } from '../view/count-ground';
import { type JobView, jobViewIn } from '../view/job-view';
import { handoverOfView } from './handover';
import { keepSources } from './key-sources';

export async function recordFacts(actor: PersonActor, input: FactsInput): Promise<Edited> {
  return editJob(actor, input, sections.facts, async (db, job, input) => {
    const kinds = new Set(input.facts.map(({ kind }) => kind));
    if (kinds.size !== input.facts.length) return failed('Each kind of fact once.', 'facts');
    await replaceFacts(db, job.id, input.facts, { at: actor.at, by: actor.personId });
    return undefined;
  });
}

/** Whether the only key was opened for an attempt and was not ticked as closed again. */
function isKeyOpened({ job, situation }: JobView): boolean {
  const { attempts, arrival } = job.log;
  const opensKey = attempts.some(({ route }) => isMethodKind(route) && methods[route].opensKey);
  return isOnlyKeyOpened({ opensKey, situation }) && !arrival.ticks.includes('restored');
}

/** Closes a job where nothing keeps it open. */
export async function closeJob(actor: PersonActor, input: CloseJobInput): Promise<Edited> {
  return editJob(actor, input, sections.close, async (db, job, input) => {
    const view = await jobViewIn(db, actor, job.number);
    const standing = await standingOf(db, actor, job.id, true);
    const { stage: authority, noteForPlainCopy } = standing;
    const needs = closingNeeds({
      outcome: input.outcome,
      route: job.route,
      openRun: view?.run !== undefined && view.run.endedAt === null,
      authority,
      log: job.log,
      opening: job.call.why === 'keysInside' && job.keysWanted === 0,
      doorNoted: job.doorNote !== null || job.danger !== null,
      worksInHand: worksInHand(job),
      noteForPlainCopy,
      count: countGround(view),
      failing: view ? proofState(view.proof).fails.map(checkWords) : [],
      openedKey: view !== undefined && isKeyOpened(view),
      mayGiveReason: standing.role !== 'trainee' || standing.secondPerson,
      reason: input.reason,
    });
    if (needs.length > 0) return { ok: false, problems: needs.map((message) => ({ message })) };
    await endReservations(db, job.id, actor.at);
    await endVisit(db, job.id, true);
    if (input.outcome === 'done' || input.outcome === 'partly') {
      await keepSources(db, job.id, actor.at);
      // Where a car was opened and no key made there is nothing to say of keys.
      if (view && job.route !== null)
        await insertHandover(db, job.id, await handoverOfView(db, view), actor.at);
    }
    await markClosed(db, job.id, {
      at: actor.at,
      by: actor.personId,
      outcome: input.outcome,
      reason: input.reason.trim() || null,
    });
    return undefined;
  });
}
