import { describe, expect, it } from 'vitest';
import { type PapersShown, papersRefused } from './check-papers';
import type { LocalRules } from './documents';

const shown: PapersShown = {
  stage: 'onSite',
  identityDocument: 'license',
  rightDocument: 'registration',
  howSeen: 'original',
  personFits: true,
  plateFits: true,
  witness: '',
  signature: '1,2 3,4',
  signedOnPaper: false,
};
const rules: LocalRules = {
  licence: '',
  identityAccepted: ['license', 'passport'],
  rightAccepted: ['registration'],
  witness: 'keysGone',
  plainCopy: 'papers',
  freePrice: 'secondPerson',
  forms: '',
  secretDays: 90,
  personalDays: 730,
};
const field = (more: Partial<PapersShown>, own: Partial<LocalRules> = {}, allLost = false) =>
  papersRefused({ ...shown, ...more }, { ...rules, ...own }, allLost)
    ?.problems.map(({ field: name }) => name)
    .join(' ');

describe('papersRefused', () => {
  it.each<[string, Partial<PapersShown>, string | undefined]>([
    ['all there', {}, undefined],
    ['signed on paper', { signature: '', signedOnPaper: true }, undefined],
    ['no document', { identityDocument: 'none' }, 'identityDocument'],
    ['no right', { rightDocument: 'none' }, 'rightDocument'],
    ['a document the shop does not accept', { identityDocument: 'identityCard' }, 'identityDocument'],
    ['a paper the shop does not accept', { rightDocument: 'insurance' }, 'rightDocument'],
    ['a picture at the car', { howSeen: 'picture' }, 'howSeen'],
    ['a call at the car', { howSeen: 'accountHolder' }, 'howSeen'],
    ['another person', { personFits: false }, 'personFits'],
    ['another plate', { plateFits: false }, 'plateFits'],
    ['no signature', { signature: '' }, 'signature'],
    [
      'in advance, a picture is enough',
      { stage: 'advance', howSeen: 'picture', personFits: false, plateFits: false, signature: '' },
      undefined,
    ],
    ['in advance, no document', { stage: 'advance', identityDocument: 'none' }, 'identityDocument'],
  ])('%s', (_what, more, expected) => expect(field(more)).toBe(expected));

  it('wants a witness as the rules say', () => {
    expect(field({}, {}, true)).toBe('witness');
    expect(field({ witness: 'Ivo Marchetta' }, {}, true)).toBeUndefined();
    expect(field({}, { witness: 'always' })).toBe('witness');
    expect(field({}, { witness: 'never' }, true)).toBeUndefined();
  });

  it('says all that is missing at once', () => {
    const nothing = {
      ...shown,
      personFits: false,
      plateFits: false,
      signature: '',
      howSeen: 'picture' as const,
    };
    expect(
      field({ ...nothing, identityDocument: 'none', rightDocument: 'insurance' }, { witness: 'always' }),
    ).toBe('identityDocument rightDocument howSeen personFits plateFits witness signature');
  });
});
