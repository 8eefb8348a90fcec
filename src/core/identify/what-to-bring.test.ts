import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ArticleOnHand, type Need, whatToBring } from './what-to-bring';

const names = ['a', 'b', 'c', 'd', 'e', 'f', 'g'];
const onHand = fc.tuple(
  ...names.map((article) =>
    fc.record({
      article: fc.constant(article),
      inVan: fc.boolean(),
      costMinor: fc.integer({ min: 1, max: 9 }),
    }),
  ),
);
const needs = fc
  .array(
    fc.tuple(
      fc.integer({ min: 1, max: 9 }),
      fc.array(fc.array(fc.constantFrom(...names), { minLength: 1, maxLength: 2 }), {
        minLength: 1,
        maxLength: 3,
      }),
    ),
    { minLength: 1, maxLength: 5 },
  )
  .map((list): Need[] => {
    const total = list.reduce((sum, [weight]) => sum + weight, 0);
    return list.map(([weight, articles]) => ({ probability: weight / total, articles }));
  });

function served(list: readonly Need[], has: ReadonlySet<string>): number {
  return list.reduce(
    (sum, { probability, articles }) =>
      sum + (articles.every((group) => group.some((one) => has.has(one))) ? probability : 0),
    0,
  );
}

/** Tries every set of articles. */
function bruteForce(
  list: readonly Need[],
  hand: readonly ArticleOnHand[],
  least: number,
): number[] | undefined {
  let best: number[] | undefined;
  for (let bits = 0; bits < 2 ** hand.length; bits += 1) {
    const chosen = hand.filter((_, at) => bits & (1 << at));
    if (served(list, new Set(chosen.map(({ article }) => article))) < least - 1e-9) continue;
    const bought = chosen.filter(({ inVan }) => !inVan);
    const cost = [bought.length, chosen.length, bought.reduce((sum, { costMinor }) => sum + costMinor, 0)];
    const compare = best ? cost.findIndex((value, at) => value !== best?.[at]) : 0;
    if (!best || (compare >= 0 && (cost[compare] ?? 0) < (best[compare] ?? 0))) best = cost;
  }
  return best;
}

describe('whatToBring', () => {
  it('is as good as trying every set', () => {
    fc.assert(
      fc.property(needs, onHand, fc.constantFrom(0.3, 0.6, 0.9, 0.95, 1), (list, hand, least) => {
        const found = whatToBring(list, hand, least);
        const best = bruteForce(list, hand, least);
        if (!best || !found) return expect(found).toBe(best);
        expect([found.toBuy.length, found.articles.length, found.costMinor]).toEqual(best);
        expect(found.served).toBeCloseTo(served(list, new Set(found.articles)), 9);
        expect(found.exact).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  it('takes an equal from the van before it buys the original', () => {
    const found = whatToBring(
      [{ probability: 1, articles: [['original', 'equal']] }],
      [
        { article: 'original', inVan: false, costMinor: 100 },
        { article: 'equal', inVan: true, costMinor: 900 },
      ],
      0.95,
    );
    expect(found).toMatchObject({ articles: ['equal'], toBuy: [], costMinor: 0, served: 1 });
  });

  it('says so where nothing reaches the certainty, and needs nothing where nothing is needed', () => {
    expect(whatToBring([{ probability: 1, articles: [['nowhere']] }], [], 0.9)).toBeUndefined();
    expect(whatToBring([{ probability: 1, articles: [] }], [], 0.9)).toMatchObject({
      articles: [],
      served: 1,
    });
  });

  it('beyond 24 articles is greedy, serves enough, and shows how many any list needs', () => {
    const many = Array.from({ length: 30 }, (_, at) => `part ${at}`);
    const list = many.map((article) => ({ probability: 1 / 30, articles: [[article]] }));
    const hand = many.map((article) => ({ article, inVan: false, costMinor: 5 }));
    const found = whatToBring(list, hand, 1);
    expect(found).toMatchObject({ exact: false, atLeast: 30 });
    expect(found?.articles).toHaveLength(30);
    expect(whatToBring(list, hand, 0.5)?.served).toBeGreaterThanOrEqual(0.5 - 1e-9);
  });
});
