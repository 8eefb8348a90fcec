/** The locks of a car, in the order in which they are tried. */
export const lockNames = [
  'ignition',
  "driver's door",
  "passenger's door",
  'boot',
  'glovebox',
  'fuel cap',
] as const;
export type LockName = (typeof lockNames)[number];

/** Whether a lock is there and meets the eye. */
export const lockSights = ['in sight', 'covered', 'absent'] as const;
export type LockSight = (typeof lockSights)[number];

/** A lock of a car as the library has it; what nobody knows is null. */
export interface CarLock {
  readonly lock: LockName;
  readonly seen: LockSight;
  /** The spaces of the bitting that it holds, counted from 1. */
  readonly spaces: readonly number[] | null;
  /** The part that bears a number. */
  readonly numberAt: string | null;
  readonly coveredBy: string | null;
  readonly tool: string | null;
  readonly mustNotFall: string | null;
  readonly goesBack: string | null;
}

/** The locks that a car has: one that starts by push has no ignition lock. */
export function locksOfCar(locks: readonly CarLock[], ignition: string): CarLock[] {
  return [...locks]
    .sort((a, b) => lockNames.indexOf(a.lock) - lockNames.indexOf(b.lock))
    .filter(({ lock, seen }) => seen !== 'absent' && !(lock === 'ignition' && ignition === 'push'));
}

/** Spaces that no lock of a car holds, where all of its locks are known: nobody can read them from a lock. */
export function heldByNone(locks: readonly CarLock[], spaces: number): number[] {
  if (locks.length === 0 || locks.some(({ spaces: held }) => held === null)) return [];
  const held = new Set(locks.flatMap((lock) => lock.spaces ?? []));
  return Array.from({ length: spaces }, (_, at) => at + 1).filter((space) => !held.has(space));
}

/**
 * A run of spaces as it is said.
 * @example spacesWords([1, 2, 3, 6]) // '1–3, 6'
 */
export function spacesWords(spaces: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const space of spaces) {
    const last = runs.at(-1);
    if (last && space === last[1] + 1) last[1] = space;
    else runs.push([space, space]);
  }
  return runs.map(([from, to]) => (from === to ? `${from}` : `${from}–${to}`)).join(', ');
}
