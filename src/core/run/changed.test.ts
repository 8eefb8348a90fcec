import { expect, it } from 'vitest';
import { changedBy } from './changed';

type Logged = Parameters<typeof changedBy>[0][number];
const log = (more: Partial<Logged>): Logged => ({
  secretIds: [],
  erased: false,
  pieces: {},
  rightUses: 0,
  ...more,
});

it.each([
  ['nothing', [log({})], []],
  [
    'a PIN that two runs used',
    [log({ secretIds: ['a'] }), log({ secretIds: ['a'] })],
    ['The PIN is known: it is not paid again.'],
  ],
  ['uses of a licence', [log({ rightUses: 1 }), log({ rightUses: 1 })], ['2 uses of the licence are gone.']],
  [
    'a spoiled key beside a good one',
    [log({ pieces: { 3: { piece: null, spoiled: true }, 4: { piece: null, spoiled: false } } })],
    ['One key is spoiled.'],
  ],
] as const)('names %s', (_what, logs, expected) => {
  expect(changedBy(logs)).toEqual(expected);
});

it('says that an erase cannot be undone', () => {
  expect(changedBy([log({ erased: true }), log({})])[0]).toMatch(/cannot be undone/);
});
