import { countKeys, type KeyCount, missingKeys, missingSays } from './key-count';
import { faultNames, type KeySituation, knownOf, type PhysicalKey } from './keys';
import { isErasing, type JobPlan } from './plan';
import { isClone, type Route } from './route';

/** What a key is to the car and to the job; how that looks is said by the skin. */
export type RingState =
  /** In hand and known. */
  | 'works'
  /** In hand; something about it wants a look or a try. */
  | 'check'
  | 'broken'
  /** In hand, and strange to the car. */
  | 'strange'
  /** In hand, and must go through the procedure again. */
  | 'again'
  | 'made'
  | 'toMake'
  /** Known, and kept elsewhere. */
  | 'away'
  /** Nobody has it, and it starts the car. */
  | 'live'
  /** Not here, and about to stop working. */
  | 'ending'
  /** Not here, and of no use any more. */
  | 'gone';

export interface RingTag {
  readonly keyId: string;
  readonly tag: number;
  readonly name: string;
  /** The state in the ring's words. */
  readonly word: string;
  readonly state: RingState;
}

export interface Ring {
  readonly tags: readonly RingTag[];
  readonly count: KeyCount;
  /** Tags in the slots, as far as they are known; null is a slot that holds a key nobody can show. */
  readonly slots: readonly (number | null)[];
  readonly slotsMaximum: number;
  readonly notes: readonly string[];
}

/** The ring as it is drawn, derived from keys, identities, slots and the plan; it stores nothing of its own. */
export function deriveRing(situation: KeySituation, plan: JobPlan): Ring {
  const count = countKeys(situation);
  const tags = situation.keys.map((key) => tagOf(key, situation, plan));
  return {
    tags,
    count,
    slots: slotsOf(situation),
    slotsMaximum: situation.memory.maximum,
    notes: notesOf(situation, plan),
  };
}

/** The ring as a route would leave it, before anything is done; null for no route. */
export function ringFor(situation: KeySituation, route: Pick<Route, 'kind' | 'others'> | null): Ring {
  return deriveRing(situation, {
    route: route?.kind ?? null,
    others: route?.others ?? 'keep',
    learned: new Set(),
    finished: false,
  });
}

function tagOf(key: PhysicalKey, situation: KeySituation, plan: JobPlan): RingTag {
  const { id: keyId, tag, name } = key;
  return { keyId, tag, name, ...stateOf(key, situation, plan) };
}

function stateOf(
  key: PhysicalKey,
  { identities, memory }: KeySituation,
  plan: JobPlan,
): Pick<RingTag, 'word' | 'state'> {
  const known = knownOf(key, identities);
  const erasing = isErasing(plan);
  if (key.madeHere) return madeHereState(plan, plan.learned.has(key.id), memory);
  if (key.presence !== 'here' && key.presence !== 'elsewhere') {
    const where = key.presence === 'unknown' ? 'missing' : key.presence;
    if (known === 'no') return { word: `${where}, not known`, state: 'gone' };
    if (erasing && plan.finished) return { word: 'erased', state: 'gone' };
    if (erasing) return { word: `${where}, will be erased`, state: 'ending' };
    const word = memory.none ? 'still fits' : plan.route === null ? 'still known' : 'still live';
    return { word: `${where}, ${word}`, state: 'live' };
  }
  if (key.presence === 'elsewhere')
    return erasing
      ? { word: 'away, will be erased', state: 'ending' }
      : { word: 'away, known', state: 'away' };
  if (known === 'no') return { word: 'here, not known', state: 'strange' };
  if (erasing && plan.learned.has(key.id)) return { word: 'learned again', state: 'made' };
  if (erasing && !plan.finished) return { word: 'to be learned again', state: 'again' };
  if (key.blade === 'broken') return { word: 'blade broken', state: 'broken' };
  const [fault] = key.faults;
  if (fault) return { word: `works, ${faultNames[fault].toLowerCase()}`, state: 'check' };
  if (known === 'untested') {
    const word = key.rank === 'valet' ? 'valet, not tried yet' : 'not tried yet';
    return { word, state: 'check' };
  }
  if (key.rank === 'valet') return { word: 'valet', state: 'works' };
  return { word: key.blade === 'worn' ? 'works, worn' : 'working', state: 'works' };
}

function madeHereState(
  { route }: JobPlan,
  learned: boolean,
  { none }: KeySituation['memory'],
): Pick<RingTag, 'word' | 'state'> {
  const copies = route !== null && isClone(route);
  if (learned) return { word: copies ? 'copy, works' : 'learned now', state: 'made' };
  if (none || route === 'noProgramming') return { word: 'to be cut', state: 'toMake' };
  return { word: copies ? 'to be a copy' : 'to be learned', state: 'toMake' };
}

/** One entry for each key the car says it knows: the tags that fit, then keys nobody can show. */
function slotsOf({ keys, identities, memory }: KeySituation): (number | null)[] {
  if (typeof memory.knownCount !== 'number') return [];
  const seen = new Set<string>();
  const tags: number[] = [];
  for (const key of keys) {
    if (key.identityId === null || seen.has(key.identityId) || knownOf(key, identities) === 'no') continue;
    seen.add(key.identityId);
    tags.push(key.tag);
  }
  const shown = tags.slice(0, memory.knownCount);
  return [...shown, ...Array.from({ length: memory.knownCount - shown.length }, () => null)];
}

function notesOf(situation: KeySituation, plan: JobPlan): string[] {
  const missing = missingKeys(situation);
  if (missing.high === 0) return [];
  if (situation.memory.none)
    return [`${missingSays(missing, 'still fits', 'still fit')} the locks of this car: tell the customer.`];
  if (isErasing(plan))
    return plan.finished ? [] : [`${missingSays(missing, 'starts', 'start')} this car until the erase.`];
  return [
    `${missingSays(missing, 'starts', 'start')} this car until an erase: tell the customer, choose at Route.`,
  ];
}
