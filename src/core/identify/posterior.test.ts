import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Application } from '@/core/catalogue/application';
import type { YearMonth } from '@/core/kinds/year-span';
import { testApplication } from '../../../tests/support/applications';
import { foldBelow, rankCandidates, shareFactors } from './posterior';

function application(
  id: string,
  from: YearMonth,
  to: YearMonth,
  more: Partial<Application> = {},
): Application {
  return testApplication({ id, span: { from, to }, ...more });
}

const year = (value: number, month: number | null = null): YearMonth => ({ year: value, month });
const early = application('early', year(2016), year(2019, 4));
const late = application('late', year(2019, 5), year(2022));
const shop = { shopMarket: 'Meres' };

describe('rankCandidates', () => {
  it('follows the kernel over a mid-year split, worked by hand', () => {
    // Stated 2019. Early covers 4/12 of 2019, 2018 and 2017 in full, and 2016, one of the two far years.
    const e = (4 / 12) * 0.75 + 0.11 + 0.014 + 0.002 / 2;
    const l = (8 / 12) * 0.75 + 0.11 + 0.014 + 0.002 / 2;
    const [first, second] = rankCandidates([early, late], { ...shop, year: 2019 });
    expect(first?.application.id).toBe('late');
    expect(first?.probability).toBeCloseTo(l / (e + l), 12);
    expect(second?.probability).toBeCloseTo(e / (e + l), 12);
  });

  it('without a year goes by the months covered', () => {
    const [first] = rankCandidates([early, late], shop);
    expect(first?.application.id).toBe('late');
    expect(first?.probability).toBeCloseTo(44 / 84, 12);
  });

  it('keeps what the caller contradicts, as improbable', () => {
    const turn = application('turn', year(2016), year(2022), { ignition: 'turn' });
    const push = application('push', year(2016), year(2022));
    const ranked = rankCandidates([turn, push], { ...shop, ignition: 'turn' });
    expect(ranked.map(({ application: { id } }) => id)).toEqual(['turn', 'push']);
    expect(ranked[1]?.probability).toBeCloseTo(0.03, 12);
  });

  it('prefers the market where the shop is, and a told market more', () => {
    const here = application('here', year(2016), year(2022));
    const there = application('there', year(2016), year(2022), { market: 'Continent' });
    expect(rankCandidates([here, there], shop)[0]?.probability).toBeCloseTo(0.9, 12);
    expect(rankCandidates([here, there], { ...shop, market: 'Continent' })[0]).toMatchObject({
      application: { id: 'there' },
      probability: expect.closeTo(0.97, 12),
    });
  });

  it('is the product of the factors that explain it', () => {
    const push = application('push', year(2018), year(2024), { ignition: 'push', weight: 3 });
    const away = application('away', year(2015), year(2020), { market: 'Continent' });
    const facts = {
      ...shop,
      year: 2019,
      ignition: 'push',
      observations: [{ kind: 'profile', value: 'disc', reliability: 0.9 }],
    } as const;
    const rows = [early, late, push, away];
    const factors = shareFactors(rows, facts);
    const products = rows.map((_, at) =>
      factors.reduce((product, { values }) => product * (values[at] ?? 0), 1),
    );
    const all = products.reduce((sum, one) => sum + one, 0);
    for (const { application: row, probability } of rankCandidates(rows, facts))
      expect(probability).toBeCloseTo((products[rows.indexOf(row)] ?? 0) / all, 12);
    expect(factors.map(({ label }) => label)).toContain('Blade: disc, sure to 90 %');
  });

  it('gives nothing for no rows', () => {
    expect(rankCandidates([], { ...shop, year: 2019 })).toEqual([]);
  });

  const rows = fc.array(
    fc
      .tuple(
        fc.integer({ min: 1990, max: 2030 }),
        fc.integer({ min: 0, max: 9 }),
        fc.integer({ min: 1, max: 9 }),
      )
      .map(([from, years, weight]) => ({ from, to: from + years, weight })),
    { minLength: 1, maxLength: 12 },
  );

  it('sums to one and never folds the true car away when what was told is true', () => {
    fc.assert(
      fc.property(rows, fc.nat(), fc.nat(), (spans, which, when) => {
        const all = spans.map(({ from, to, weight }, at) =>
          application(`row-${at}`, year(from), year(to), { weight }),
        );
        const truth = all[which % all.length] as Application;
        const built = truth.span.from.year + (when % (truth.span.to.year - truth.span.from.year + 1));
        const ranked = rankCandidates(all, { ...shop, year: built, ignition: 'push', market: 'Meres' });
        expect(ranked.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
        const found = ranked.find(({ application: { id } }) => id === truth.id);
        expect(found?.probability ?? 0).toBeGreaterThan(foldBelow);
      }),
    );
  });
});
