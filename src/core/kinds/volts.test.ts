import { expect, it } from 'vitest';
import { readVolts } from './volts';

it.each([
  ['12.4', 12.4],
  [' 11,9 ', 11.9],
  ['', undefined],
  ['twelve', undefined],
  ['124', undefined],
  ['4.9', undefined],
])('reads %j as %j', (text, expected) => {
  expect(readVolts(text)).toBe(expected);
});
