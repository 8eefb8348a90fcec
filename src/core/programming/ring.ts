import { countKeys, type KeyCount } from './key-count';
import { faultNames, isUsable, type KeySituation, knownOf, type PhysicalKey } from './keys';
import { type CountAnswer, isErasing, type JobPlan } from './plan';
import { isClone } from './route';

/** How a tag looks: never by its tone alone. */
export interface RingTag {
  readonly keyId: string;
  readonly tag: number;
  readonly name: string;
  /** The state in the ring's words. */
  readonly word: string;
  readonly tone: 'glaze' | 'ochre' | 'oxide' | 'smalt' | 'plain';
  readonly outline: 'solid' | 'dashed' | 'dotted';
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
    notes: notesOf(count, plan),
  };
}

function tagOf(key: PhysicalKey, situation: KeySituation, plan: JobPlan): RingTag {
  const { id: keyId, tag, name } = key;
  return { keyId, tag, name, ...stateOf(key, situation, plan) };
}

function stateOf(
  key: PhysicalKey,
  { identities }: KeySituation,
  plan: JobPlan,
): Pick<RingTag, 'word' | 'tone' | 'outline'> {
  const known = knownOf(key, identities);
  const erasing = isErasing(plan);
  if (key.madeHere) return madeHereState(plan, plan.learned.has(key.id));
  if (key.presence === 'lost' || key.presence === 'unknown') {
    const where = key.presence === 'lost' ? 'lost' : 'missing';
    if (known === 'no') return { word: `${where}, not known`, tone: 'plain', outline: 'dashed' };
    if (erasing && plan.finished) return { word: 'erased', tone: 'plain', outline: 'dashed' };
    if (erasing) return { word: `${where}, will be erased`, tone: 'ochre', outline: 'dashed' };
    const word = plan.route === null ? 'still known' : 'still live';
    return { word: `${where}, ${word}`, tone: 'oxide', outline: 'dashed' };
  }
  if (key.presence === 'elsewhere')
    return { word: erasing ? 'away, will be erased' : 'away, known', tone: 'ochre', outline: 'dashed' };
  if (known === 'no') return { word: 'here, not known', tone: 'plain', outline: 'solid' };
  if (erasing && plan.learned.has(key.id)) return { word: 'learned again', tone: 'glaze', outline: 'solid' };
  if (erasing && !plan.finished && isUsable(key))
    return { word: 'to be learned again', tone: 'ochre', outline: 'solid' };
  if (key.blade === 'broken') return { word: 'blade broken', tone: 'oxide', outline: 'solid' };
  const [fault] = key.faults;
  if (fault) return { word: `works, ${faultNames[fault].toLowerCase()}`, tone: 'ochre', outline: 'solid' };
  if (known === 'untested') {
    const word = key.rank === 'valet' ? 'valet, not tried yet' : 'not tried yet';
    return { word, tone: 'ochre', outline: 'solid' };
  }
  if (key.rank === 'valet') return { word: 'valet', tone: 'glaze', outline: 'solid' };
  return { word: key.blade === 'worn' ? 'works, worn' : 'working', tone: 'glaze', outline: 'solid' };
}

function madeHereState({ route }: JobPlan, learned: boolean): Pick<RingTag, 'word' | 'tone' | 'outline'> {
  const copies = route !== null && isClone(route);
  if (learned) return { word: copies ? 'copy, works' : 'learned now', tone: 'glaze', outline: 'solid' };
  if (route === 'none') return { word: 'to be cut', tone: 'smalt', outline: 'solid' };
  return { word: copies ? 'to be a copy' : 'to be learned', tone: 'smalt', outline: 'solid' };
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

function notesOf({ unaccounted, lostLive }: KeyCount, plan: JobPlan): string[] {
  const notes: string[] = [];
  if (typeof unaccounted === 'object' && unaccounted.high > 0) {
    const { low, high } = unaccounted;
    const number = low === high ? `${high}` : `${low} to ${high}`;
    notes.push(`${number} unaccounted for: someone else may be able to start this car.`);
  }
  if (lostLive > 0 && !isErasing(plan)) {
    notes.push(
      lostLive === 1
        ? 'The lost key can start this car until it is erased: tell the customer, choose at Route.'
        : `${lostLive} lost keys can start this car until they are erased: tell the customer, choose at Route.`,
    );
  }
  return notes;
}

/** Whether a count after the work fits the plan; undefined where there is nothing to compare. */
export function countFits(after: CountAnswer | undefined, planned: CountAnswer): boolean | undefined {
  if (after === undefined) return undefined;
  if (after === 'cannotSay' || planned === 'cannotSay') return true;
  return after === planned;
}
