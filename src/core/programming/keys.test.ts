import { describe, expect, it } from 'vitest';
import type { KeySituation, PhysicalKey } from './keys';
import { drives, knownInHand, onePerIdentity, provedInHand, worksInHand } from './keys';
import { key, situation } from './test-keys';

const broken = key(1, { blade: 'broken' });
const untested = (one: PhysicalKey): KeySituation =>
  situation([one], { identities: [{ id: 'identity-1', known: 'untested' }] });

describe('what keys can do', () => {
  it('lets a push-start drive with a broken blade, and no car that must be turned', () => {
    expect(drives(situation([broken]), 'push')).toBe(true);
    expect(drives(situation([broken]), 'turn')).toBe(false);
    expect(drives(situation([broken]), null)).toBe(false);
    expect(drives(situation([key(1)]), 'turn')).toBe(true);
    expect(drives(situation([key(1, { presence: 'lost' })]), 'push')).toBe(false);
  });

  it('takes a broken blade with a sound chip for a known key in hand that opens nothing', () => {
    expect(knownInHand(situation([broken]))).toHaveLength(1);
    expect(worksInHand(situation([broken]))).toBe(false);
  });

  it('takes a key that was not tried for one that may work, and never for one that is proved', () => {
    expect(knownInHand(untested(key(1)))).toHaveLength(1);
    expect(provedInHand(untested(key(1)))).toEqual([]);
  });

  it('lets the one that turns stand for an original and its copies', () => {
    const copy = key(2, { identityId: 'identity-1' });
    expect(onePerIdentity([broken, copy]).map(({ tag }) => tag)).toEqual([2]);
    expect(onePerIdentity([copy, broken]).map(({ tag }) => tag)).toEqual([2]);
    expect(onePerIdentity([broken, key(3)]).map(({ tag }) => tag)).toEqual([1, 3]);
  });
});
