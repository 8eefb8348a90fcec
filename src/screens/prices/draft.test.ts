import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isSold, optionKinds } from '@/core/quote/option-kinds';
import { testRules } from '@/core/quote/test-snapshot';
import { parseInput } from '@/inputs/parse';
import { PriceRulesInput } from '@/inputs/price-inputs';
import { draftOfRules, flatRateRows, sentOfDraft } from './draft';

describe('the form of the price rules', () => {
  it.each(['USD', 'JPY', 'KWD'])('sends back in %s what it was given', (currency) => {
    const amount = fc.nat(90_000);
    fc.assert(
      fc.property(amount, amount, fc.nat(2000), fc.nat(5000), (rateMinor, minimumMinor, share, tax) => {
        const rules = { ...testRules, rateMinor, minimumMinor, paymentBasisPoints: share };
        const { warrantyMonths, ...plain } = rules;
        const draft = draftOfRules(rules, { goods: tax, labour: tax }, currency, 'km');
        const priced = ({ work, difficulty }: { work: string; difficulty: string }) =>
          rules.flatRates.find((one) => one.work === work && one.difficulty === difficulty);
        expect(sentOfDraft(draft, 'id', currency, 'km')).toEqual({
          ...plain,
          flatRates: flatRateRows.map((row) => ({
            ...row,
            firstMinor: priced(row)?.firstMinor ?? null,
            furtherMinor: priced(row)?.furtherMinor ?? null,
          })),
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
    const draft = draftOfRules(testRules, { goods: 0, labour: 0 }, 'USD', 'km');
    const [first, ...bands] = draft.bands;
    const wrong = {
      ...draft,
      rateMinor: 'much',
      bands: [{ toKm: '', minor: first?.minor ?? '' }, ...bands],
      warranties: draft.warranties.map((one, at) => (at === 2 ? { ...one, months: '1.5' } : one)),
    };
    const read = parseInput(PriceRulesInput, sentOfDraft(wrong, null, 'USD', 'km'));
    expect(!read.ok && read.problems.map(({ field }) => field)).toEqual([
      'rateMinor',
      'bands.0.toKm',
      'warranties.2.months',
    ]);
  });

  it('keeps what is typed for a mile, to the minor unit, and where its bands end', () => {
    fc.assert(
      fc.property(fc.nat(99_999), fc.integer({ min: 1, max: 9990 }), (minor, tenths) => {
        const typed = (minor / 100).toFixed(2);
        const before = draftOfRules(testRules, { goods: 0, labour: 0 }, 'USD', 'mi');
        const miles = String(tenths / 10);
        const sent = sentOfDraft(
          { ...before, beyondPerKmMinor: typed, bands: [{ toKm: miles, minor: '1' }] },
          null,
          'USD',
          'mi',
        );
        expect(parseInput(PriceRulesInput, sent).ok).toBe(true);
        const rules = {
          ...testRules,
          beyondPerKmMinor: (sent as unknown as typeof testRules).beyondPerKmMinor,
          bands: sent.bands as typeof testRules.bands,
        };
        const after = draftOfRules(rules, { goods: 0, labour: 0 }, 'USD', 'mi');
        expect(after.beyondPerKmMinor).toBe(typed);
        expect(after.bands[0]?.toKm).toBe(miles);
      }),
    );
  });
});
