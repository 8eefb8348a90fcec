import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Recut } from '@/core/catalogue/lists/keys';
import {
  testBlade as blade,
  drawn,
  partitions,
  plainly,
  recuts,
  spaces,
} from '../../../../tests/support/candidates';
import { type Candidate, cutOrderOf, fewestChains, mayFollow } from './chains';
import {
  costBound,
  fewestBlanks,
  fewestTries,
  figuresOf,
  heaviestFirst,
  leastCost,
  type TryPlan,
} from './plans';
import { spaceToRead } from './space-to-read';

const planOf = (chains: readonly (readonly number[])[], candidates: readonly Candidate[]): TryPlan => {
  const mass = (chain: readonly number[]) =>
    chain.reduce((sum, at) => sum + (candidates[at]?.probability ?? 0), 0);
  const sorted = [...chains].sort((a, b) => mass(b) - mass(a));
  return { order: sorted.flat(), blanks: sorted.flatMap((chain, at) => chain.map(() => at)) };
};

/** A plan tries every candidate once, and each blank is only cut deeper. */
function expectSound(
  { order, blanks }: TryPlan,
  candidates: readonly Candidate[],
  recut: readonly Recut[],
): void {
  expect([...order].sort((a, b) => a - b)).toEqual([...candidates.keys()]);
  const cut = new Map<number, readonly number[]>();
  for (const [at, candidate] of order.entries()) {
    const blank = blanks[at] ?? -1;
    const now = candidates[candidate]?.bitting ?? [];
    const last = cut.get(blank);
    if (last) expect(plainly(recut, last, now)).toBe(true);
    else expect(blank).toBe(cut.size);
    cut.set(blank, now);
  }
}

describe('the order of cuts', () => {
  it('is the one of metal: deeper where a row may be cut again, the same or not yet cut where not', () => {
    fc.assert(
      fc.property(drawn(1, 40), recuts, (candidates, recut) => {
        const order = cutOrderOf(blade, recut, candidates);
        for (const [a, one] of candidates.entries())
          for (const [b, other] of candidates.entries())
            expect(mayFollow(order, a, b)).toBe(plainly(recut, one.bitting, other.bitting));
      }),
      { numRuns: 60 },
    );
  });
});

describe('the fewest chains', () => {
  it('hold every candidate once and come with as many that no blank holds together', () => {
    fc.assert(
      fc.property(drawn(1, 81), recuts, (candidates, recut) => {
        const order = cutOrderOf(blade, recut, candidates);
        const { chains, antichain } = fewestChains(order);
        expect(chains.flat().sort((a, b) => a - b)).toEqual([...candidates.keys()]);
        for (const chain of chains)
          for (const [at, candidate] of chain.entries())
            if (at > 0) expect(mayFollow(order, chain[at - 1] ?? 0, candidate)).toBe(true);
        expect(antichain).toHaveLength(chains.length);
        for (const a of antichain) for (const b of antichain) expect(mayFollow(order, a, b)).toBe(false);
      }),
      { numRuns: 300 },
    );
  });
});

/** The fewest chains over all subsets, by which candidate the last blank was cut to. */
function fewestByBrute(order: ReturnType<typeof cutOrderOf>): number {
  const { count } = order;
  const best = Array.from({ length: 1 << count }, () => new Uint8Array(count).fill(255));
  for (let at = 0; at < count; at += 1) (best[1 << at] as Uint8Array)[at] = 1;
  for (let set = 1; set < 1 << count; set += 1)
    for (let last = 0; last < count; last += 1) {
      const now = best[set]?.[last] ?? 255;
      if (now === 255) continue;
      for (let next = 0; next < count; next += 1) {
        if (set & (1 << next)) continue;
        const row = best[set | (1 << next)] as Uint8Array;
        row[next] = Math.min(row[next] ?? 255, now + (mayFollow(order, last, next) ? 0 : 1));
      }
    }
  return Math.min(...(best[(1 << count) - 1] ?? []));
}

describe('over thousands of seeded cases', () => {
  it('the chains are as few as trying every order has them, up to 12 candidates', () => {
    fc.assert(
      fc.property(drawn(1, 12), recuts, (candidates, recut) => {
        const order = cutOrderOf(blade, recut, candidates);
        const { chains, antichain } = fewestChains(order);
        expect(chains).toHaveLength(fewestByBrute(order));
        expect(antichain).toHaveLength(chains.length);
      }),
      { numRuns: 1000 },
    );
  });

  /** The least cost of any order that finishes one blank before it takes the next, by who was tried and what is on the blank. */
  function leastByBrute(
    order: ReturnType<typeof cutOrderOf>,
    candidates: readonly Candidate[],
    costOf: (unsolved: number, fresh: boolean) => number,
  ): number {
    const { count } = order;
    const full = (1 << count) - 1;
    const masses = new Float64Array(full + 1);
    for (let set = 1; set <= full; set += 1) {
      const low = 31 - Math.clz32(set & -set);
      masses[set] = (masses[set & (set - 1)] ?? 0) + (candidates[low]?.probability ?? 0);
    }
    const value = Array.from({ length: full + 1 }, () => new Float64Array(count + 1));
    for (let set = full - 1; set >= 0; set -= 1)
      for (let last = 0; last <= count; last += 1) {
        let least = Number.POSITIVE_INFINITY;
        for (let next = 0; next < count; next += 1) {
          if (set & (1 << next)) continue;
          const fresh = last === count || !mayFollow(order, last, next);
          const own = costOf(1 - (masses[set] ?? 0), fresh);
          least = Math.min(least, own + (value[set | (1 << next)]?.[next] ?? 0));
        }
        (value[set] as Float64Array)[last] = least;
      }
    return value[0]?.[count] ?? 0;
  }

  it('the least cost and the fewest blanks are those of brute force, up to 14 candidates', () => {
    const costs = { blank: 400, tried: 90 };
    const many = 1e6;
    const holds = (candidates: readonly Candidate[], recut: readonly Recut[]) => {
      const order = cutOrderOf(blade, recut, candidates);
      const least = leastByBrute(
        order,
        candidates,
        (unsolved, fresh) => unsolved * (costs.tried + (fresh ? costs.blank : 0)),
      );
      const own = figuresOf(leastCost(order, candidates, costs, []), candidates, costs);
      expect(own.cost.expected).toBeCloseTo(least, 6);
      // Blanks in all before anything else, then those that are expected.
      const fewest = leastByBrute(order, candidates, (unsolved, fresh) => (fresh ? many + unsolved : 0));
      const { blanks } = figuresOf(fewestBlanks(order, candidates), candidates, costs);
      expect(blanks.worst * many + blanks.expected).toBeCloseTo(fewest, 4);
    };
    fc.assert(fc.property(drawn(1, 9), recuts, holds), { numRuns: 1500 });
    fc.assert(fc.property(drawn(13, 14), recuts, holds), { numRuns: 4 });
  });
});

describe('the space to read first', () => {
  it('is the one that leaves the fewest blanks on average, and none where nothing is saved', () => {
    fc.assert(
      fc.property(drawn(1, 7), recuts, (candidates, recut) => {
        const fewest = (among: readonly number[]) => {
          const order = cutOrderOf(blade, recut, candidates);
          return Math.min(
            ...[...partitions(among, (a, b) => mayFollow(order, a, b))].map((chains) => chains.length),
          );
        };
        const now = fewest([...candidates.keys()]);
        const after = Array.from({ length: spaces }, (_, space) =>
          [1, 2, 3].reduce((sum, depth) => {
            const part = [...candidates.keys()].filter((at) => candidates[at]?.bitting[space] === depth);
            const mass = part.reduce((all, at) => all + (candidates[at]?.probability ?? 0), 0);
            return part.length === 0 ? sum : sum + mass * fewest(part);
          }, 0),
        );
        const best = Math.min(...after);
        const told = spaceToRead(blade, recut, candidates);
        if (best < now - 1e-9) {
          expect(told?.blanks).toBeCloseTo(best, 9);
          expect(after[(told?.space ?? 0) - 1]).toBeCloseTo(best, 9);
        } else expect(told).toBeNull();
      }),
      { numRuns: 100 },
    );
  });
});

describe('the three plans', () => {
  const costs = { blank: 400, tried: 90 };

  it('equal brute force over all ways to lay few candidates out', () => {
    fc.assert(
      fc.property(drawn(1, 7), recuts, (candidates, recut) => {
        const order = cutOrderOf(blade, recut, candidates);
        const all = [...partitions([...candidates.keys()], (a, b) => mayFollow(order, a, b))].map(
          (chains) => ({
            chains: chains.length,
            figures: figuresOf(planOf(chains, candidates), candidates, costs),
          }),
        );
        const fewest = Math.min(...all.map(({ chains }) => chains));
        const own = fewestBlanks(order, candidates);
        expectSound(own, candidates, recut);
        const figures = figuresOf(own, candidates, costs);
        expect(figures.blanks.worst).toBe(fewest);
        expect(figures.blanks.expected).toBeCloseTo(
          Math.min(
            ...all
              .filter(({ chains }) => chains === fewest)
              .map(({ figures: { blanks } }) => blanks.expected),
          ),
          9,
        );
        expect(own.antichain).toHaveLength(fewest);
      }),
      { numRuns: 200 },
    );
  });

  it('try the likeliest first, on the fewest blanks that this order takes', () => {
    fc.assert(
      fc.property(drawn(1, 9), recuts, (candidates, recut) => {
        const order = cutOrderOf(blade, recut, candidates);
        const own = fewestTries(order, candidates);
        expectSound(own, candidates, recut);
        const probabilities = own.order.map((at) => candidates[at]?.probability ?? 0);
        expect(probabilities).toEqual([...probabilities].sort((a, b) => b - a));
        const rank = new Map(own.order.map((candidate, at) => [candidate, at]));
        const inRank = (a: number, b: number) =>
          mayFollow(order, a, b) && (rank.get(a) ?? 0) < (rank.get(b) ?? 0);
        const ways = [...partitions([...candidates.keys()], inRank)];
        expect(new Set(own.blanks).size).toBe(Math.min(...ways.map((chains) => chains.length)));
        // Of these, the blanks that are taken up latest.
        const blanks = (chains: readonly (readonly number[])[]) => {
          const chainOf = new Map(chains.flatMap((chain, at) => chain.map((one) => [one, at] as const)));
          const opened: number[] = [];
          const numbers = own.order.map((candidate) => {
            const chain = chainOf.get(candidate) ?? -1;
            if (!opened.includes(chain)) opened.push(chain);
            return opened.indexOf(chain);
          });
          return figuresOf({ order: own.order, blanks: numbers }, candidates, costs).blanks.expected;
        };
        expect(figuresOf(own, candidates, costs).blanks.expected).toBeCloseTo(
          Math.min(...ways.map(blanks)),
          9,
        );
      }),
      { numRuns: 100 },
    );
  });

  /** The least expected cost over every order of trying and every blank that each may be cut on. */
  function cheapest(order: ReturnType<typeof cutOrderOf>, candidates: readonly Candidate[]): number {
    const go = (tried: number, blanks: readonly number[], unsolved: number): number => {
      let least = tried === (1 << candidates.length) - 1 ? 0 : Number.POSITIVE_INFINITY;
      for (const [candidate, { probability }] of candidates.entries()) {
        if ((tried & (1 << candidate)) !== 0) continue;
        const paid = (cost: number, next: readonly number[]) =>
          cost * unsolved + go(tried | (1 << candidate), next, unsolved - probability);
        least = Math.min(least, paid(costs.tried + costs.blank, [...blanks, candidate]));
        for (const [at, last] of blanks.entries())
          if (mayFollow(order, last, candidate))
            least = Math.min(
              least,
              paid(
                costs.tried,
                blanks.map((one, other) => (other === at ? candidate : one)),
              ),
            );
      }
      return least;
    };
    return go(0, [], 1);
  }

  it('cost no more than any of the ways there are, and never less than their bound', () => {
    fc.assert(
      fc.property(drawn(1, 5), recuts, (candidates, recut) => {
        const order = cutOrderOf(blade, recut, candidates);
        const own = leastCost(order, candidates, costs, []);
        expectSound(own, candidates, recut);
        const { expected } = figuresOf(own, candidates, costs).cost;
        const least = cheapest(order, candidates);
        expect(own.bound).toBeLessThanOrEqual(least + 1e-9);
        expect(expected).toBeGreaterThanOrEqual(least - 1e-9);
        expect(costBound(order, candidates, costs)).toBeLessThanOrEqual(least + 1e-9);
      }),
      { numRuns: 60 },
    );
    fc.assert(
      fc.property(drawn(15, 40), recuts, (candidates, recut) => {
        const order = cutOrderOf(blade, recut, candidates);
        const others = [fewestBlanks(order, candidates), fewestTries(order, candidates)];
        const own = leastCost(order, candidates, costs, others);
        expectSound(own, candidates, recut);
        expectSound(heaviestFirst(order, candidates), candidates, recut);
        const cost = (plan: TryPlan) => figuresOf(plan, candidates, costs).cost.expected;
        for (const other of others) expect(cost(own)).toBeLessThanOrEqual(cost(other) + 1e-9);
        expect(own.bound).toBeLessThanOrEqual(cost(own) + 1e-9);
      }),
      { numRuns: 60 },
    );
  });
});
