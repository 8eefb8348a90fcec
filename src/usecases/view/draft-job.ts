import type { QuestionGiven } from '@/core/identify/gathered-facts';
import { emptyLog } from '@/core/job/events/log';
import type { Call, Job } from '@/core/job/job';
import { customersErase, type OpeningKeys, openingRing } from '@/core/job/opening-keys';
import { usualTerms } from '@/core/job/terms';
import type { Actor } from '@/core/kinds/actor';

/** A job that is not stored: what a call and answers come to before anybody hangs the tag. */
export function jobOf(
  actor: Actor,
  call: Call,
  keys: OpeningKeys,
  makeId: () => string,
  given: readonly QuestionGiven[] = [],
): Job {
  const ring = openingRing(keys, call.why, makeId);
  return {
    id: makeId(),
    number: 0,
    version: 0,
    openedAt: actor.at,
    openedBy: actor.kind === 'person' ? actor.name : actor.kind,
    customerId: makeId(),
    call,
    keys: ring.keys,
    identities: ring.identities,
    keysWanted: ring.wanted,
    applicationId: null,
    applicationReason: null,
    route: null,
    routeReason: null,
    vanId: null,
    network: null,
    visit: null,
    terms: usualTerms,
    choices: keys.erase ? [{ ...customersErase, at: actor.at, by: '' }] : [],
    authority: [],
    doorNote: null,
    danger: null,
    given,
    facts: [],
    log: emptyLog,
    lastSeq: 0,
    closed: null,
  };
}
