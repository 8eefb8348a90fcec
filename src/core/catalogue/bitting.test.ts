import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatBitting, parseBitting } from './bitting';

describe('a bitting', () => {
  it('is written so that it reads back the same, with any number of depths', () => {
    const depths = fc.array(fc.integer({ min: 1, max: 12 }), { minLength: 2, maxLength: 20 });
    fc.assert(
      fc.property(depths, (bitting) => {
        expect(parseBitting(formatBitting(bitting))).toEqual(bitting);
      }),
    );
  });

  it.each<[string, readonly number[] | undefined]>([
    ['13244', [1, 3, 2, 4, 4]],
    [' 1 3 2 4 4 ', [1, 3, 2, 4, 4]],
    ['1-3-12', [1, 3, 12]],
    ['1, 3, 12', [1, 3, 12]],
    ['1.3.12', [1, 3, 12]],
    ['7', [7]],
    ['10', undefined],
    ['1302', undefined],
    ['1-0-2', undefined],
    ['1--2', undefined],
    ['1-123', undefined],
    ['DA 47', undefined],
    ['', undefined],
  ])('%s is %j', (text, bitting) => {
    expect(parseBitting(text)).toEqual(bitting);
  });
});
