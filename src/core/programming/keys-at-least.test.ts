import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keysAtLeast, moreKeysNote } from './keys-at-least';
import { makesKey, type RouteRequest } from './route';
import { findRoutes } from './routes';
import { leavesStolenLive } from './stolen';
import { key, situation } from './test-keys';
import { method, platform, request } from './test-platform';

const twoAtLeast = platform({
  slotsMinimum: 2,
  methods: [method('add'), method('aklErase'), method('replace')],
});
const memory = { knownCount: 'notRead' as const, maximum: 6, minimum: 2 };
const lost = key(1, { presence: 'lost' });
const stolen = key(2, { presence: 'stolen' });

describe('keysAtLeast', () => {
  it.each<[string, Partial<RouteRequest>, number]>([
    ['all lost and one wanted of a car that demands two', { situation: situation([lost], { memory }) }, 2],
    ['one in hand and one wanted', { situation: situation([key(1)], { memory }) }, 1],
    ['two wanted', { situation: situation([lost], { memory, wanted: 2 }) }, 2],
    [
      'a copy in hand, one stolen and none wanted',
      {
        situation: situation([key(1), key(3, { identityId: 'identity-1' }), stolen], { memory, wanted: 0 }),
        stolen: true,
      },
      1,
    ],
    ['none wanted and none stolen', { situation: situation([lost], { memory, wanted: 0 }) }, 0],
  ])('%s: %#', (_what, more, keys) => {
    expect(keysAtLeast(request({ platform: twoAtLeast, ...more }))).toBe(keys);
  });

  it('is the smallest number with which the van has a way, or what is wanted where none has', () => {
    const drawn = fc.record({
      here: fc.nat(3),
      gone: fc.nat(2),
      wanted: fc.integer({ min: 1, max: 3 }),
      minimum: fc.nat(5),
      stolen: fc.boolean(),
      adds: fc.boolean(),
    });
    fc.assert(
      fc.property(drawn, ({ here, gone, wanted, minimum, stolen: taken, adds }) => {
        const keys = [
          ...Array.from({ length: here }, (_, at) => key(at + 1)),
          ...Array.from({ length: gone }, (_, at) =>
            key(here + at + 1, { presence: taken ? 'stolen' : 'lost' }),
          ),
        ];
        const asked = request({
          platform: platform({
            slotsMinimum: minimum,
            methods: [...(adds ? [method('add')] : []), method('aklErase'), method('replace')],
          }),
          situation: situation(keys, { wanted, memory: { knownCount: 'notRead', maximum: 6, minimum } }),
          stolen: taken,
        });
        const open = (count: number) => {
          const one = { ...asked, situation: { ...asked.situation, wanted: count } };
          return findRoutes(one).some(
            (route) =>
              route.verdict.feasible &&
              makesKey(route.kind) &&
              !['dealer', 'replace'].includes(route.kind) &&
              !leavesStolenLive(route, one),
          );
        };
        const least = [0, 1, 2, 3, 4, 5].map((more) => wanted + more).find(open);
        expect(keysAtLeast(asked)).toBe(least ?? wanted);
      }),
      { numRuns: 200 },
    );
  });

  it('says why there are more', () => {
    expect(moreKeysNote({ keys: 2 })).toEqual([]);
    expect(moreKeysNote({ keys: 2, keysAsked: 1 })[0]).toMatch(
      /^2 new keys instead of one key: after an erase/,
    );
  });
});
