import { describe, expect, it } from 'vitest';
import { isSold } from './option-kinds';
import { quoteOf } from './options';
import { rulesInOtherMoney } from './other-money';
import { pickedWorks } from './own-works';
import { paperOf } from './paper';
import type { Available, QuoteRequest } from './quote';
import { testRequest, testRules, testSnapshot } from './test-snapshot';

const rules = {
  ...testRules,
  rateMinor: 9000,
  ownWorks: [
    { name: 'Cell changed', minor: 1400, minutes: 5 },
    { name: 'Lock fitted', minor: null, minutes: 50 },
  ],
};
const snapshot = { ...testSnapshot, rules };
const works = [
  { name: 'Cell changed', count: 3 },
  { name: 'Lock fitted', count: 1 },
];
const available = (request: QuoteRequest, of = snapshot) =>
  quoteOf(request, of).options.filter((one): one is Available => one.available);

describe('the works of a shop', () => {
  it('cost their price each, or the time they take', () => {
    const { lines, minutes, p80Minutes, notes } = pickedWorks({ works }, rules);
    expect(lines.map(({ label, statedMinor }) => [label, statedMinor])).toEqual([
      ['Cell changed × 3', 4200],
      // 50 minutes at 90.00 an hour.
      ['Lock fitted', 7500],
    ]);
    expect([minutes, p80Minutes]).toEqual([65, 91]);
    expect(notes).toEqual([]);
  });

  it('that the prices have no more cost nothing, and are told', () => {
    const { lines, minutes, notes } = pickedWorks({ works: [{ name: 'Gone', count: 1 }] }, rules);
    expect([lines, minutes]).toEqual([[], 0]);
    expect(notes).toEqual(['‘Gone’ is no work of the shop’s prices any more.']);
  });

  it('are added to all that the shop comes for, with their minutes, and to nothing else', () => {
    const without = available(testRequest);
    const withWorks = available({ ...testRequest, works });
    expect(without.length).toBeGreaterThan(4);
    for (const option of withWorks) {
      const before = without.find(({ kind }) => kind === option.kind);
      const added = option.lines.filter(({ part }) => part === 'works');
      const comes = isSold(option.kind) && option.visit !== null;
      expect([option.kind, added.length]).toEqual([option.kind, comes ? 2 : 0]);
      if (comes && before?.earnings && option.earnings)
        expect(option.earnings.minutes).toBeGreaterThanOrEqual(before.earnings.minutes + 65);
    }
  });

  it('stand alone as a price by hand, where no key is wanted and the library knows no car', () => {
    const alone = available({ ...testRequest, keys: 0, works }, { ...snapshot, unknownCar: true } as never);
    expect(alone.map(({ kind }) => kind)).toEqual(['shopByHand']);
    expect(alone[0]?.notes[0]).toBe('Works of the shop, without a key.');
    expect(available({ ...testRequest, keys: 0 }, { ...snapshot, unknownCar: true } as never)).toEqual([]);
  });

  it('are no way to a key, and so never beside one as a price by hand', () => {
    const kinds = available({ ...testRequest, works }).map(({ kind }) => kind);
    expect(kinds).not.toContain('shopByHand');
    expect(kinds).toEqual(available(testRequest).map(({ kind }) => kind));
  });

  it('are included by their names on the paper', () => {
    const request = { ...testRequest, works };
    const [option] = available(request).filter(({ kind }) => kind === 'shopAftermarket');
    const paper = option && paperOf(option.kind, { request, snapshot, options: [option] }, 'A car');
    expect(paper?.included).toEqual(expect.arrayContaining(['Cell changed × 3.', 'Lock fitted.']));
  });

  it('keep their prices in another currency, and none where they had none', () => {
    expect(rulesInOtherMoney(rules, 2).ownWorks).toEqual([
      { name: 'Cell changed', minor: 2800, minutes: 5 },
      { name: 'Lock fitted', minor: null, minutes: 50 },
    ]);
    expect(rulesInOtherMoney({ ...rules, beyondPerKmMinor: 125.5158 }, 0.5).beyondPerKmMinor).toBe(62.7579);
  });
});
