import { remoteSteps } from '@/core/programming/remote-apart';
import { totalMinutes, type WorkTime, workTime } from '@/core/programming/work-time';
import type { Difficulty } from './price-rules';
import type { QuoteWay } from './quote';

/** The time of a way for so many new keys with their remotes; those that are learned again take their turn too. */
export function timeOf(way: QuoteWay, keys: number): WorkTime {
  const { sessionP50Minutes, keyP50Minutes, spread, waitsSeconds, keysAgain, remote } = way;
  const waits = [...waitsSeconds, ...(remote?.waitsSeconds ?? [])];
  const learned = Math.max(1, keys + keysAgain);
  return workTime(
    [
      { p50Minutes: sessionP50Minutes, spread },
      ...Array.from({ length: learned }, () => ({ p50Minutes: keyP50Minutes, spread })),
      ...(remote ? remoteSteps(remote, keys) : []),
    ],
    waits,
    way.waitP80Seconds,
  );
}

/** Minutes of learning so many remotes apart, half of all are quicker. */
export function remoteMinutes(remote: NonNullable<QuoteWay['remote']>, remotes: number): number {
  return totalMinutes(workTime(remoteSteps(remote, remotes), remote.waitsSeconds), 'p50');
}

const hardMinutes = 60;
const hardChance = 0.8;

/** Hard is what often fails, or takes more than an hour four times of five; the flat rates may price it apart. */
export function difficultyOf(way: QuoteWay): Difficulty {
  const alone = timeOf({ ...way, remote: null }, 1);
  return way.chance < hardChance || totalMinutes(alone, 'p80') > hardMinutes ? 'hard' : 'usual';
}
