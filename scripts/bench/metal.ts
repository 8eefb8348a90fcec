// What the order of trying and the reading of pellets are worth, and how long the chain cover takes.
import { cutOrderOf, fewestChains, mayFollow } from '@/core/blade/progression/chains';
import { type PlanKind, planKinds, planRest } from '@/core/blade/progression/plan-rest';
import { afterTries } from '@/core/blade/progression/tries';
import { spacesOf } from '@/core/blade/spec';
import { drawCodeRows } from '@/core/catalogue/code-rows';
import type { Recut } from '@/core/catalogue/lists/keys';
import { pick, type Random, seededRandom } from '@/core/kinds/random';
import { type DrillKeyway, drillKeyways } from '../../tests/support/blade-drill';
import { drillLadder, drillMeter, pelletFigures } from '../../tests/support/pellet-drill';

/** Different bittings of a keyway of eleven spaces and four depths, each as likely. */
function drawnCandidates(count: number) {
  const rows = drawCodeRows({ name: 'chains', spaces: 11, depths: 4, macs: 2, count: 4 * count });
  const different = [...new Map(rows.map((row) => [row.join(), row])).values()].slice(0, count);
  return different.map((bitting) => ({ bitting, probability: 1 / different.length }));
}

const blade = {
  rows: [
    {
      spacesMm: Array.from({ length: 11 }, (_, at) => 2 + 2.4 * at),
      cuts: [0, 0.4, 0.8, 1.2],
    },
  ],
  measure: 'mm' as const,
  stop: 'tip' as const,
  macs: 2,
  cutter: null,
};

/** The plain way: every pair is compared space by space, then each candidate looks for a follower by augmenting paths. */
function plainChains(bittings: readonly (readonly number[])[]): number {
  const after = bittings.map((one) =>
    bittings.flatMap((other, at) =>
      other !== one && one.every((depth, space) => (other[space] ?? 0) >= depth) ? [at] : [],
    ),
  );
  const before = new Map<number, number>();
  const augment = (from: number, seen: Set<number>): boolean => {
    for (const to of after[from] ?? []) {
      if (seen.has(to)) continue;
      seen.add(to);
      const owner = before.get(to);
      if (owner === undefined || augment(owner, seen)) {
        before.set(to, from);
        return true;
      }
    }
    return false;
  };
  let matched = 0;
  for (const from of bittings.keys()) if (augment(from, new Set())) matched += 1;
  return bittings.length - matched;
}

function chainTimes(count: number) {
  const candidates = drawnCandidates(count);
  globalThis.gc?.();
  const memory = process.memoryUsage();
  const held = memory.heapUsed + memory.arrayBuffers;
  let start = performance.now();
  const order = cutOrderOf(blade, ['deeper'], candidates);
  const { chains } = fewestChains(order);
  const ours = performance.now() - start;
  const now = process.memoryUsage();
  const grown = (now.heapUsed + now.arrayBuffers - held) / 1e6;
  start = performance.now();
  const plain = plainChains(candidates.map(({ bitting }) => bitting));
  const theirs = performance.now() - start;
  return {
    candidates: candidates.length,
    ours: Math.round(ours),
    plain: Math.round(theirs),
    ratio: Number((theirs / ours).toFixed(1)),
    grownMb: Number(Math.max(0, grown).toFixed(1)),
    same: chains.length === plain,
  };
}

const readings = 200;
const costs = { blank: 400, tried: 750 };

interface Worked {
  readonly blanks: number;
  readonly tries: number;
  readonly cost: number;
}

/**
 * A partial reading of a key of a series: spaces that were not read, and of those that were one in four unsure between two
 * depths. Which codes fit it, in the order in which the list has them, each as likely as its unsure spaces make it.
 */
function partialReading(random: Random, { series, blade: own }: DrillKeyway) {
  const [{ cuts } = { cuts: [] }] = spacesOf(own);
  for (;;) {
    const truth = pick(random, series);
    const read = truth.map((depth) => {
      if (random() > 0.68) return null;
      if (random() > 0.25) return { depth, other: 0, sure: 1 };
      const other = depth < cuts.length ? depth + 1 : depth - 1;
      return random() < 0.75 ? { depth, other, sure: 0.75 } : { depth: other, other: depth, sure: 0.75 };
    });
    const weigh = (row: readonly number[]) =>
      read.reduce((product, one, space) => {
        if (one === null) return product;
        return product * (row[space] === one.depth ? one.sure : row[space] === one.other ? 1 - one.sure : 0);
      }, 1);
    const different = [...new Map(series.map((row) => [row.join(), row])).values()];
    const fits = different.map((bitting) => ({ bitting, probability: weigh(bitting) }));
    const left = fits.filter(({ probability }) => probability > 0);
    const sum = left.reduce((all, { probability }) => all + probability, 0);
    if (left.length >= 2 && left.length <= 250)
      return left.map((one) => ({ ...one, probability: one.probability / sum }));
  }
}

/** Working the list from its top: the blank in hand where it can be cut on, else a new one. */
function fromTheTop(
  keyway: DrillKeyway,
  recut: readonly Recut[],
  candidates: ReturnType<typeof partialReading>,
): Worked {
  const order = cutOrderOf(keyway.blade, recut, candidates);
  let [blanks, expectedBlanks, expectedTries] = [0, 0, 0];
  for (const [at, { probability }] of candidates.entries()) {
    if (at === 0 || !mayFollow(order, at - 1, at)) blanks += 1;
    expectedBlanks += blanks * probability;
    expectedTries += (at + 1) * probability;
  }
  return {
    blanks: expectedBlanks,
    tries: expectedTries,
    cost: expectedBlanks * costs.blank + expectedTries * costs.tried,
  };
}

function planFigures(say: (words: string) => void) {
  say('plans over partial readings');
  const random = seededRandom('partial readings');
  const keyways = drillKeyways();
  const sums: Record<PlanKind | 'top', { blanks: number; tries: number; cost: number; worst: number }> = {
    top: { blanks: 0, tries: 0, cost: 0, worst: 0 },
    fewestBlanks: { blanks: 0, tries: 0, cost: 0, worst: 0 },
    fewestTries: { blanks: 0, tries: 0, cost: 0, worst: 0 },
    leastCost: { blanks: 0, tries: 0, cost: 0, worst: 0 },
  };
  let candidatesInAll = 0;
  let bounds = 0;
  const times: number[] = [];
  for (let at = 0; at < readings; at += 1) {
    const keyway = keyways[at % keyways.length];
    if (!keyway) continue;
    const recut = keyway.blade.rows.map(
      (): Recut => (keyway.blade.measure === 'degrees' ? 'never' : 'deeper'),
    );
    const candidates = partialReading(random, keyway);
    candidatesInAll += candidates.length;
    const start = performance.now();
    const { plans, bound } = planRest(keyway.blade, recut, candidates, afterTries(candidates, []), costs);
    times.push(performance.now() - start);
    bounds += bound;
    for (const kind of planKinds) {
      const { blanks, tries, cost } = plans[kind];
      sums[kind].blanks += blanks.expected;
      sums[kind].worst += blanks.worst;
      sums[kind].tries += tries.expected;
      sums[kind].cost += cost.expected;
    }
    const top = fromTheTop(keyway, recut, candidates);
    sums.top.blanks += top.blanks;
    sums.top.tries += top.tries;
    sums.top.cost += top.cost;
  }
  const mean = (value: number) => Number((value / readings).toFixed(2));
  return {
    readings,
    candidates: mean(candidatesInAll),
    bound: mean(bounds),
    times,
    rows: Object.entries(sums).map(([plan, { blanks, tries, cost, worst }]) => ({
      plan,
      blanks: mean(blanks),
      worst: plan === 'top' ? null : mean(worst),
      tries: mean(tries),
      cost: mean(cost),
    })),
  };
}

const pellets = 2000;

function pelletRows(say: (words: string) => void) {
  say('pellets');
  const poor = { ...drillMeter, name: 'poor', accuracyPercent: 3, accuracyDigits: 5, leadOhms: 12 };
  const rows = [];
  for (const tolerancePercent of [5, 10])
    for (const meter of [drillMeter, poor])
      for (const count of [1, 3])
        rows.push({
          tolerancePercent,
          meter: `${meter.accuracyPercent} % + ${meter.accuracyDigits} digits, leads ${meter.leadOhms} Ω`,
          readings: count,
          ...pelletFigures({ ...drillLadder, tolerancePercent }, meter, count, pellets),
        });
  return rows;
}

export function measureMetal(say: (words: string) => void) {
  say('chain covers');
  // The first one warms the machine up.
  chainTimes(500);
  const { times, ...plans } = planFigures(say);
  const sorted = [...times].sort((a, b) => a - b);
  return {
    chains: [2000, 5000].map(chainTimes),
    plans: {
      ...plans,
      worstMs: Math.round(sorted.at(-1) ?? 0),
      p50Ms: Math.round(sorted[sorted.length >> 1] ?? 0),
    },
    pellets: pelletRows(say),
  };
}
