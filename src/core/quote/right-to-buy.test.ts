import { expect, it } from 'vitest';
import { jobsUntilPaid } from './right-to-buy';

it('a licence is paid after as many jobs as earn its price, and never where they earn no more', () => {
  expect(jobsUntilPaid(31_000, 4_000)).toBe(8);
  expect(jobsUntilPaid(31_000, 31_000)).toBe(1);
  expect(jobsUntilPaid(31_000, 0)).toBeNull();
  expect(jobsUntilPaid(31_000, -500)).toBeNull();
});
