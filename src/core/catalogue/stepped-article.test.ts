import { expect, it } from 'vitest';
import { isOfBlank, withoutStep, withStep } from './stepped-article';

it('a blank with its pellet is an article that names both', () => {
  expect(withStep('BLANK-7', 12)).toBe('BLANK-7/12');
  expect(withoutStep(withStep('BLANK-7', 5))).toBe('BLANK-7');
  expect(withoutStep('BLANK-7')).toBe('BLANK-7');
  expect(withoutStep('A/B')).toBe('A/B');
  expect(withoutStep('BLANK-7/0')).toBe('BLANK-7/0');
  expect(isOfBlank('BLANK-7/3', 'BLANK-7')).toBe(true);
  expect(isOfBlank('BLANK-71/3', 'BLANK-7')).toBe(false);
});
