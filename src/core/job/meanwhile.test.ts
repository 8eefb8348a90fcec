import { expect, it } from 'vitest';
import { key } from '@/core/programming/test-keys';
import { emptyLog } from './events/log';
import { meanwhileTasks } from './meanwhile';

const made = key(2, { madeHere: true, identityId: null });
const job = { route: 'add', keys: [key(1), made], log: emptyLog, facts: [] } as const;

it('names what is open at the bench, and nothing that moves a door', () => {
  expect(meanwhileTasks(job)).toEqual([
    'cut the blade, at Blade',
    'label the keys, old and new',
    'write down what was found at the car, at Close',
  ]);
});

it.each([
  ['a blade that is cut', { log: { ...emptyLog, cuts: [{ spoiled: false } as never] } }],
  ['a route without a new key', { route: 'remote' as const }],
])('has nothing to cut for %s', (_what, more) => {
  expect(meanwhileTasks({ ...job, ...more })).not.toContain('cut the blade, at Blade');
});

it('cuts again where the only blade was spoiled', () => {
  const log = { ...emptyLog, cuts: [{ spoiled: true } as never] };
  expect(meanwhileTasks({ ...job, log })).toContain('cut the blade, at Blade');
});
