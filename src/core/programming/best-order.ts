/** One thing that can be tried. */
export interface Try {
  readonly id: string;
  /** Cost of trying it once, beside what it shares with others. */
  readonly cost: number;
  /** How likely it works, as long as no common cause stands in its way; 0 to 1. */
  readonly chance: number;
  /** Costs that are paid once, by whichever of them comes first, by name. */
  readonly setUps?: readonly string[];
  /** Tries that are closed off once this one has failed. */
  readonly closes?: readonly string[];
  /** What it costs more once any of these has failed. */
  readonly dearerAfter?: { readonly tries: readonly string[]; readonly by: number };
  /** The common cause, by name, that would make all tries under it fail. */
  readonly cause?: string;
}

export interface OrderRequest {
  /** Up to 12. */
  readonly tries: readonly Try[];
  readonly setUps?: Readonly<Record<string, number>>;
  /** How likely each common cause is at the start. */
  readonly causes?: Readonly<Record<string, number>>;
  /** What it costs to stop with nothing done. */
  readonly giveUp: number;
  /** What has failed already: the order of what is left. */
  readonly failed?: readonly string[];
}

export interface OrderStep {
  readonly id: string;
  /** Cost when it comes to this, with the set-ups still unpaid. */
  readonly cost: number;
  /** How likely it works when it comes to this: common causes that earlier failures point to are weighed in. */
  readonly chance: number;
  /** How likely it comes to this at all. */
  readonly reached: number;
}

export interface BestOrder {
  readonly steps: readonly OrderStep[];
  /** Expected cost of the whole, giving up at its end included. */
  readonly expectedCost: number;
  /** How likely one of the steps works. */
  readonly chance: number;
}

const most = 12;

/**
 * The order of attempts with the least expected cost, exact: V(S) = min(give up, min over open a of
 * cost(a | S) + (1 − p(a | S)) · V(S ∪ a)) over the set S that has failed. What is closed off, what is paid already and
 * how likely a common cause is are functions of S. Of equal choices the first in the list wins.
 * Throws on more than 12 tries.
 * @example bestOrder({ tries: [{ id: 'a', cost: 10, chance: 0.5 }, { id: 'b', cost: 1, chance: 0.5 }], giveUp: 100 }).steps[0]?.id // 'b'
 */
export function bestOrder({
  tries,
  setUps = {},
  causes = {},
  giveUp,
  failed: before = [],
}: OrderRequest): BestOrder {
  if (tries.length > most) throw new Error(`an order holds up to ${most} tries, got ${tries.length}`);
  const closedBy = tries.map(({ id }) =>
    tries.reduce((mask, other, at) => (other.closes?.includes(id) ? mask | (1 << at) : mask), 0),
  );
  const dearerAfter = tries.map(({ dearerAfter: after }) =>
    tries.reduce((mask, { id }, at) => (after?.tries.includes(id) ? mask | (1 << at) : mask), 0),
  );
  const values = new Float64Array(1 << tries.length);
  const choices = new Int8Array(1 << tries.length).fill(-1);
  for (let failed = values.length - 1; failed >= 0; failed -= 1) {
    values[failed] = giveUp;
    for (const [at, one] of tries.entries()) {
      if (failed & (1 << at) || failed & (closedBy[at] ?? 0)) continue;
      const rest = values[failed | (1 << at)] ?? giveUp;
      const value = costOf(one, at, failed) + (1 - chanceOf(one, failed)) * rest;
      if (value < (values[failed] ?? giveUp) - 1e-9) {
        values[failed] = value;
        choices[failed] = at;
      }
    }
  }
  const steps: OrderStep[] = [];
  const start = tries.reduce((mask, { id }, at) => (before.includes(id) ? mask | (1 << at) : mask), 0);
  let reached = 1;
  for (let failed = start, at = choices[start] ?? -1; at >= 0; at = choices[failed] ?? -1) {
    const one = tries[at];
    if (!one) break;
    const chance = chanceOf(one, failed);
    steps.push({ id: one.id, cost: costOf(one, at, failed), chance, reached });
    reached *= 1 - chance;
    failed |= 1 << at;
  }
  return { steps, expectedCost: values[start] ?? giveUp, chance: 1 - reached };

  function costOf(one: Try, at: number, failed: number): number {
    const unpaid = (one.setUps ?? []).filter(
      (name) => !tries.some((other, index) => failed & (1 << index) && other.setUps?.includes(name)),
    );
    const dearer = failed & (dearerAfter[at] ?? 0) ? (one.dearerAfter?.by ?? 0) : 0;
    return unpaid.reduce((sum, name) => sum + (setUps[name] ?? 0), one.cost + dearer);
  }

  /** Bayes: each failure under the same cause makes the cause likelier. */
  function chanceOf(one: Try, failed: number): number {
    const prior = one.cause === undefined ? 0 : (causes[one.cause] ?? 0);
    if (prior === 0) return one.chance;
    const freeOfIt = tries.reduce(
      (product, other, at) =>
        failed & (1 << at) && other.cause === one.cause ? product * (1 - other.chance) : product,
      1 - prior,
    );
    return freeOfIt + prior === 0 ? 0 : (one.chance * freeOfIt) / (freeOfIt + prior);
  }
}
