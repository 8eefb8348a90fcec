import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isSold, optionKinds } from '@/core/quote/option-kinds';
import { testRules } from '@/core/quote/test-snapshot';
import { parseInput } from '@/inputs/parse';
import { PriceRulesInput } from '@/inputs/price-inputs';
import { draftOfRules, sentOfDraft } from './draft';

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
          warranties: optionKinds
            .filter((kind) => isSold(kind))
            .map((option) => ({ option, months: warrantyMonths[option] ?? 0 })),
        });
      }),
    );
  });

  it('sends what cannot be read as nothing, and the door names each such field by its name in the form', () => {
    const draft = draftOfRules(testRules, { goods: 0, labour: 0 }, 'USD');
    const [first, ...bands] = draft.bands;
    const wrong = {
      ...draft,
      rateMinor: 'much',
      bands: [{ toKm: '', minor: first?.minor ?? '' }, ...bands],
      warranties: draft.warranties.map((one, at) => (at === 2 ? { ...one, months: '1.5' } : one)),
    };
    const read = parseInput(PriceRulesInput, sentOfDraft(wrong, null, 'USD'));
    expect(!read.ok && read.problems.map(({ field }) => field)).toEqual([
      'rateMinor',
      'bands.0.toKm',
      'warranties.2.months',
    ]);
  });
});
