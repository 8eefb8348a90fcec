import { describe, expect, it } from 'vitest';
import { isAllowed } from '@/core/authority/authority';
import { purposeOf } from './purpose';
import { routeKinds } from './route';

describe('authority', () => {
  it('lets identify, quote and repair through without papers', () => {
    for (const purpose of ['identify', 'quote', 'repair'] as const)
      expect(isAllowed(purpose, 'none')).toBe(true);
  });

  it('wants person, papers and plate together for everything that touches the memory', () => {
    for (const route of routeKinds) {
      const touches = route !== 'none' && route !== 'repair';
      expect(isAllowed(purposeOf(route), 'none')).toBe(!touches);
      expect(isAllowed(purposeOf(route), 'advance')).toBe(!touches);
      expect(isAllowed(purposeOf(route), 'onSite')).toBe(true);
    }
  });
});
