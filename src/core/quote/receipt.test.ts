import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PaperOption } from './paper';
import { billOf, type PayWay, payWays, receiptOf } from './receipt';

const line = (label: string, netMinor: number, taxMinor: number, payee: 'shop' | 'seller' = 'shop') => ({
  label,
  payee,
  netMinor,
  taxMinor,
});
const option: PaperOption = {
  kind: 'shopOriginal',
  name: 'Shop, new original',
  lines: [
    line('Key', 10_000, 2_000),
    line('Programming', 5_000, 1_000),
    line('Remote', 3_000, 600, 'seller'),
  ],
  netMinor: 18_000,
  taxMinor: 3_600,
  totalMinor: 21_600,
  depositMinor: 3_000,
  earliestOn: '2027-03-03',
  p80On: '2027-03-03',
  comebackPercent: 2,
  warrantyMonths: 12,
  notes: [],
};
const paid = (how: PayWay, amountMinor: number, on = '2027-03-03') => ({ how, amountMinor, on });

describe('a bill', () => {
  it('is what the shop is paid itself, with what a seller gets left out', () => {
    expect(billOf(option, [])).toEqual({
      totalMinor: 18_000,
      paidMinor: 0,
      onAccountMinor: 0,
      dueMinor: 18_000,
    });
  });

  it('sets the deposit off, and counts what is on account as settled and not as paid', () => {
    expect(billOf(option, [paid('card', 3_000), paid('account', 15_000)])).toEqual({
      totalMinor: 18_000,
      paidMinor: 3_000,
      onAccountMinor: 15_000,
      dueMinor: 0,
    });
  });

  it('is what it was before, once an amount is taken back', () => {
    const ways = fc.constantFrom(...(Object.keys(payWays) as PayWay[]));
    const payments = fc.array(fc.tuple(ways, fc.integer({ min: 1, max: 100_000 })));
    fc.assert(
      fc.property(payments, (all) => {
        const taken = all.map(([how, amount]) => paid(how, amount));
        const back = all.map(([how, amount]) => paid(how, -amount));
        const bill = billOf(option, taken);
        expect(bill.totalMinor).toBe(bill.paidMinor + bill.onAccountMinor + bill.dueMinor);
        expect(billOf(option, [...taken, ...back])).toEqual(billOf(option, []));
      }),
    );
  });
});

describe('a receipt', () => {
  const ground = {
    quoteNumber: 2001,
    paper: { car: 'Halvorn Merrowdale, 2018', work: '1 new key', currency: 'USD' },
    option,
    madeOn: '2027-03-03',
    warrantyUntil: '2028-03-03',
    paysInDays: 30,
    replaces: null,
  };

  it('adds up line by line to net, tax and total', () => {
    const receipt = receiptOf({ ...ground, payments: [paid('cash', 18_000)] });
    expect(receipt.lines.map(({ label }) => label)).toEqual(['Key', 'Programming']);
    expect([receipt.netMinor, receipt.taxMinor, receipt.totalMinor]).toEqual([15_000, 3_000, 18_000]);
    expect(receipt).toMatchObject({ paidMinor: 18_000, dueMinor: 0, warrantyUntil: '2028-03-03' });
  });

  it.each([
    [paid('card', 3_000, '2027-03-01'), 'Paid ahead, card'],
    [paid('cash', 3_000), 'Paid, cash'],
    [paid('account', 3_000), 'On account'],
    [paid('transfer', -3_000), 'Taken back, transfer'],
    [paid('account', -3_000), 'Taken back, on account'],
  ])('says of %j: %s', (payment, words) => {
    expect(receiptOf({ ...ground, payments: [payment] }).payments[0]?.words).toBe(words);
  });

  it('says within how many days it is paid only where something is on account', () => {
    expect(receiptOf({ ...ground, payments: [paid('account', 18_000)] }).paysInDays).toBe(30);
    expect(
      receiptOf({ ...ground, payments: [paid('account', 5), paid('account', -5)] }).paysInDays,
    ).toBeNull();
  });
});
