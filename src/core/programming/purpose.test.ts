import { describe, expect, it } from 'vitest';
import { isAllowed } from '@/core/authority/purposes';
import { purposeOf } from './purpose';
import { routeKinds } from './route';

describe('authority', () => {
  it('wants person, papers and plate together for everything that touches the memory', () => {
    for (const route of routeKinds) {
      const touches = !['none', 'repair', 'desk'].includes(route);
      for (const others of ['keep', 'erase'] as const) {
        expect(isAllowed(purposeOf(route, others), 'none')).toBe(!touches);
        expect(isAllowed(purposeOf(route, others), 'advance')).toBe(!touches);
        expect(isAllowed(purposeOf(route, others), 'onSite')).toBe(true);
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
  ] as const)('%s that would %s is %s', (route, others, purpose) =>
    expect(purposeOf(route, others)).toBe(purpose),
  );
});
