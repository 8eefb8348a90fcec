import { describe, expect, it } from 'vitest';
import { parseReading, parseReadingRow } from './readings-text';

describe('a reading', () => {
  it.each([
    ['1.32', 1.32],
    ['1,32', 1.32],
    [' .5 ', 0.5],
    ['-0.02', -0.02],
    ['47', 47],
    ['1.', 1],
    ['', null],
    ['?', null],
    ['–', null],
    ['x', null],
    ['one', undefined],
    ['1.3.2', undefined],
    ['12345', undefined],
    ['1e3', undefined],
  ])('%j is %j', (text, expected) => {
    expect(parseReading(text)).toBe(expected);
  });

  it.each<[string, (number | null)[] | undefined]>([
    ['0.09 1.32 0.70', [0.09, 1.32, 0.7]],
    ['0,09 1,32 0,70', [0.09, 1.32, 0.7]],
    ['0,09;1,32;0,70', [0.09, 1.32, 0.7]],
    ['0.09, 1.32, ?, 0.70', [0.09, 1.32, null, 0.7]],
    ['0,09\t\t0,70', [0.09, null, 0.7]],
    ['3\n24\n47', [3, 24, 47]],
    ['0.09', undefined],
    ['0.09 deep', undefined],
  ])('of a row %j are %j', (text, expected) => {
    expect(parseReadingRow(text)).toEqual(expected);
  });
});
