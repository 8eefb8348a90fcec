import { type WorkTime, workTime } from '@/core/programming/work-time';
import type { Difficulty } from './price-rules';
import type { QuoteWay } from './quote';

/** The time of a way for so many new keys; those that are learned again take their turn too. */
export function timeOf(way: QuoteWay, keys: number): WorkTime {
  const { sessionP50Minutes, keyP50Minutes, spread, waitsSeconds, keysAgain } = way;
  const learned = Math.max(1, keys + keysAgain);
  return workTime(
    [
      { p50Minutes: sessionP50Minutes, spread },
      ...Array.from({ length: learned }, () => ({ p50Minutes: keyP50Minutes, spread })),
    ],
    waitsSeconds,
  );
}

const hardMinutes = 60;
const hardChance = 0.8;

/** Hard is what often fails, or takes more than an hour four times of five; the menu may price it apart. */
export function difficultyOf(way: QuoteWay): Difficulty {
  const { waitSeconds, workP80Minutes } = timeOf(way, 1);
  return way.chance < hardChance || waitSeconds / 60 + workP80Minutes > hardMinutes ? 'hard' : 'usual';
}
