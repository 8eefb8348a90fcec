import { expect, it } from 'vitest';
import { mostTries, waitAfter } from './errand';

it('waits longer after each try, never longer than half an hour, and gives up in the end', () => {
  const waits = Array.from({ length: mostTries + 2 }, (_, at) => waitAfter(at + 1));
  expect(waits.slice(0, 5)).toEqual([15, 60, 240, 960, 1800]);
  expect(waits.slice(5, mostTries - 1).every((wait) => wait === 1800)).toBe(true);
  expect(waits.slice(mostTries - 1)).toEqual([undefined, undefined, undefined]);
});
