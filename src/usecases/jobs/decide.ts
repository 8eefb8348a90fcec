import { v7 as uuid } from 'uuid';
import { withAnswer } from '@/core/identify/answer-facts';
import { unsureReliability } from '@/core/identify/gathered-facts';
import { type QuestionKind, questionKinds } from '@/core/identify/question-kinds';
import { type Asking, askingOf } from '@/core/identify/sight';
import type { Job } from '@/core/job/job';
import { sightOf } from '@/core/job/sight';
import type { PersonActor } from '@/core/kinds/actor';
import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import { failed } from '@/core/kinds/result';
import { choiceAnswers } from '@/core/programming/choices';
import type { Identity, PhysicalKey } from '@/core/programming/keys';
import { findApplication } from '@/data/catalogue';
import type { Db } from '@/data/db';
import {
  deleteGiven,
  holdsKeyOfAnother,
  replaceRing,
  setKeyRank,
  storeChoice,
  updateChoices,
  upsertGiven,
} from '@/data/job-writes';
import { listVans } from '@/data/vans';
import type { AnswerInput } from '@/inputs/identify-input';
import type {
  ChangeRingInput,
  ChoiceInput,
  ChooseCandidateInput,
  ChooseRouteInput,
  ChooseVanInput,
  KeyInput,
  NetworkInput,
} from '@/inputs/job-inputs';
import type { RankInput } from '@/inputs/key-inputs';
import { type Edited, editJob } from '../editing/edit-job';
import { sections } from '../editing/sections';
import { moveVisit } from '../shop/visits';
import { jobViewIn } from '../view/job-view';

export async function chooseCandidate(actor: PersonActor, input: ChooseCandidateInput): Promise<Edited> {
  return editJob(actor, input, sections.candidate, async (db, job, input) => {
    const application = await findApplication(db, input.applicationId);
    if (!application || application.modelId !== job.call.modelId)
      return failed('This candidate is not of the model called.', 'applicationId');
    await updateChoices(db, job.id, {
      applicationId: input.applicationId,
      applicationReason: input.reason.trim(),
    });
    await dropRefusedRoute(db, actor, job);
    return undefined;
  });
}

/** Keeps what became of a question about the car, or opens it again. A candidate chosen stays until another is taken. */
export async function answerQuestion(actor: PersonActor, input: AnswerInput): Promise<Edited> {
  return editJob(actor, input, sections.answers, async (db, job, input) => {
    const { kind, answer, value, sure, stand } = input;
    if (answer === 'ask') {
      await deleteGiven(db, job.id, kind);
      return undefined;
    }
    const seen = answer === 'seen' ? value : null;
    if (seen !== null) {
      const read = withAnswer({ shopMarket: '' }, { kind, value: seen });
      if (!read.ok) return read;
    }
    await upsertGiven(
      db,
      job.id,
      {
        kind,
        answer,
        value: seen,
        reliability: reliabilityOf(askingOf(kind, sightOf(job, stand)), kind, sure),
      },
      { at: actor.at, personId: actor.personId },
    );
    return undefined;
  });
}

/** How far an answer is relied on, where it differs from the usual: of memory and by the caller less. */
function reliabilityOf(asking: Asking | null, kind: QuestionKind, sure: boolean): number | undefined {
  const usual = questionKinds[kind].reliability;
  const own = asking?.reliability ?? usual;
  if (!sure) return Math.min(own, unsureReliability);
  return own === usual ? undefined : own;
}

/** Stores the ring as the screen shows it: tags by order, an identity for each key that is not new, shared by clones. */
export async function changeRing(actor: PersonActor, input: ChangeRingInput): Promise<Edited> {
  return editJob(actor, input, sections.ring, async (db, job, input) => {
    const ids = new Set(input.keys.map(({ id }) => id));
    if (ids.size !== input.keys.length) return failed('A key stands on the ring twice.', 'keys');
    const strange = input.keys.find(({ cloneOf }) => cloneOf !== null && !ids.has(cloneOf));
    if (strange) return failed('A clone needs its original on the ring.', 'keys');
    if (input.keys.some((key) => clonesItself(key, input.keys)))
      return failed('A key cannot be a clone of itself, nor of its own clone.', 'keys');
    if (await holdsKeyOfAnother(db, job.id, [...ids]))
      return failed('A key of another job cannot hang on this ring.', 'keys');
    const wanted = input.keys.filter(({ madeHere }) => madeHere).length;
    if (wanted > mostKeysWanted) return failed(`Up to ${mostKeysWanted} new keys in one job.`, 'keys');
    const identityOf = (key: KeyInput) => job.keys.find(({ id }) => id === key.id)?.identityId ?? uuid();
    const identities = new Map<string, Identity>();
    for (const key of input.keys) {
      if (!key.madeHere && key.cloneOf === null)
        identities.set(key.id, { id: identityOf(key), known: key.known });
    }
    const keys = input.keys.map(
      ({ known: _, cloneOf, ...key }, at): PhysicalKey => ({
        ...key,
        tag: at + 1,
        identityId: key.madeHere ? null : (identities.get(cloneOf ?? key.id)?.id ?? null),
      }),
    );
    await replaceRing(db, job.id, { keys, identities: [...identities.values()], wanted });
    return undefined;
  });
}

/** Whether following a key to its original comes back to it. */
function clonesItself(key: KeyInput, keys: readonly KeyInput[]): boolean {
  const seen = new Set<string>();
  for (let at: KeyInput | undefined = key; at; ) {
    if (seen.has(at.id)) return true;
    seen.add(at.id);
    const { cloneOf }: KeyInput = at;
    at = keys.find(({ id }) => id === cloneOf);
  }
  return false;
}

/** Sends another van. A route that its tools or rights refuse is given up with it. */
export async function chooseVan(actor: PersonActor, input: ChooseVanInput): Promise<Edited> {
  return editJob(actor, input, sections.route, async (db, job, input) => {
    if (!(await isVan(db, input.vanId))) return failed('This van is not on the list.', 'vanId');
    const taken = await moveVisit(db, job, input.vanId, actor.at);
    if (taken) return taken;
    await updateChoices(db, job.id, { vanId: input.vanId });
    await dropRefusedRoute(db, actor, job);
    return undefined;
  });
}

/** Notes whether there is a network where the car stands. */
export async function chooseNetwork(actor: PersonActor, input: NetworkInput): Promise<Edited> {
  return editJob(actor, input, sections.route, async (db, job, input) => {
    await updateChoices(db, job.id, { network: input.network });
    await dropRefusedRoute(db, actor, job);
    return undefined;
  });
}

/** Records what the customer or the shop chose beside the route; null asks again. */
export async function makeChoice(actor: PersonActor, input: ChoiceInput): Promise<Edited> {
  return editJob(actor, input, sections.choices, async (db, job, input) => {
    const { question, choice, chosenBy } = input;
    if (choice !== null && !Object.hasOwn(choiceAnswers[question], choice))
      return failed('This is no answer to that question.', 'choice');
    await storeChoice(db, job.id, { question, choice, chosenBy }, { at: actor.at, personId: actor.personId });
    return undefined;
  });
}

/** Hangs the verdict of a rank test on a key. */
export async function setRank(actor: PersonActor, input: RankInput): Promise<Edited> {
  return editJob(actor, input, sections.ring, async (db, job, input) => {
    if (!(await setKeyRank(db, job.id, input.keyId, input.rank)))
      return failed('This key is not on the ring.', 'keyId');
    await dropRefusedRoute(db, actor, job);
    return undefined;
  });
}

export async function chooseRoute(actor: PersonActor, input: ChooseRouteInput): Promise<Edited> {
  return editJob(actor, input, sections.route, async (db, job, input) => {
    if (!(await isVan(db, input.vanId))) return failed('This van is not on the list.', 'vanId');
    const taken = await moveVisit(db, job, input.vanId, actor.at);
    if (taken) return taken;
    await updateChoices(db, job.id, { vanId: input.vanId });
    const view = await jobViewIn(db, actor, job.number);
    const route = view?.routes.find(({ kind }) => kind === input.route);
    if (!route) return failed('Identify the car first: its platform decides the routes.', 'route');
    if (!route.verdict.feasible) return failed(`This route is refused: ${route.verdict.fact}`, 'route');
    if (view?.advice && view.advice.kind !== input.route && input.reason.trim() === '') {
      return failed('Write why another route than the advised one is taken.', 'reason');
    }
    await updateChoices(db, job.id, { route: input.route, routeReason: input.reason.trim() || null });
    return undefined;
  });
}

/** Gives up a chosen route that the situation now refuses. */
async function dropRefusedRoute(db: Db, actor: PersonActor, job: Job): Promise<void> {
  const view = await jobViewIn(db, actor, job.number);
  const stands = view?.routes.some(({ kind, verdict }) => kind === job.route && verdict.feasible);
  if (!stands) await updateChoices(db, job.id, { route: null, routeReason: null });
}

async function isVan(db: Db, id: string): Promise<boolean> {
  return (await listVans(db)).some((van) => van.id === id);
}
