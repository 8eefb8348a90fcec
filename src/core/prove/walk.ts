import { type Move, type Stand, standAt, stands, type Ways, waysFrom } from './car-state';
import { courseOf, goesAfter, standAfter } from './check-stands';
import type { Check } from './checks';

/** One key's turn: what is done in order, between and for its checks. */
export interface KeyWalk {
  readonly tag: number;
  readonly steps: readonly WalkStep[];
  readonly seconds: number;
}

export interface WalkStep {
  /** What is done to get to it. */
  readonly moves: readonly Move[];
  /** Null for the way back to where the other keys lie. */
  readonly check: Check | null;
}

/** The whole walk around the car, key by key. */
export interface ProveWalk {
  readonly keys: readonly KeyWalk[];
  readonly seconds: number;
}

/** More checks of one key than this are not planned exactly; no car of the library comes near. */
export const mostChecks = 16;

/**
 * The quickest order of all checks: keys in the order given, each alone, fetched from where the others lie and brought back there.
 * Exact by dynamic programming over the sets of checks that were made and the stands they leave; the keys are chained by how the car
 * was left.
 * @param keys checks of each key that can be made now
 * @throws RangeError where one key has more than `mostChecks`
 */
export function planWalk(keys: readonly (readonly Check[])[]): ProveWalk {
  let open: Plan[] = [{ stand: swapStand(false), seconds: 0, keys: [] }];
  for (const checks of keys) {
    if (checks.length === 0) continue;
    const next = new Map<boolean, Plan>();
    for (const plan of open) {
      for (const { stand, walk } of walksOf(checks, plan.stand)) {
        const seconds = plan.seconds + walk.seconds;
        const before = next.get(stand.locked);
        if (!before || seconds < before.seconds)
          next.set(stand.locked, { stand, seconds, keys: [...plan.keys, walk] });
      }
    }
    open = [...next.values()];
  }
  const best = open.reduce((a, b) => (b.seconds < a.seconds ? b : a));
  return { keys: best.keys, seconds: best.seconds };
}

interface Plan {
  readonly stand: Stand;
  readonly seconds: number;
  readonly keys: readonly KeyWalk[];
}

/** Where keys are exchanged: the engine off, the car locked or not. */
function swapStand(locked: boolean): Stand {
  return { place: 'keys', locked, engine: 'off', left: false };
}

/** What was reached: seconds, and by which check from which stand to where it is made, by set and stand. */
interface Table {
  readonly seconds: Float64Array;
  readonly came: Int32Array;
}

/** The quickest walks of one key, one for each way in which it can leave the car. */
function walksOf(
  checks: readonly Check[],
  start: Stand,
): { readonly stand: Stand; readonly walk: KeyWalk }[] {
  if (checks.length > mostChecks)
    throw new RangeError(`up to ${mostChecks} checks of one key, not ${checks.length}`);
  const first = checks.findIndex(({ name }) => name === 'start');
  const table = reached(checks, start, first);
  const all = (1 << checks.length) - 1;
  const ways = waysAll(first >= 0);
  return [false, true].flatMap((locked) => {
    const back = [swapStand(locked), { ...swapStand(locked), left: true }].map(standAt);
    let best = { seconds: Number.POSITIVE_INFINITY, last: -1, to: -1 };
    for (let at = 0; at < stands.length; at++)
      for (const to of back) {
        const seconds = (table.seconds[all * stands.length + at] ?? 0) + (ways[at]?.seconds[to] ?? 0);
        if (seconds < best.seconds) best = { seconds, last: at, to };
      }
    if (best.last < 0) return [];
    const steps = [
      ...stepsOf(table, checks, best.last, first),
      { moves: ways[best.last]?.movesTo(best.to) ?? [], check: null },
    ];
    return [{ stand: swapStand(locked), walk: { tag: checks[0]?.tag ?? 0, steps, seconds: best.seconds } }];
  });
}

/** Everything that can be reached, set by set; a stand that is reached just as soon from another of the same set is not followed. */
function reached(checks: readonly Check[], start: Stand, first: number): Table {
  const size = stands.length;
  const all = (1 << checks.length) - 1;
  const seconds = new Float64Array((all + 1) * size).fill(Number.POSITIVE_INFINITY);
  const came = new Int32Array((all + 1) * size);
  seconds[standAt(start)] = 0;
  const parts = checks.map(({ name }, at) => ({
    at,
    bit: 1 << at,
    takes: courseOf(name).seconds,
    needs: checks.reduce(
      (mask, other, one) => (goesAfter(name).includes(other.name) ? mask | (1 << one) : mask),
      0,
    ),
    fitting: stands.flatMap((stand, from) =>
      courseOf(name).at.includes(stand.place) && courseOf(name).fits(stand)
        ? [
            {
              from,
              to: [false, true].map((started) => standAt(standAfter(name, stand, started))),
            },
          ]
        : [],
    ),
  }));
  for (let mask = 0; mask < all; mask++) {
    const started = first >= 0 && (mask & (1 << first)) !== 0;
    const ways = waysAll(started);
    const own = seconds.subarray(mask * size, (mask + 1) * size);
    const open = parts.filter(({ bit, needs }) => !(mask & bit) && (mask & needs) === needs);
    for (let at = 0; at < size; at++) {
      const here = own[at] ?? 0;
      if (here === Number.POSITIVE_INFINITY) continue;
      const isLater = own.some(
        (other, from) => from !== at && other + (ways[from]?.seconds[at] ?? 0) <= here,
      );
      if (isLater) continue;
      const way = ways[at]?.seconds ?? [];
      for (const { at: check, bit, takes, fitting } of open)
        for (const { from, to } of fitting) {
          const sum = here + (way[from] ?? 0) + takes;
          const cell = (mask | bit) * size + (to[started ? 1 : 0] ?? 0);
          if (sum >= (seconds[cell] ?? 0)) continue;
          seconds[cell] = sum;
          came[cell] = (check * size + from) * size + at;
        }
    }
  }
  return { seconds, came };
}

function stepsOf({ came }: Table, checks: readonly Check[], last: number, first: number): WalkStep[] {
  const size = stands.length;
  const steps: WalkStep[] = [];
  let mask = (1 << checks.length) - 1;
  let at = last;
  while (mask > 0) {
    const code = came[mask * size + at] ?? 0;
    const check = Math.floor(code / size / size);
    const from = Math.floor(code / size) % size;
    mask &= ~(1 << check);
    at = code % size;
    const started = first >= 0 && (mask & (1 << first)) !== 0;
    steps.unshift({ moves: waysAll(started)[at]?.movesTo(from) ?? [], check: checks[check] ?? null });
  }
  return steps;
}

const known = new Map<boolean, readonly Ways[]>();

/** Ways from each stand, reckoned once: they never change. */
function waysAll(started: boolean): readonly Ways[] {
  const before = known.get(started);
  if (before) return before;
  const ways = stands.map((stand) => waysFrom(stand, started));
  known.set(started, ways);
  return ways;
}
