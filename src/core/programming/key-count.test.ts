import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countKeys, isMissing, missingKeys, missingSays } from './key-count';
import type { CarMemory, Identity, PhysicalKey } from './keys';
import { key, situation } from './test-keys';

const memory = (knownCount: CarMemory['knownCount']): CarMemory => ({ knownCount, maximum: 8, minimum: 1 });

describe('countKeys', () => {
  it('finds the key nobody can show', () => {
    const two = situation([key(1, { identityId: 'a' }), key(2, { identityId: 'b' })], { memory: memory(3) });
    expect(countKeys(two).unaccounted).toEqual({ low: 1, high: 1 });
  });

  it('counts clones once', () => {
    const clones = situation([key(1, { identityId: 'a' }), key(2, { identityId: 'a' })], {
      memory: memory(2),
    });
    expect(countKeys(clones)).toMatchObject({ presentKnown: 1, unaccounted: { low: 1, high: 1 } });
  });

  it('gives a range where a key was not tried', () => {
    const untested = situation([key(1, { identityId: 'a' }), key(2, { identityId: 'b' })], {
      memory: memory(2),
      identities: [
        { id: 'a', known: 'yes' },
        { id: 'b', known: 'untested' },
      ],
    });
    expect(countKeys(untested).unaccounted).toEqual({ low: 0, high: 1 });
  });

  it('counts lost keys as live, and a key elsewhere as accounted for', () => {
    const mixed = situation(
      [key(1, { identityId: 'a', presence: 'lost' }), key(2, { identityId: 'b', presence: 'elsewhere' })],
      { memory: memory(2) },
    );
    expect(countKeys(mixed)).toMatchObject({
      lostLive: 1,
      presentKnown: 1,
      unaccounted: { low: 1, high: 1 },
    });
  });

  it.each(['cannotSay', 'notRead'] as const)('says so when the car was %s', (known) => {
    expect(countKeys(situation([key(1)], { memory: memory(known) })).unaccounted).toBe(known);
  });

  it('has a range that is never negative, and narrows when a key is tried', () => {
    const keys = fc.array(
      fc.record({ known: fc.constantFrom('yes', 'no', 'untested'), here: fc.boolean() }),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(keys, fc.nat(12), fc.constantFrom('yes', 'no'), (drawn, count, found) => {
        const physical: PhysicalKey[] = drawn.map(({ here }, at) =>
          key(at + 1, { identityId: `i${at}`, presence: here ? 'here' : 'lost' }),
        );
        const identities = drawn.map(
          ({ known }, at): Identity => ({ id: `i${at}`, known: known as Identity['known'] }),
        );
        const range = (all: Identity[]) => {
          const { unaccounted } = countKeys(situation(physical, { memory: memory(count), identities: all }));
          if (typeof unaccounted === 'string') throw new Error('the count was read');
          return unaccounted;
        };
        const before = range(identities);
        expect(before.low).toBeGreaterThanOrEqual(0);
        expect(before.low).toBeLessThanOrEqual(before.high);
        const at = identities.findIndex(({ known }) => known === 'untested');
        if (at < 0) return;
        const after = range(
          identities.map((one, index) => (index === at ? { ...one, known: found as 'yes' | 'no' } : one)),
        );
        expect(after.high - after.low).toBeLessThanOrEqual(before.high - before.low);
        expect(after.low).toBeGreaterThanOrEqual(before.low);
        expect(after.high).toBeLessThanOrEqual(before.high);
      }),
    );
  });
});

describe('keys that nobody can show', () => {
  const untested = {
    identities: [
      { id: 'identity-1', known: 'yes' as const },
      { id: 'identity-2', known: 'untested' as const },
    ],
  };

  it.each([
    ['a lost key, the car not asked', [key(1), key(2, { presence: 'lost' })], 'notRead', {}, 'One key'],
    ['a count over the keys shown', [key(1)], 3, {}, '2 keys'],
    ['one of two not tried', [key(1), key(2)], 2, untested, '0 to 1 keys'],
    ['one of two not tried, and one more', [key(1), key(2)], 3, untested, '1 to 2 keys'],
    ['a lost one that the count does not see', [key(1), key(2, { presence: 'stolen' })], 1, {}, 'One key'],
    ['one kept elsewhere', [key(1), key(2, { presence: 'elsewhere' })], 2, {}, undefined],
  ] as [string, PhysicalKey[], CarMemory['knownCount'], object, string | undefined][])(
    '%s',
    (_what, keys, known, more, words) => {
      const one = situation(keys, { memory: memory(known), ...more });
      expect(isMissing(one)).toBe(words !== undefined);
      if (words)
        expect(missingSays(missingKeys(one), 'starts', 'start')).toMatch(
          `${words} that nobody can show start`,
        );
    },
  );

  it('are in no memory where the car has none', () => {
    const chipless = situation([key(1, { presence: 'lost' })], {
      memory: { knownCount: 'cannotSay', maximum: 0, minimum: 0, none: true },
    });
    expect(isMissing(chipless)).toBe(false);
  });
});
