import { describe, expect, it } from 'vitest';
import { regionOf } from './region';

describe('regionOf', () => {
  it.each([
    ['AA', 'Africa'],
    ['AP', 'not assigned'],
    ['G5', 'not assigned'],
    ['JA', 'Asia'],
    ['R0', 'Asia'],
    ['SA', 'Europe'],
    ['Z9', 'Europe'],
    ['1A', 'North America'],
    ['50', 'North America'],
    ['6W', 'Oceania'],
    ['6X', 'not assigned'],
    ['7F', 'not assigned'],
    ['82', 'South America'],
    ['83', 'not assigned'],
    ['90', 'not assigned'],
    ['0H', 'not assigned'],
    ['0', 'not assigned'],
    ['W?', 'Europe'],
  ])('%s is %s', (vin, region) => {
    expect(regionOf(vin)).toBe(region);
  });

  it('cannot say without the first place', () => {
    expect(regionOf('?A')).toBeUndefined();
    expect(regionOf('')).toBeUndefined();
  });
});
