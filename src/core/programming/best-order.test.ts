import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bestOrder, type OrderRequest } from './best-order';

/** The plain way: every order of every subset, each reckoned from its joint probabilities. */
function bruteForce({ tries, setUps = {}, causes = {}, giveUp }: OrderRequest): number {
  let best = giveUp;
  const walk = (order: readonly number[]) => {
    best = Math.min(best, costOf(order));
    for (const at of tries.keys()) {
      if (order.includes(at)) continue;
      if (order.some((done) => tries[done]?.closes?.includes(tries[at]?.id ?? ''))) continue;
      walk([...order, at]);
    }
  };
  /** Sums over every combination of common causes being there or not. */
  function costOf(order: readonly number[]): number {
    const names = Object.keys(causes);
    let expected = 0;
    for (let world = 0; world < 1 << names.length; world += 1) {
      const there = (name: string | undefined) =>
        name !== undefined && (world & (1 << names.indexOf(name))) !== 0;
      const weight = names.reduce(
        (product, name) => product * (there(name) ? (causes[name] ?? 0) : 1 - (causes[name] ?? 0)),
        1,
      );
      let reached = 1;
      let cost = 0;
      const paid = new Set<string>();
      for (const at of order) {
        const one = tries[at];
        if (!one) continue;
        const dearer = one.dearerAfter?.tries.some((id) =>
          order.slice(0, order.indexOf(at)).includes(Number(id)),
        );
        cost += reached * (one.cost + (dearer ? (one.dearerAfter?.by ?? 0) : 0));
        for (const name of one.setUps ?? []) {
          if (!paid.has(name)) cost += reached * (setUps[name] ?? 0);
          paid.add(name);
        }
        reached *= there(one.cause) ? 1 : 1 - one.chance;
      }
      expected += weight * (cost + reached * giveUp);
    }
    return expected;
  }
  walk([]);
  return best;
}

const request = fc
  .record({
    tries: fc.array(
      fc.record({
        cost: fc.integer({ min: 0, max: 400 }),
        chance: fc.integer({ min: 0, max: 100 }).map((percent) => percent / 100),
        setUps: fc.subarray(['pin', 'credit']),
        closes: fc.subarray(['0', '1', '2', '3', '4', '5', '6'], { maxLength: 2 }),
        cause: fc.option(fc.constantFrom('no link', 'wrong module'), { nil: undefined }),
        dearerAfter: fc.record({
          tries: fc.subarray(['0', '1', '2', '3', '4', '5', '6'], { maxLength: 2 }),
          by: fc.integer({ min: 0, max: 300 }),
        }),
      }),
      { maxLength: 7 },
    ),
    pin: fc.integer({ min: 0, max: 200 }),
    credit: fc.integer({ min: 0, max: 90 }),
    noLink: fc.integer({ min: 0, max: 95 }),
    wrongModule: fc.integer({ min: 0, max: 60 }),
    giveUp: fc.integer({ min: 0, max: 3000 }),
  })
  .map(
    ({ tries, pin, credit, noLink, wrongModule, giveUp }): OrderRequest => ({
      tries: tries.map(({ cause, ...one }, at) => ({ id: String(at), ...one, ...(cause && { cause }) })),
      setUps: { pin, credit },
      causes: { 'no link': noLink / 100, 'wrong module': wrongModule / 100 },
      giveUp,
    }),
  );

describe('bestOrder', () => {
  it('is as good as every order of every subset, with closing pairs, shared set-up, common causes and what gets dearer', () => {
    fc.assert(
      fc.property(request, (drawn) => {
        expect(bestOrder(drawn).expectedCost).toBeCloseTo(bruteForce(drawn), 6);
      }),
      { numRuns: 150 },
    );
  });

  it('costs what its steps say', () => {
    fc.assert(
      fc.property(request, (drawn) => {
        const { steps, expectedCost, chance } = bestOrder(drawn);
        const spent = steps.reduce((sum, { cost, reached }) => sum + reached * cost, 0);
        expect(spent + (1 - chance) * drawn.giveUp).toBeCloseTo(expectedCost, 6);
      }),
    );
  });

  it('goes by cost over chance where nothing hangs together', () => {
    const independent = fc.array(
      fc.record({
        cost: fc.integer({ min: 1, max: 400 }),
        chance: fc.integer({ min: 1, max: 99 }).map((percent) => percent / 100),
      }),
      { minLength: 1, maxLength: 8 },
    );
    fc.assert(
      fc.property(independent, (drawn) => {
        const tries = drawn.map((one, at) => ({ id: String(at), ...one }));
        const { steps } = bestOrder({ tries, giveUp: 1e6 });
        expect(steps).toHaveLength(tries.length);
        const ratios = steps.map(({ cost, chance }) => cost / chance);
        for (const [at, ratio] of ratios.entries())
          if (at > 0) expect(ratio).toBeGreaterThanOrEqual((ratios[at - 1] ?? 0) - 1e-6);
      }),
    );
  });

  it('stops where the next try costs more than it can save', () => {
    const { steps, expectedCost } = bestOrder({
      tries: [
        { id: 'cheap', cost: 10, chance: 0.5 },
        { id: 'dear', cost: 90, chance: 0.5 },
      ],
      giveUp: 100,
    });
    expect(steps.map(({ id }) => id)).toEqual(['cheap']);
    expect(expectedCost).toBe(60);
  });

  it('leaves an erase to the end when it would close the add', () => {
    const tries = [
      { id: 'erase', cost: 20, chance: 0.8, closes: ['add'] },
      { id: 'add', cost: 30, chance: 0.8 },
    ];
    expect(bestOrder({ tries, giveUp: 1000 }).steps.map(({ id }) => id)).toEqual(['add', 'erase']);
  });

  it('turns away from a cause that failures point to', () => {
    const { steps } = bestOrder({
      tries: [
        { id: 'socket one', cost: 10, chance: 0.9, cause: 'no link' },
        { id: 'socket two', cost: 12, chance: 0.9, cause: 'no link' },
        { id: 'bench', cost: 60, chance: 0.9 },
      ],
      causes: { 'no link': 0.3 },
      giveUp: 1000,
    });
    expect(steps.map(({ id }) => id)).toEqual(['socket one', 'bench', 'socket two']);
  });

  it('refuses more tries than it can weigh', () => {
    const tries = Array.from({ length: 13 }, (_, at) => ({ id: String(at), cost: 1, chance: 0.5 }));
    expect(() => bestOrder({ tries, giveUp: 1 })).toThrow(/up to 12/);
  });
});
