import type { Place, ReadingPlace } from '../document/behaviour';
import type { BenchPlatform } from '../document/bench-platform';
import type { BenchKey } from './bench-key';
import type { CarState } from './car-state';

/** What a reader finds: one key, none, or more than it can tell apart. */
export type Found =
  | { readonly kind: 'key'; readonly key: BenchKey }
  | { readonly kind: 'none' | 'disturbed' };

/** What lies at each place where keys are read: a key on the same ring is at the lock, one in a bag is in the cabin. */
const heardAt: Readonly<Record<ReadingPlace, readonly Place[]>> = {
  lock: ['lock', 'ring'],
  pocket: ['pocket'],
  button: ['button'],
  reader: ['reader'],
  cabin: ['cabin', 'bag', 'lock', 'ring', 'pocket', 'button', 'reader'],
};

/** Whether a key lies where it is heard at a place; one on a ring hangs there only while a key is in the lock. */
function isHeard({ keys }: CarState, place: ReadingPlace, key: BenchKey): boolean {
  if (!heardAt[place].includes(key.place)) return false;
  return key.place !== 'ring' || keys.some((other) => other.place === 'lock');
}

/** What is read at a place; in the cabin a key needs a cell, everywhere else its chip is fed by the reader. */
export function readAt(platform: BenchPlatform, state: CarState, place: ReadingPlace): Found {
  if (state.quirks.deaf.includes(place) || !platform.behaviour.reads.includes(place)) return { kind: 'none' };
  const there = state.keys.filter(
    (key) =>
      isHeard(state, place, key) && canRead(platform, key) && (place !== 'cabin' || key.cell === 'good'),
  );
  const [key, another] = there;
  if (!key) return { kind: 'none' };
  // Over the air keys are told apart; at a coil they talk at once.
  return another && place !== 'cabin' ? { kind: 'disturbed' } : { kind: 'key', key };
}

/** Whether the car's readers can talk to a key's chip at all. */
export function canRead({ behaviour }: BenchPlatform, { chip }: BenchKey): boolean {
  return chip !== null && behaviour.chips.includes(chip);
}

/** Whether another key disturbs while this one is learned. */
export function isSpoiled({ behaviour }: BenchPlatform, state: CarState, tag: number): boolean {
  return state.keys.some(
    (key) =>
      key.tag !== tag && behaviour.spoiledBy.includes(key.place) && key.cell !== 'flat' && key.chip !== null,
  );
}

/** All keys that are read somewhere in the car. */
export function keysRead(platform: BenchPlatform, state: CarState): readonly BenchKey[] {
  const found = new Map<number, BenchKey>();
  for (const place of platform.behaviour.reads) {
    if (place === 'cabin' && !state.quirks.deaf.includes('cabin')) {
      for (const key of state.keys)
        if (isHeard(state, 'cabin', key) && canRead(platform, key) && key.cell === 'good')
          found.set(key.tag, key);
      continue;
    }
    const at = readAt(platform, state, place);
    if (at.kind === 'key') found.set(at.key.tag, at.key);
  }
  return [...found.values()];
}

/** Whether the module knows a key, and knows as many as it wants before it takes any. */
export function isAccepted(
  { platform }: BenchPlatform,
  { memory }: CarState,
  { identity }: BenchKey,
): boolean {
  return memory.identities.includes(identity) && memory.identities.length >= platform.slotsMinimum;
}

/** Whether a key may introduce others: it is known, and a master where there are ranks. */
export function mayIntroduce(platform: BenchPlatform, state: CarState, key: BenchKey): boolean {
  return (
    state.memory.identities.includes(key.identity) &&
    canRead(platform, key) &&
    (platform.platform.rank === 'none' || key.rank === 'master')
  );
}
