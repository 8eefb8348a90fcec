import type { ClassConstructor } from 'class-transformer';
import { describe, expect, it } from 'vitest';
import { testRules } from '@/core/quote/test-snapshot';
import { parseInput } from './parse';
import { PriceFileRow } from './price-file-row';
import {
  AccountInput,
  CouponInput,
  CurrencyInput,
  OpenHoursInput,
  PriceRulesInput,
  SupplierInput,
} from './price-inputs';
import { QuoteCallInput } from './quote-call-input';
import {
  AcceptOfferInput,
  AgreePriceInput,
  ComebackInput,
  HandPriceInput,
  OfferMessageInput,
  OpenOfferInput,
  QuoteTermsInput,
  RevokeLinkInput,
  RivalInput,
  VisitInput,
} from './quote-inputs';

const id = '0198f3a2-5c1e-7b6a-9d2f-3a4b5c6d7e8f';
const edit = { number: 1001, version: 3 };
const terms = {
  ...edit,
  book: null,
  prefer: 'price',
  flexible: false,
  waitsFilled: false,
  accountId: null,
  couponCode: null,
};
const acceptance = { version: 1, option: 'shopClone', when: '', where: '', signature: '' };
const appointment = { ...edit, vanId: id, day: '2027-03-04', from: '09:00', to: '10:30' };
const coupon = { code: 'LAKE-5', percent: 5, amountMinor: 0, fromMinor: 0, withAccount: true, days: 30 };
const supplier = {
  name: 'Wharf',
  kind: 'used',
  cutOff: '15:30',
  deliversBy: '12:00',
  lateDays: 1,
  comebackBasisPoints: 400,
};

const { warrantyMonths: _, ...priced } = testRules;
const rules = {
  ...priced,
  basedOn: id,
  warranties: [{ option: 'shopOriginal', months: 24 }],
  goodsTaxBasisPoints: 650,
  labourTaxBasisPoints: 0,
};

const good: readonly (readonly [string, ClassConstructor<object>, object])[] = [
  ['terms', QuoteTermsInput, { ...terms, book: 'timeAndParts', couponCode: 'spare-5', accountId: id }],
  ['an agreed price', AgreePriceInput, { ...edit, option: 'shopClone', minor: 24_000 }],
  ['an appointment', VisitInput, appointment],
  ['no appointment', VisitInput, { ...appointment, day: null, from: null, to: null }],
  ['a rival', RivalInput, { ...edit, amount: 239.5 }],
  ['an acceptance', AcceptOfferInput, { ...acceptance, option: 'shopOriginal', where: 'here' }],
  ['a signed acceptance', AcceptOfferInput, { ...acceptance, signature: '1,2 3,4;5,6 7,8' }],
  ['a wish for another time', OfferMessageInput, { kind: 'time', words: 'After four' }],
  ['a link', OpenOfferInput, { token: 'a'.repeat(43) }],
  ['a call', QuoteCallInput, { line: 'merrowdale 2019', wanted: 2, book: 'flatRates', coupon: 'ABC' }],
  ['a comeback', ComebackInput, { number: 1, source: 'Wharf', reason: 'notReset' }],
  ['a coupon', CouponInput, coupon],
  ['a supplier', SupplierInput, supplier],
  ['open hours', OpenHoursInput, { days: [1, 6], from: '08:00', to: '12:00' }],
  ['a currency', CurrencyInput, { currency: 'KWD', worth: 0.307 }],
  ['the rules', PriceRulesInput, rules],
  [
    'the first rules of a shop',
    PriceRulesInput,
    { ...rules, basedOn: null, flatRates: [], bands: [], hours: [] },
  ],
  ['a price row', PriceFileRow, { article: 'REM-1', price: '12.50', leadDays: '2' }],
];

const bad: readonly (readonly [string, ClassConstructor<object>, object, string])[] = [
  ['a book nobody keeps', QuoteTermsInput, { ...terms, book: 'guess' }, 'book'],
  ['a coupon with a space', QuoteTermsInput, { ...terms, couponCode: 'A B C' }, 'couponCode'],
  ['an account by name', QuoteTermsInput, { ...terms, accountId: 'Taxi' }, 'accountId'],
  ['terms left out', QuoteTermsInput, edit, 'book'],
  ['half a cent', AgreePriceInput, { ...edit, option: 'shopClone', minor: 0.5 }, 'minor'],
  ['less than nothing', AgreePriceInput, { ...edit, option: 'shopClone', minor: -1 }, 'minor'],
  ['an option nobody offers', AgreePriceInput, { ...edit, option: 'gift', minor: 1 }, 'option'],
  ['an hour that is none', VisitInput, { ...appointment, from: '25:00' }, 'from'],
  ['a day in words', VisitInput, { ...appointment, day: 'tomorrow' }, 'day'],
  ['a rival for nothing', RivalInput, { ...edit, amount: 0 }, 'amount'],
  ['a rival as text', RivalInput, { ...edit, amount: '240' }, 'amount'],
  ['an acceptance of no version', AcceptOfferInput, { ...acceptance, version: Number.NaN }, 'version'],
  ['a picture for a signature', AcceptOfferInput, { ...acceptance, signature: '<svg>' }, 'signature'],
  ['a message of no kind', OfferMessageInput, { kind: 'shout', words: 'Hello' }, 'kind'],
  ['a time of 201 signs', AcceptOfferInput, { ...acceptance, when: 'x'.repeat(201) }, 'when'],
  ['an empty message', OfferMessageInput, { kind: 'words', words: '' }, 'words'],
  ['a long message', OfferMessageInput, { kind: 'words', words: 'x'.repeat(1001) }, 'words'],
  ['a link cut short', OpenOfferInput, { token: 'a'.repeat(42) }, 'token'],
  ['a link with a slash', OpenOfferInput, { token: `${'a'.repeat(42)}/` }, 'token'],
  ['a link by number', RevokeLinkInput, { number: 1, linkId: '1' }, 'linkId'],
  ['six keys', QuoteCallInput, { wanted: 6 }, 'wanted'],
  ['a reason nobody knows', ComebackInput, { number: 1, source: 'Wharf', reason: 'luck' }, 'reason'],
  [
    '101 percent',
    AccountInput,
    { name: 'Taxi', goodsPercent: 101, labourPercent: 0, paysInDays: 3 },
    'goodsPercent',
  ],
  ['a coupon of two signs', CouponInput, { ...coupon, code: 'AB' }, 'code'],
  ['a supplier that sells dreams', SupplierInput, { ...supplier, kind: 'dreams' }, 'kind'],
  ['a cut-off after midnight', SupplierInput, { ...supplier, cutOff: '24:00' }, 'cutOff'],
  ['no day', OpenHoursInput, { days: [], from: '08:00', to: '12:00' }, 'days'],
  ['a currency of four letters', CurrencyInput, { currency: 'EURO', worth: 1 }, 'currency'],
  ['a worth of nothing', CurrencyInput, { currency: 'EUR', worth: 0 }, 'worth'],
  ['a negative price', PriceFileRow, { article: 'A', price: '-1', leadDays: '1' }, 'price'],
  ['a price with a comma', PriceFileRow, { article: 'A', price: '1,50', leadDays: '1' }, 'price'],
  ['half a day', PriceFileRow, { article: 'A', price: '1', leadDays: '0.5' }, 'leadDays'],
  ['rules on top of nothing known', PriceRulesInput, { ...rules, basedOn: 'today' }, 'basedOn'],
  ['an hour for nothing', PriceRulesInput, { ...rules, rateMinor: 0 }, 'rateMinor'],
  ['steps of nothing', PriceRulesInput, { ...rules, roundingMinor: 0 }, 'roundingMinor'],
  ['a rounding nobody knows', PriceRulesInput, { ...rules, roundingMode: 'random' }, 'roundingMode'],
  ['a tax in words', PriceRulesInput, { ...rules, goodsTaxBasisPoints: '6.5 %' }, 'goodsTaxBasisPoints'],
  [
    'more tax than the price',
    PriceRulesInput,
    { ...rules, labourTaxBasisPoints: 10_001 },
    'labourTaxBasisPoints',
  ],
  ['a deposit above the price', PriceRulesInput, { ...rules, depositPercent: 101 }, 'depositPercent'],
  ['a flatRates as text', PriceRulesInput, { ...rules, flatRates: 'all' }, 'flatRates'],
  [
    'a work that is none',
    PriceRulesInput,
    { ...rules, flatRates: [{ work: 'polish', difficulty: 'usual', firstMinor: 1, furtherMinor: 1 }] },
    'flatRates.0.work',
  ],
  ['a band to nowhere', PriceRulesInput, { ...rules, bands: [{ toKm: 0, minor: 1 }] }, 'bands.0.toKm'],
  [
    'an hour rule without a day',
    PriceRulesInput,
    { ...rules, hours: [{ label: 'Night', days: [], from: '22:00', to: '24:00', percent: 50 }] },
    'hours.0.days',
  ],
  [
    'a warranty of twenty-one years',
    PriceRulesInput,
    { ...rules, warranties: [{ option: 'shopRefurbished', months: 252 }] },
    'warranties.0.months',
  ],
  ['a field of one’s own', RivalInput, { ...edit, amount: 1, currency: 'USD' }, 'currency'],
];

describe('what the quote takes in', () => {
  it.each(good)('%s is taken', (_, Class, data) => {
    expect(parseInput(Class, data)).toMatchObject({ ok: true });
  });

  it.each(bad)('%s is refused by its field', (_, Class, data, field) => {
    const parsed = parseInput(Class, data);
    expect(parsed.ok ? [] : parsed.problems.map((problem) => problem.field)).toContain(field);
  });
});

describe('an amount with decimals', () => {
  const hand = { number: 1, version: 1, articles: [], minutes: 5 };
  const line = (amount: unknown) => ({ ...hand, lines: [{ label: 'Work', goods: false, amount }] });

  it.each([0, 45, 45.5, 45.55, 99_999])('takes %s', (amount) => {
    expect(parseInput(HandPriceInput, line(amount))).toMatchObject({ ok: true });
  });

  it.each([1e-7, 5e-324, 45.555, -1, 1e21, Number.NaN, Number.POSITIVE_INFINITY, '45'])(
    'refuses %s and does not throw',
    (amount) => {
      expect(parseInput(HandPriceInput, line(amount))).toMatchObject({ ok: false });
    },
  );
});
