import { type Candidate, type CutOrder, linear, mayFollow } from './chains';

/** Up to so many candidates the fewest expected blanks and the least cost are found exactly. */
export const exactTo = 14;

/** What blanks and tries cost, in any one unit. */
export interface TryCosts {
  readonly blank: number;
  readonly tried: number;
}

/** The chains of the plan with the least expected cost, each blank finished before the next is taken up; one begun costs no more. */
export function exactLeastCost(
  order: CutOrder,
  candidates: readonly Candidate[],
  costs: TryCosts,
): number[][] {
  return leastOver(subsetsOf(order, candidates), candidates, costs);
}

/** The chains of the plan with the fewest blanks, and of those with the fewest expected. */
export function exactFewestBlanks(order: CutOrder, candidates: readonly Candidate[]): number[][] {
  const subsets = subsetsOf(order, candidates);
  const fewest = fewestAfter(subsets, candidates);
  const taken = (chain: number) => blanksFor(subsets, candidates, chain);
  return leastOver(
    subsets,
    candidates,
    { blank: 1, tried: 0 },
    (done, chain) => (fewest[done | chain] ?? 0) + taken(chain) === fewest[done],
  );
}

/** All subsets of up to 14 candidates: what each holds, and in which order it can be cut on one blank. */
interface Subsets {
  readonly full: number;
  readonly masses: Float64Array;
  /** Null where it is no chain. */
  readonly chains: readonly (readonly number[] | null)[];
}

function subsetsOf(order: CutOrder, candidates: readonly Candidate[]): Subsets {
  const full = (1 << candidates.length) - 1;
  const masses = new Float64Array(full + 1);
  const chains: (readonly number[] | null)[] = [null];
  const sorted = linear(order);
  for (let set = 1; set <= full; set += 1) {
    const low = 31 - Math.clz32(set & -set);
    masses[set] = (masses[set & (set - 1)] ?? 0) + (candidates[low]?.probability ?? 0);
    const held = sorted.filter((candidate) => (set & (1 << candidate)) !== 0);
    const isChain = held.every((one, at) => at === 0 || mayFollow(order, held[at - 1] ?? 0, one));
    chains.push(isChain ? held : null);
  }
  return { full, masses, chains };
}

/** V(S), what is still to be paid once the candidates of S were tried, over all subsets; with the chains that pay least. */
function leastOver(
  { full, masses, chains }: Subsets,
  candidates: readonly Candidate[],
  { blank, tried }: TryCosts,
  /** Whether a chain may be taken up next, after these were tried. */
  allowed: (done: number, chain: number) => boolean = () => true,
): number[][] {
  const value = new Float64Array(full + 1).fill(Number.POSITIVE_INFINITY);
  const choice = new Int32Array(full + 1);
  value[full] = 0;
  for (let done = full - 1; done >= 0; done -= 1) {
    const open = full & ~done;
    for (let part = open; part > 0; part = (part - 1) & open) {
      const chain = chains[part];
      if (!chain || !allowed(done, part)) continue;
      let unsolved = (masses[full] ?? 0) - (masses[done] ?? 0);
      let cost = isBegun(chain, candidates) ? 0 : blank * unsolved;
      for (const candidate of chain) {
        if (!candidates[candidate]?.begun) cost += tried * unsolved;
        unsolved -= candidates[candidate]?.probability ?? 0;
      }
      const whole = cost + (value[done | part] ?? 0);
      if (whole < (value[done] ?? 0) - 1e-12) {
        value[done] = whole;
        choice[done] = part;
      }
    }
  }
  const found: number[][] = [];
  for (let done = 0; done !== full; done |= choice[done] ?? full)
    found.push([...(chains[choice[done] ?? 0] ?? [])]);
  return found;
}

/** How many blanks are needed for what is left after each subset, at least. */
function fewestAfter(subsets: Subsets, candidates: readonly Candidate[]): Uint8Array {
  const { full, chains } = subsets;
  const fewest = new Uint8Array(full + 1).fill(255);
  fewest[full] = 0;
  for (let done = full - 1; done >= 0; done -= 1) {
    const open = full & ~done;
    for (let part = open; part > 0; part = (part - 1) & open)
      if (chains[part]) {
        const needed = blanksFor(subsets, candidates, part) + (fewest[done | part] ?? 255);
        fewest[done] = Math.min(fewest[done] ?? 255, needed);
      }
  }
  return fewest;
}

/** New blanks that a chain takes up: none where it goes on with one that was begun. */
function blanksFor({ chains }: Subsets, candidates: readonly Candidate[], chain: number): number {
  return isBegun(chains[chain] ?? [], candidates) ? 0 : 1;
}

/** Whether a chain goes on with a blank that was begun. */
export function isBegun(chain: readonly number[], candidates: readonly Candidate[]): boolean {
  return candidates[chain[0] ?? -1]?.begun === true;
}
