import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { adviseRoute } from './advice';
import { firstTry, orderAttempts } from './attempt-order';
import { firstCostMinor, type RouteRequest } from './route';
import { findRoutes } from './routes';
import { key, situation } from './test-keys';
import { fullTool, method, platform, request, right, van } from './test-platform';
import { totalMinutes } from './work-time';

const orderOf = (more: Partial<RouteRequest> = {}) => {
  const asked = request(more);
  return orderAttempts(findRoutes(asked), asked);
};
const kinds = (more: Partial<RouteRequest> = {}) => orderOf(more).steps.map(({ kind }) => kind);
const lost = situation([key(1, { presence: 'lost' })]);
const dealer = { name: 'Dealer', totalMinor: 41_000, workingDays: 4, tow: true, towMinor: 0 };

describe('the order of attempts', () => {
  it('ends at the dealer where there is one', () => {
    expect(kinds({ dealer }).at(-1)).toBe('dealer');
    expect(kinds({ situation: lost, dealer })).toEqual(['aklAdd', 'aklErase', 'dealer']);
  });

  it('does not try what only mends or learns a remote', () => {
    const mends = platform({ methods: [method('remote'), method('add')] });
    const worn = situation([key(1, { faults: ['wornButtons', 'deadRemote'] })]);
    expect(kinds({ platform: mends, situation: worn })).toEqual(['add']);
  });

  it('pays for a PIN once, by whichever comes first', () => {
    const both = platform({
      pinSources: ['codeService'],
      methods: [method('add', { needsPin: true }), method('aklAdd', { needsPin: true })],
    });
    const { steps } = orderOf({ platform: both });
    const plain = orderOf({
      platform: platform({ methods: both.methods.map((one) => ({ ...one, needsPin: false })) }),
    });
    expect((steps[0]?.costMinor ?? 0) - (plain.steps[0]?.costMinor ?? 0)).toBe(3200 + 2200);
    expect(steps[1]?.costMinor).toBe(plain.steps[1]?.costMinor);
  });

  it('counts the use of a right once for all that hang on it', () => {
    const tool = { ...fullTool, cover: fullTool.cover.map((cover) => ({ ...cover, right: 'Credits' })) };
    const paid = van({ tools: [tool], rights: [right({ name: 'Credits', useMinor: 2500, credits: 4 })] });
    const [first, second] = orderOf({ van: paid }).steps;
    const free = orderOf({ van: van() }).steps;
    expect((first?.costMinor ?? 0) - (free[0]?.costMinor ?? 0)).toBe(2500);
    expect(second?.costMinor).toBe(free[1]?.costMinor);
  });

  it('leaves out what a failure before it has closed off, and says so', () => {
    const erasing = platform({
      methods: [
        method('replace', { sessionP50Minutes: 1, chance: 0.99 }),
        method('bench', { sessionP50Minutes: 600, chance: 0.1 }),
      ],
    });
    const { steps, left } = orderOf({ platform: erasing, situation: lost });
    expect(steps.map(({ kind }) => kind)).toEqual(['replace']);
    expect(left).toEqual([{ kind: 'bench', why: 'closed off by what goes before it' }]);
  });

  it('reckons the tow to the dealer once an erase has failed', () => {
    const near = { ...dealer, tow: false, towMinor: 9000 };
    const erases = platform({ methods: [method('aklErase', { chance: 0.5 })] });
    const [first, second] = orderOf({ platform: erases, dealer: near }).steps;
    expect([first?.kind, second?.kind]).toEqual(['aklErase', 'dealer']);
    expect(second?.costMinor).toBe(41_000 + 9000);
    const adds = platform({ methods: [method('add', { chance: 0.5 })] });
    expect(orderOf({ platform: adds, dealer: near }).steps.at(-1)?.costMinor).toBe(41_000);
  });

  it('counts the cash of what is tried after a failure, once it has failed', () => {
    const two = platform({ methods: [method('aklAdd'), method('bench', { article: 'LEAD-1' })] });
    const money = { ...request().money, articleMinor: { 'LEAD-1': 2000 } };
    const asked = request({ platform: two, situation: lost, money });
    const first = firstTry('aklAdd', findRoutes(asked), asked);
    expect(first.next).toBe('bench');
    expect(first.cashMinor).toBeCloseTo(2000, 6);
    expect(firstTry('bench', findRoutes(asked), asked).cashMinor).toBe(0);
  });

  it('turns to the erase where keys were stolen, and to what the customer chose', () => {
    expect(kinds({ situation: lost, stolen: true })[0]).toBe('aklErase');
    expect(kinds({ situation: lost, chosen: { missing: 'erase' } })[0]).toBe('aklErase');
    expect(kinds({ situation: lost, chosen: { missing: 'keep' } })[0]).toBe('aklAdd');
    expect(kinds({ chosen: { missing: 'erase' } })[0]).toBe('add');
    const copies = platform({ methods: [method('add'), method('cloneDirect', { sessionP50Minutes: 40 })] });
    expect(kinds({ platform: copies })[0]).toBe('add');
    expect(kinds({ platform: copies, chosen: { copy: 'clone' } })[0]).toBe('cloneDirect');
  });

  it('goes on after what failed: that is left out, its PIN is paid, and the socket is likelier dead', () => {
    const before = orderAttempts(findRoutes(request()), request());
    const [first, second] = before.steps;
    if (!first || !second) throw new Error('two steps expected');
    const asked = request({ failed: [first.kind] });
    const routes = findRoutes(asked);
    const after = orderAttempts(routes, asked);
    expect(after.steps.map(({ kind }) => kind)).toEqual(before.steps.slice(1).map(({ kind }) => kind));
    expect(after.steps[0]?.chance).toBeCloseTo(second.chance, 9);
    expect(routes.find(({ kind }) => kind === second.kind)?.works).toBeCloseTo(second.chance, 9);
    expect(after.left).toContainEqual({ kind: first.kind, why: 'was tried, and failed' });
    expect(adviseRoute(routes, asked)?.kind).toBe(second.kind);
  });

  it('never holds a refused route, and its chance is that of its steps', () => {
    const drawn = fc.record({
      here: fc.nat(3),
      gone: fc.nat(3),
      wanted: fc.integer({ min: 1, max: 3 }),
      known: fc.option(fc.nat(9), { nil: 'notRead' as const }),
      stolen: fc.boolean(),
      withDealer: fc.boolean(),
    });
    fc.assert(
      fc.property(drawn, ({ here, gone, wanted, known, stolen, withDealer }) => {
        const keys = [
          ...Array.from({ length: here }, (_, at) => key(at + 1)),
          ...Array.from({ length: gone }, (_, at) => key(here + at + 1, { presence: 'lost' })),
        ];
        const asked = request({
          situation: situation(keys, { wanted, memory: { knownCount: known, maximum: 8, minimum: 1 } }),
          stolen,
          dealer: withDealer ? dealer : null,
        });
        const routes = findRoutes(asked);
        const { steps, chance, expectedMinor } = orderAttempts(routes, asked);
        for (const { kind } of steps)
          expect(routes.find((route) => route.kind === kind)?.verdict.feasible).toBe(true);
        expect(1 - steps.reduce((fails, step) => fails * (1 - step.chance), 1)).toBeCloseTo(chance, 9);
        expect(expectedMinor).toBeGreaterThanOrEqual(0);
        expect(adviseRoute(routes, asked)?.kind).toBe(steps[0]?.kind);
        const [first, ...rest] = steps;
        if (!first) return;
        // What the order says of its first step is what its card says.
        const { cost } = routes.find(({ kind }) => kind === first.kind) ?? {};
        expect(first.costMinor).toBe(cost && firstCostMinor(cost));
        const one = firstTry(first.kind, routes, asked);
        expect(one.works).toBeCloseTo(first.chance, 9);
        expect(one.next).toBe(rest[0]?.kind ?? null);
        // What follows the first is reached as often as it fails.
        const minutes = rest.reduce((sum, { kind, reached }) => {
          const time = routes.find((route) => route.kind === kind)?.time;
          return sum + (time ? (reached / (1 - first.chance)) * totalMinutes(time, 'p50') : 0);
        }, 0);
        expect(one.minutes).toBeCloseTo(minutes, 6);
      }),
      { numRuns: 200 },
    );
  });
});
