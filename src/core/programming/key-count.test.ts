import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countKeys } from './key-count';
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
