import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { optionsOf } from '../../../tests/support/said';
import { findBeaten, fullerThan } from './beaten';
import { isFuller, losesNoMore, lostSays } from './lost-functions';
import type { Available } from './quote';

const all = ['lock', 'unlock', 'boot', 'panic'];

describe('functions that are lost', () => {
  it('keep a cheaper key from beating a fuller one, and not the other way round', () => {
    const options = optionsOf(
      ['shopUniversal', 9_000, { lost: ['panic'] }],
      ['shopAftermarket', 12_000, {}],
      ['shopOriginal', 15_000, {}],
    );
    expect(findBeaten(options)).toEqual(
      new Map([
        ['shopUniversal', null],
        ['shopAftermarket', null],
        ['shopOriginal', 'shopAftermarket'],
      ]),
    );
    const same = optionsOf(['shopUniversal', 12_000, { lost: ['panic'] }], ['shopAftermarket', 12_000, {}]);
    expect(findBeaten(same).get('shopUniversal')).toBe('shopAftermarket');
  });

  it('are had by the cheapest fuller option, with the difference', () => {
    const options = optionsOf(
      ['shopUniversal', 9_000, { lost: ['panic'] }],
      ['shopOriginal', 15_000, {}],
      ['shopAftermarket', 12_000, {}],
    );
    const [universal] = options as readonly Available[];
    expect(universal && fullerThan(universal, options)).toEqual({
      kind: 'shopAftermarket',
      moreMinor: 3_000,
    });
    const [, full] = options as readonly Available[];
    expect(full && fullerThan(full, options)).toBeNull();
  });

  it('are said in the customer’s words', () => {
    expect(lostSays([], all)).toBeNull();
    expect(lostSays(['panic', 'mirror'], all)).toBe('You do without: the panic alarm, the button “mirror”.');
    expect(lostSays(all, all)).toBe('It has no buttons: the doors are locked and unlocked with the blade.');
  });

  it('make a strict order: nothing is fuller than itself, and fuller than fuller is fuller', () => {
    const some = fc.subarray(all);
    fc.assert(
      fc.property(some, some, some, (a, b, c) => {
        expect(isFuller(a, a)).toBe(false);
        expect(losesNoMore(a, a)).toBe(true);
        if (isFuller(a, b) && isFuller(b, c)) expect(isFuller(a, c)).toBe(true);
        if (isFuller(a, b)) expect(isFuller(b, a)).toBe(false);
      }),
    );
  });
});
