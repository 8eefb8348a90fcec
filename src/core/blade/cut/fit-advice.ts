import { type CarLock, type LockName, spacesWords } from '@/core/catalogue/locks';

export const lockTurns = ['bothWays', 'oneWay', 'no'] as const;
export type LockTurns = (typeof lockTurns)[number];

/** How a blade did in a lock. */
export interface FitOfLock {
  readonly lock: LockName;
  readonly turns: LockTurns;
  readonly smooth: boolean;
}

export interface FitAdvice {
  /** Every lock that the car has turns both ways and smoothly. */
  readonly fits: boolean;
  /** Locks that were not tried yet. */
  readonly toTry: readonly LockName[];
  /** What does not fit and where that leads back to, the surest first. */
  readonly words: readonly string[];
}

/**
 * What the locks say of a blade. A lock that does not turn while others do has a wrong space of its own, is worn, or was
 * replaced; where none turns the bitting or the cut is wrong.
 * @param locks that the car has
 */
export function fitAdvice(
  locks: readonly Pick<CarLock, 'lock' | 'spaces'>[],
  fits: readonly FitOfLock[],
): FitAdvice {
  const tried = new Map(fits.map((fit) => [fit.lock, fit]));
  const toTry = locks.map(({ lock }) => lock).filter((lock) => !tried.has(lock));
  const turning = fits.filter(({ turns }) => turns !== 'no');
  const stuck = fits.filter(({ turns }) => turns === 'no').map(({ lock }) => lock);
  const words: string[] = [];
  if (stuck.length > 0 && turning.length === 0)
    words.push(
      `${capital(listed(stuck))} ${stuck.length === 1 ? 'does' : 'do'} not turn, and no other lock does${toTry.length > 0 ? ` yet: try ${listed(toTry)}` : ''}. Measure the blade again; if it is as it was meant, the bitting is wrong: read a lock, or look for a part that was replaced.`,
    );
  else
    for (const lock of stuck) {
      const proved = new Set(
        locks
          .filter((one) => turning.some((fit) => fit.lock === one.lock))
          .flatMap((one) => one.spaces ?? []),
      );
      const own = locks.find((one) => one.lock === lock)?.spaces ?? null;
      const alone = own?.filter((space) => !proved.has(space)) ?? [];
      words.push(
        own === null
          ? `The ${lock} does not turn and ${listed(turning.map((fit) => fit.lock))} does: nobody knows which spaces it holds; it may be worn, or the part was replaced.`
          : alone.length > 0
            ? `The ${lock} does not turn: ${alone.length === 1 ? 'space' : 'spaces'} ${spacesWords(alone)} ${alone.length === 1 ? 'stands' : 'stand'} in no lock that turns. One of these may be wrong: read it there. Else the lock is worn, or the part was replaced.`
            : `The ${lock} does not turn, and every space it holds turns another lock: it is worn or dirty, or the part was replaced and has a bitting of its own.`,
      );
    }
  for (const { lock, turns, smooth } of fits) {
    if (turns === 'oneWay')
      words.push(
        `The ${lock} turns one way only: a space is a little out, or the lock is worn. Measure the blade before the lock is blamed.`,
      );
    else if (turns === 'bothWays' && !smooth)
      words.push(`The ${lock} turns and is not smooth: take the burr off the cuts, then try it again.`);
  }
  return { fits: words.length === 0 && toTry.length === 0 && locks.length > 0, toTry, words };
}

function listed(names: readonly string[]): string {
  return names.length < 2 ? (names[0] ?? 'none') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
