import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type KeyPlanKind, keyPlans } from './key-plans';
import type { CarMemory, KeySituation } from './keys';
import { key, situation } from './test-keys';

const memory = (knownCount: CarMemory['knownCount'], maximum = 8, minimum = 1) => ({
  knownCount,
  maximum,
  minimum,
});
const plan = (kind: KeyPlanKind, one: KeySituation) => keyPlans(one).find((found) => found.kind === kind);

describe('keyPlans', () => {
  it.each<[string, KeyPlanKind, KeySituation, boolean | null, number | 'cannotSay', number]>([
    ['room for one more', 'add', situation([key(1)], { memory: memory(2) }), true, 3, 1],
    ['the last slot', 'add', situation([key(1)], { memory: memory(7) }), true, 8, 6],
    ['a full memory', 'add', situation([key(1)], { memory: memory(8) }), false, 8, 7],
    ['a count not read', 'add', situation([key(1)]), null, 'cannotSay', 0],
    [
      'nobody to introduce it',
      'add',
      situation([key(1, { rank: 'valet' })], { memory: memory(1) }),
      false,
      2,
      0,
    ],
    [
      'all lost, adding',
      'aklAdd',
      situation([key(1, { presence: 'lost' })], { memory: memory(1) }),
      true,
      2,
      1,
    ],
    ['erase with one to learn again', 'erase', situation([key(1)], { memory: memory(4) }), true, 2, 0],
    ['erase under the minimum', 'erase', situation([], { memory: memory(4, 8, 2) }), false, 1, 0],
    [
      'erase over the maximum',
      'erase',
      situation([key(1), key(2)], { memory: memory(2, 2), wanted: 1 }),
      false,
      3,
      0,
    ],
    [
      'an original and its copy, learned again as one',
      'erase',
      situation([key(1), key(2, { identityId: 'identity-1' })], { memory: memory(1) }),
      true,
      2,
      0,
    ],
    ['a copy', 'clone', situation([key(1)], { memory: memory(8) }), true, 8, 7],
    [
      'nothing to copy',
      'clone',
      situation([key(1, { presence: 'lost' })], { memory: memory(2) }),
      false,
      2,
      2,
    ],
  ])('%s', (_what, kind, one, fits, after, live) => {
    expect(plan(kind, one)).toMatchObject({ fits, after, live: { low: live, high: live } });
  });

  it('never lets an erase leave a lost key live, nor a clone change the count', () => {
    const drawn = fc.record({
      here: fc.nat(4),
      lost: fc.nat(4),
      known: fc.option(fc.nat(10), { nil: 'notRead' as const }),
      maximum: fc.integer({ min: 1, max: 10 }),
      wanted: fc.nat(4),
    });
    fc.assert(
      fc.property(drawn, ({ here, lost, known, maximum, wanted }) => {
        const keys = [
          ...Array.from({ length: here }, (_, at) => key(at + 1)),
          ...Array.from({ length: lost }, (_, at) => key(here + at + 1, { presence: 'lost' })),
        ];
        const one = situation(keys, { memory: memory(known, maximum), wanted });
        expect(plan('erase', one)?.live.high).toBe(0);
        expect(plan('clone', one)?.after).toBe(known === 'notRead' ? 'cannotSay' : known);
        expect(plan('aklAdd', one)?.live.low).toBeGreaterThanOrEqual(lost);
        const add = plan('add', one);
        if (add?.fits) expect(add.after).toBeLessThanOrEqual(maximum);
        if (plan('erase', one)?.fits) expect(here + wanted).toBeLessThanOrEqual(maximum);
      }),
    );
  });
});
