import { describe, expect, it } from 'vitest';
import { waitsOf, waitsProblem } from './wait';

describe('the waits of a way', () => {
  it('end by the clock and are as long as they are, where nothing else is said', () => {
    expect(waitsOf([275, 140], [], [])).toEqual([
      { by: 'clock', usualSeconds: 275, longestSeconds: 275 },
      { by: 'clock', usualSeconds: 140, longestSeconds: 140 },
    ]);
    expect(waitsOf([600], ['sign'], [900])).toEqual([{ by: 'sign', usualSeconds: 600, longestSeconds: 900 }]);
  });

  it.each<[string, number[], string[], number[], string | undefined]>([
    ['none', [], [], [], undefined],
    ['by the clock, with nothing said', [600], [], [], undefined],
    ['a sign with its longest', [600], ['sign'], [900], undefined],
    ['two ends for one wait', [600], ['sign', 'clock'], [], 'waits_by'],
    ['an end that is none', [600], ['luck'], [], 'waits_by'],
    ['a name that every object has', [600], ['toString'], [], 'waits_by'],
    ['two longest for one wait', [600], ['sign'], [900, 900], 'waits_longest'],
    ['a longest that is shorter', [600], ['sign'], [500], 'waits_longest'],
    ['a clock that is not sure', [600], ['clock'], [900], 'waits_longest'],
  ])('are checked: %s', (_what, usual, by, longest, column) => {
    expect(waitsProblem(usual, by, longest)?.column).toBe(column);
  });
});
