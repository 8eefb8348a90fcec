import { describe, expect, it } from 'vitest';
import { isAllowed } from '@/core/authority/purposes';
import { purposeOf } from './purpose';
import { routeKinds } from './route';

describe('authority', () => {
  it('wants person, papers and plate together for everything that gives a key', () => {
    for (const route of routeKinds) {
      for (const others of ['keep', 'erase'] as const)
        for (const worksInHand of [true, false]) {
          const touches = route !== 'dealer' && (route !== 'repair' || !worksInHand);
          const purpose = purposeOf(route, { others, worksInHand });
          expect(isAllowed(purpose, 'none')).toBe(!touches);
          expect(isAllowed(purpose, 'advance')).toBe(!touches);
          expect(isAllowed(purpose, 'onSite')).toBe(true);
        }
    }
  });

  it.each([
    ['cloneRing', 'keep', 'clone'],
    ['image', 'keep', 'keyImage'],
    ['bench', 'keep', 'learn'],
    ['bench', 'erase', 'erase'],
    ['aklErase', 'erase', 'erase'],
    ['aklAdd', 'keep', 'learn'],
    ['noProgramming', 'keep', 'plainCopy'],
  ] as const)('%s that would %s is %s', (route, others, purpose) =>
    expect(purposeOf(route, { others, worksInHand: true })).toBe(purpose),
  );

  it.each(['noProgramming', 'repair'] as const)('of %s follows from whether a key in hand works', (route) => {
    expect(purposeOf(route, { worksInHand: false })).toBe('handOver');
    expect(purposeOf(route, { worksInHand: true })).not.toBe('handOver');
  });
});
