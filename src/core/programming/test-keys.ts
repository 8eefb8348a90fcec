import type { KeySituation, PhysicalKey } from './keys';

/** A working key in hand for tests, with an identity of its own. */
export function key(tag: number, more: Partial<PhysicalKey> = {}): PhysicalKey {
  return {
    id: `key-${tag}`,
    tag,
    name: `Key ${tag}`,
    presence: 'here',
    rank: 'unknown',
    blade: 'good',
    faults: [],
    madeHere: false,
    identityId: `identity-${tag}`,
    ...more,
  };
}

/** A situation for tests; every identity is known unless said otherwise. */
export function situation(keys: readonly PhysicalKey[], more: Partial<KeySituation> = {}): KeySituation {
  const ids = new Set(keys.flatMap(({ identityId }) => (identityId === null ? [] : [identityId])));
  return {
    keys,
    identities: [...ids].map((id) => ({ id, known: 'yes' })),
    memory: { knownCount: 'notRead', maximum: 8, minimum: 1 },
    wanted: 1,
    ...more,
  };
}
