import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { testRules } from '@/core/quote/test-snapshot';
import { draftOfRules, sentOfDraft, typedNumber } from './draft';

describe('the form of the price rules', () => {
  it.each(['USD', 'JPY', 'KWD'])('sends back in %s what it was given', (currency) => {
    const amount = fc.nat(90_000);
    fc.assert(
      fc.property(amount, amount, fc.nat(2000), fc.nat(5000), (rateMinor, minimumMinor, share, tax) => {
        const rules = { ...testRules, rateMinor, minimumMinor, paymentBasisPoints: share };
        const { warrantyMonths, ...plain } = rules;
        const draft = draftOfRules(rules, { goods: tax, labour: tax }, currency);
        expect(sentOfDraft(draft, 'id', currency)).toEqual({
          ...plain,
          basedOn: 'id',
          goodsTaxBasisPoints: tax,
          labourTaxBasisPoints: tax,
          warranties: Object.entries(warrantyMonths).map(([option, months]) => ({ option, months })),
        });
      }),
    );
  });

  it.each([
    ['12,5', 12.5],
    [' 7 ', 7],
    ['', null],
    ['1e3', null],
    ['12.', null],
    ['-3', -3],
  ])('reads %j as %j', (text, value) => {
    expect(typedNumber(text)).toBe(value);
  });
});
