import { describe, expect, it } from 'vitest';
import { formatProbability } from './percent';
import { formatAge, formatBytes, formatDistance, formatMinutes, kmFrom } from './units';

describe('distances', () => {
  it('keeps kilometres and turns miles by the exact factor', () => {
    expect(kmFrom(14.3, 'km')).toBe(14.3);
    expect(kmFrom(10, 'mi')).toBeCloseTo(16.09344, 9);
  });

  it.each([
    [14.3, 'km', '14 km'],
    [6.84, 'km', '6.8 km'],
    [9.96, 'km', '10 km'],
    [16.09344, 'mi', '10 mi'],
    [1, 'mi', '0.6 mi'],
    [0, 'km', '0 km'],
  ] as const)('%d km in %s is %s', (km, unit, expected) => {
    expect(formatDistance(km, unit)).toBe(expected);
  });
});

describe('times', () => {
  it.each([
    [0, '0 min'],
    [59.4, '59 min'],
    [59.6, '1 h'],
    [60, '1 h'],
    [95, '1 h 35 min'],
    [600, '10 h'],
  ])('%d minutes are %s', (minutes, expected) => {
    expect(formatMinutes(minutes)).toBe(expected);
  });
});

describe('probabilities', () => {
  it.each([
    [1, '100 %'],
    [0.9999, 'over 99 %'],
    [0.9949, '99 %'],
    [0.995, 'over 99 %'],
    [0.99, '99 %'],
    [0.5, '50 %'],
    [0.0099, 'under 1 %'],
    [0, 'under 1 %'],
  ])('%d is %s', (probability, expected) => {
    expect(formatProbability(probability)).toBe(expected);
  });
});

describe('bytes', () => {
  it.each([
    [0, '0 bytes'],
    [999, '999 bytes'],
    [1000, '1 kB'],
    [1234, '1.2 kB'],
    [12_345_678, '12 MB'],
    [9_990_000_000_000_000, '9990 TB'],
  ])('%d are %s', (bytes, expected) => {
    expect(formatBytes(bytes)).toBe(expected);
  });
});

describe('how long ago something was', () => {
  it.each([
    [0, 'less than a minute'],
    [59_999, 'less than a minute'],
    [60_000, '1 min'],
    [3_599_999, '59 min'],
    [3_600_000, '1 h'],
    [47.9 * 3_600_000, '47 h'],
    [48 * 3_600_000, '2 days'],
  ])('%d ms is %s', (ms, words) => {
    expect(formatAge(ms)).toBe(words);
  });
});
