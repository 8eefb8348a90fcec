import type { KeysTold, Why } from '@/core/identify/line/reading';
import { mostKeysWanted } from '@/core/kinds/keys-wanted';
import type { Identity, KeyFault, PhysicalKey } from '@/core/programming/keys';

export interface OpeningRing {
  readonly keys: readonly PhysicalKey[];
  readonly identities: readonly Identity[];
  readonly wanted: number;
}

const faultOfWhy: Partial<Record<Why, KeyFault>> = {
  flatCell: 'flatCell',
  wornButtons: 'wornButtons',
  crackedCase: 'crackedCase',
  brokenLoop: 'brokenLoop',
};

/** What a caller tells of keys beside their numbers. */
export type OpeningKeys = KeysTold & {
  /** The key that works is the valet's. */
  readonly valet?: boolean | undefined;
  /** Somebody has a key that is to be erased. */
  readonly erase?: boolean | undefined;
};

/** The choice of a customer who wants keys erased that are not here. */
export const customersErase = { question: 'missing', choice: 'erase', chosenBy: 'customer' } as const;

/** Reasons to call that leave the key where it can be had. */
const stillThere: ReadonlySet<Why | null> = new Set(['spare', 'broken', 'noStart', 'keysInside']);

/**
 * The first ring of a job from what the caller told: working keys in hand, lost ones still known, and the new keys wanted.
 * A caller who wants a spare or a repair and does not say how many keys work has at least the one in hand.
 * @param makeId gives a new id at each call
 */
export function openingRing(told: OpeningKeys, why: Why | null, makeId: () => string): OpeningRing {
  const mends = why !== null && faultOfWhy[why] !== undefined;
  const working = told.working ?? (stillThere.has(why) || mends ? 1 : 0);
  // A stolen key, and one to be erased, is one that the car knows and somebody has, however many others are in hand.
  const stolen = why === 'stolen';
  const atLeast = stolen || told.erase ? 1 : 0;
  const lost = Math.max(told.lost ?? (why === 'lost' && working === 0 ? 1 : 0), atLeast);
  const wanted = told.wanted ?? (mends || why === 'keysInside' ? 0 : 1);
  const keys: PhysicalKey[] = [];
  const identities: Identity[] = [];
  const add = (name: string, more: Partial<PhysicalKey>) => {
    const identityId = more.madeHere ? null : makeId();
    if (identityId)
      identities.push({ id: identityId, known: more.presence === undefined ? 'untested' : 'yes' });
    keys.push({
      id: makeId(),
      tag: keys.length + 1,
      name,
      presence: 'here',
      rank: 'unknown',
      blade: 'good',
      faults: [],
      madeHere: false,
      identityId,
      ...more,
    });
  };
  for (let at = 0; at < Math.min(working, 8); at += 1) {
    const fault = at === 0 && why ? faultOfWhy[why] : undefined;
    add(at === 0 ? "Owner's" : 'Spare', {
      // Locked in the car it is in nobody's hand; where a new one is wanted too it is there for it once the car is open.
      ...(at === 0 && why === 'keysInside' && wanted === 0 && { presence: 'elsewhere' }),
      faults: fault ? [fault] : [],
      blade: at === 0 && why === 'broken' ? 'broken' : 'good',
      ...(at === 0 && told.valet && { rank: 'valet' }),
    });
  }
  for (let at = 0; at < Math.min(lost, 8); at += 1) {
    add(keys.length === 0 ? "Owner's" : 'Spare', { presence: stolen ? 'stolen' : 'lost' });
  }
  for (let at = 0; at < Math.min(wanted, mostKeysWanted); at += 1)
    add('New', { madeHere: true, blade: 'uncut' });
  return { keys, identities, wanted: Math.min(wanted, mostKeysWanted) };
}
