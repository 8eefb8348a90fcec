import { expect, it } from 'vitest';
import { countDoubt, countVerdict } from './count-verdict';
import type { CountAnswer } from './plan';

const ground = { planned: 3, tells: true, maximum: 8 } as const;

it.each<[CountAnswer | undefined, Partial<Parameters<typeof countVerdict>[1]>, string]>([
  [undefined, {}, 'notRead'],
  [3, {}, 'fits'],
  [4, {}, 'differs'],
  [9, {}, 'beyond'],
  [9, { planned: 9 }, 'beyond'],
  [3, { planned: 'cannotSay' }, 'noPlan'],
  ['cannotSay', {}, 'silent'],
  ['cannotSay', { tells: false }, 'cannotTell'],
  [3, { maximum: 0 }, 'fits'],
])('%s against %j is %s', (after, more, verdict) => {
  const against = { ...ground, ...more };
  expect(countVerdict(after, against)).toBe(verdict);
  const doubtful = ['differs', 'beyond', 'noPlan', 'silent'].includes(verdict);
  expect(countDoubt(after, against) !== undefined).toBe(doubtful);
});
