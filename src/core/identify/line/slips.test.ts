import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { likeliestNames, slipsBetween } from './slips';

const names = [
  'merrowdale',
  'pelmore',
  'pelterine',
  'halvorn',
  'calidane',
  'castelune',
  'oakensby',
  'tansleigh',
];
const found = (word: string) =>
  likeliestNames(names.map((name) => ({ word, name, kind: 'model' as const, id: name }))).map(({ id }) => id);

describe('slips between a word and a name', () => {
  it.each([
    ['merowdale', 'merrowdale', 0.35],
    ['merrrowdale', 'merrowdale', 0.35],
    ['mrerowdale', 'merrowdale', 0.5],
    ['nerrowdale', 'merrowdale', 0.9],
    ['kalidane', 'calidane', 0.9],
    ['pelmote', 'pelmore', 0.55],
    ['pelmpre', 'pelmore', 0.55],
    ['fhalvorn', 'halvorn', 1.4],
  ])('%s, %s: %d', (typed, name, slips) => {
    expect(slipsBetween(typed, name)).toBeCloseTo(slips, 9);
  });

  it('are none between a word and itself, and grow with every slip', () => {
    const letters = fc.string({
      unit: fc.constantFrom(...'abcdefghijklmnopqrstuvwxyz'),
      minLength: 3,
      maxLength: 12,
    });
    fc.assert(
      fc.property(letters, letters, (one, other) => {
        expect(slipsBetween(one, one)).toBe(0);
        if (one === other) return;
        expect(slipsBetween(one, other)).toBeGreaterThan(0);
        expect(slipsBetween(one, other)).toBeCloseTo(slipsBetween(other, one), 9);
        expect(slipsBetween(one, other)).toBeLessThanOrEqual(one.length + other.length + 1);
      }),
    );
  });
});

describe('the likeliest names', () => {
  it.each(['merowdale', 'pelmroe', 'halvron', 'calydane', 'castleune', 'oakensbee', 'tansley'])(
    'of %s',
    (word) => {
      expect(found(word)[0]?.slice(0, 2)).toBe(word.slice(0, 2));
    },
  );

  it('are at most three, each once, and none of a word like no name', () => {
    expect(found('pelm').length).toBeLessThanOrEqual(3);
    expect(found('zebra')).toEqual([]);
    const twice = { word: 'pelmoer', name: 'pelmore', kind: 'model' as const, id: 'one' };
    expect(likeliestNames([twice, twice])).toHaveLength(1);
  });
});
