import {
  type Candidate,
  type ChainCover,
  type CutOrder,
  chainsInTurn,
  fewestChains,
  linear,
  mayFollow,
} from './chains';
import { exactFewestBlanks, exactLeastCost, exactTo, isBegun, type TryCosts } from './exact';

/** In which order candidates are tried, and which blank each is cut on. */
export interface TryPlan {
  /** Candidates in the order of trying. */
  readonly order: readonly number[];
  /** For each of them the blank, counted from 0 as they are taken up. */
  readonly blanks: readonly number[];
}

export interface PlanFigures {
  readonly blanks: { readonly worst: number; readonly expected: number };
  readonly tries: { readonly worst: number; readonly expected: number };
  readonly cost: { readonly worst: number; readonly expected: number };
}

/**
 * Worst and expected blanks, tries and cost, given that the true bitting is among the candidates. Blanks that were begun are
 * neither taken up nor tried.
 */
export function figuresOf(
  { order, blanks }: TryPlan,
  candidates: readonly Candidate[],
  { blank, tried }: TryCosts,
): PlanFigures {
  const total = candidates.reduce((sum, { probability }) => sum + probability, 0);
  const taken = new Set<number>();
  let [expectedBlanks, expectedTries, opened, tries] = [0, 0, 0, 0];
  for (const [at, candidate] of order.entries()) {
    const own = blanks[at] ?? 0;
    const begun = candidates[candidate]?.begun === true;
    if (!taken.has(own) && !begun) opened += 1;
    taken.add(own);
    if (begun) continue;
    tries += 1;
    const share = (candidates[candidate]?.probability ?? 0) / (total || 1);
    expectedBlanks += share * opened;
    expectedTries += share * tries;
  }
  const cost = (ofBlanks: number, ofTries: number) => ofBlanks * blank + ofTries * tried;
  return {
    blanks: { worst: opened, expected: expectedBlanks },
    tries: { worst: tries, expected: expectedTries },
    cost: { worst: cost(opened, tries), expected: cost(expectedBlanks, expectedTries) },
  };
}

/** The plan that uses the fewest blanks, with its certificate. */
export interface FewestBlanks extends TryPlan {
  /** As many candidates of which none can be cut from another. */
  readonly antichain: readonly number[];
}

/**
 * The fewest blanks there can be, and of the covers that are as small the one with the fewest expected: exactly to 14
 * candidates, beyond that by swapping tails while it helps. Blanks that were begun first, then chains by falling probability.
 * @param onProgress the share of candidates that are matched with one to be cut from, 0 to 1
 */
export function fewestBlanks(
  order: CutOrder,
  candidates: readonly Candidate[],
  onProgress?: (share: number) => void,
): FewestBlanks {
  const { chains, antichain } = fewestChains(order, onProgress);
  if (candidates.length <= exactTo) {
    return { ...inOrder(exactFewestBlanks(order, candidates)), antichain };
  }
  return { ...inChains(swapTails(order, chains, candidates), candidates), antichain };
}

/** Blanks that were begun, then candidates by falling probability, and for that order the fewest blanks, taken up as late as can be. */
export function fewestTries(order: CutOrder, candidates: readonly Candidate[]): TryPlan {
  const turn = byProbability(candidates);
  const chainOf = new Int32Array(candidates.length);
  for (const [chain, held] of chainsInTurn(order, turn).entries())
    for (const candidate of held) chainOf[candidate] = chain;
  return named(turn, (candidate) => chainOf[candidate] ?? 0);
}

/** So many pairs are gone through for likeliest chains: about half a second. */
const pairsWeighed = 40_000_000;

/** The likeliest chain there is, then the likeliest of what is left, and so on; the rest in as few as can be. */
export function heaviestFirst(order: CutOrder, candidates: readonly Candidate[]): TryPlan {
  const mostChains = Math.max(1, Math.floor(pairsWeighed / Math.max(1, candidates.length) ** 2));
  const left = new Set(candidates.keys());
  const chains: number[][] = [];
  while (left.size > 0 && chains.length < mostChains) {
    const chain = heaviestChain(order, candidates, left);
    chains.push(chain);
    for (const candidate of chain) left.delete(candidate);
  }
  if (left.size > 0) {
    const rest = [...left];
    const part = partOf(order, rest);
    chains.push(...fewestChains(part).chains.map((chain) => chain.map((at) => rest[at] ?? 0)));
  }
  return inChains(chains, candidates);
}

export interface LeastCost extends TryPlan {
  /** Expected cost that no plan can be under, one that takes turns between blanks neither. */
  readonly bound: number;
}

/** The least expected cost: exact to 14 candidates among plans that finish one blank before the next, beyond that the best of three ways. */
export function leastCost(
  order: CutOrder,
  candidates: readonly Candidate[],
  costs: TryCosts,
  others: readonly TryPlan[],
): LeastCost {
  const expected = (plan: TryPlan) => figuresOf(plan, candidates, costs).cost.expected;
  if (candidates.length <= exactTo) {
    const plan = inOrder(exactLeastCost(order, candidates, costs));
    return { ...plan, bound: Math.min(expected(plan), costBound(order, candidates, costs)) };
  }
  const all = [...others, heaviestFirst(order, candidates)];
  const best = all.reduce((a, b) => (expected(b) < expected(a) ? b : a));
  return { ...best, bound: Math.min(expected(best), costBound(order, candidates, costs)) };
}

/**
 * What no plan is under: tries by falling probability, and of the blanks the first, then each further one that even chains
 * as likely as the likeliest would leave to be needed.
 */
export function costBound(
  order: CutOrder,
  candidates: readonly Candidate[],
  { blank, tried }: TryCosts,
): number {
  const total = candidates.reduce((sum, { probability }) => sum + probability, 0) || 1;
  const tries = byProbability(candidates)
    .filter((candidate) => !candidates[candidate]?.begun)
    .reduce((sum, candidate, at) => sum + ((candidates[candidate]?.probability ?? 0) / total) * (at + 1), 0);
  const begun = candidates.filter((one) => one.begun).length;
  const heaviest = massOf(heaviestChain(order, candidates, new Set(candidates.keys())), candidates) / total;
  let blanks = 0;
  for (let used = 0; used < candidates.length; used += 1) {
    const unsolved = Math.max(0, 1 - (begun + used) * heaviest);
    if (unsolved <= 0) break;
    blanks += unsolved;
  }
  return blanks * blank + tries * tried;
}

/** Swaps what follows in two chains wherever that makes the likelier of them likelier; their number stays. */
function swapTails(
  order: CutOrder,
  chains: readonly (readonly number[])[],
  candidates: readonly Candidate[],
): number[][] {
  const now = chains.map((chain) => [...chain]);
  let looks = mostLooks;
  for (let changed = true; changed && looks > 0; ) {
    changed = false;
    for (let one = 0; one < now.length && looks > 0; one += 1)
      for (let other = one + 1; other < now.length && looks > 0; other += 1) {
        looks -= (now[one]?.length ?? 0) * (now[other]?.length ?? 0);
        const better = bestSwap(order, now[one] ?? [], now[other] ?? [], candidates);
        if (!better) continue;
        [now[one], now[other]] = better;
        changed = true;
      }
  }
  return now;
}

/** Pairs of places that are weighed at most. */
const mostLooks = 4_000_000;

function bestSwap(
  order: CutOrder,
  one: readonly number[],
  other: readonly number[],
  candidates: readonly Candidate[],
): [number[], number[]] | null {
  const heads = (chain: readonly number[]) => {
    const sums = [0];
    for (const candidate of chain) sums.push((sums.at(-1) ?? 0) + (candidates[candidate]?.probability ?? 0));
    return sums;
  };
  const [a, b] = [heads(one), heads(other)];
  const [massA, massB] = [a.at(-1) ?? 0, b.at(-1) ?? 0];
  let [most, atOne, atOther] = [Math.max(massA, massB) + 1e-12, -1, -1];
  const joins = (head: readonly number[], at: number, tail: readonly number[], from: number) =>
    from >= tail.length || (at >= 0 && mayFollow(order, head[at] ?? 0, tail[from] ?? 0));
  // Each keeps a head of its own, so that none is emptied.
  for (let i = 0; i < one.length; i += 1)
    for (let j = 0; j < other.length; j += 1) {
      const crossed = (a[i + 1] ?? 0) + massB - (b[j + 1] ?? 0);
      const likelier = Math.max(crossed, massA + massB - crossed);
      if (likelier > most && joins(one, i, other, j + 1) && joins(other, j, one, i + 1))
        [most, atOne, atOther] = [likelier, i, j];
    }
  return atOne < 0
    ? null
    : [
        [...one.slice(0, atOne + 1), ...other.slice(atOther + 1)],
        [...other.slice(0, atOther + 1), ...one.slice(atOne + 1)],
      ];
}

function heaviestChain(
  order: CutOrder,
  candidates: readonly Candidate[],
  among: ReadonlySet<number>,
): number[] {
  const sorted = linear(order).filter((candidate) => among.has(candidate));
  const best = new Float64Array(candidates.length);
  const from = new Int32Array(candidates.length).fill(-1);
  let top = sorted[0] ?? 0;
  for (const [at, candidate] of sorted.entries()) {
    // A blank that was begun adds nothing but is rather gone on with than left.
    best[candidate] =
      (best[candidate] ?? 0) +
      (candidates[candidate]?.probability ?? 0) +
      (candidates[candidate]?.begun ? 1e-12 : 0);
    if ((best[candidate] ?? 0) > (best[top] ?? 0)) top = candidate;
    for (const later of sorted.slice(at + 1))
      if ((best[candidate] ?? 0) > (best[later] ?? 0) && mayFollow(order, candidate, later)) {
        best[later] = best[candidate] ?? 0;
        from[later] = candidate;
      }
  }
  const chain: number[] = [];
  for (let at = top; at >= 0; at = from[at] ?? -1) chain.unshift(at);
  return chain;
}

function partOf(order: CutOrder, among: readonly number[]): CutOrder {
  const words = Math.ceil(among.length / 32);
  const rows = new Uint32Array(among.length * words);
  for (const [a, one] of among.entries())
    for (const [b, other] of among.entries())
      if (a !== b && mayFollow(order, one, other))
        rows[a * words + (b >> 5)] = (rows[a * words + (b >> 5)] ?? 0) | (1 << (b & 31));
  return { count: among.length, words, rows };
}

function byProbability(candidates: readonly Candidate[]): number[] {
  const first = (at: number) => (candidates[at]?.begun ? 1 : 0);
  return [...candidates.keys()].sort(
    (a, b) =>
      first(b) - first(a) || (candidates[b]?.probability ?? 0) - (candidates[a]?.probability ?? 0) || a - b,
  );
}

const massOf = (chain: readonly number[], candidates: readonly Candidate[]) =>
  chain.reduce((sum, candidate) => sum + (candidates[candidate]?.probability ?? 0), 0);

/** Blanks that were begun, since they cost nothing more, then chains by falling probability, one blank after the other. */
function inChains(chains: ChainCover['chains'], candidates: readonly Candidate[]): TryPlan {
  const first = (chain: readonly number[]) => (isBegun(chain, candidates) ? 1 : 0);
  return inOrder(
    [...chains].sort((a, b) => first(b) - first(a) || massOf(b, candidates) - massOf(a, candidates)),
  );
}

function inOrder(chains: ChainCover['chains']): TryPlan {
  return { order: chains.flat(), blanks: chains.flatMap((chain, at) => chain.map(() => at)) };
}

/** Blanks numbered as they are taken up. */
function named(order: readonly number[], chainOf: (candidate: number) => number): TryPlan {
  const numbers = new Map<number, number>();
  const blanks = order.map((candidate) => {
    const chain = chainOf(candidate);
    const known = numbers.get(chain) ?? numbers.size;
    numbers.set(chain, known);
    return known;
  });
  return { order, blanks };
}
