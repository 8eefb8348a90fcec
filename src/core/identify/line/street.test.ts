import { expect, it } from 'vitest';
import { matchStreet } from './street';
import { tokenize } from './tokens';

it.each([
  ['14 Harbour Street', 3],
  ['Millrace Road', 2],
  ['2012 mill lane', 3],
  ['27b Old Quay Lane', 4],
  ['9 orchard close', 3],
  ['Orchard Close', 2],
  ['orchard close', 0],
  ['the road', 0],
  ['lost road', 0],
  ['14 keys', 0],
  ['Harbour, Street', 0],
  ['', 0],
])('a street of %j: %d words', (text, length) => {
  expect(matchStreet(tokenize(text), 0)).toBe(length);
});
