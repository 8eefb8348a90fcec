import { type AttemptOrder, orderAttempts } from './attempt-order';
import { isMissing } from './key-count';
import { type Route, type RouteKind, type RouteRequest, routeWord } from './route';
import { leavesStolenLive } from './stolen';

export interface Advice {
  readonly kind: RouteKind;
  readonly why: string;
  /** What to try, and what if it fails. */
  readonly order: AttemptOrder;
}

/**
 * The route to take first: none where nothing is programmed, a repair or the remote where that is the whole job, else the
 * first of the order with the least expected cost. Undefined where every route is refused.
 */
export function adviseRoute(routes: readonly Route[], request: RouteRequest): Advice | undefined {
  const has = (kind: RouteKind) => routes.some((route) => route.kind === kind && route.verdict.feasible);
  const order = orderAttempts(routes, request);
  const alone = (kind: RouteKind, why: string): Advice => ({
    kind,
    why,
    order: { ...order, ...single(routes, kind) },
  });
  if (has('noProgramming') && request.situation.wanted > 0)
    return alone('noProgramming', nothingToLearn(request));
  const stopping = routes.find(
    ({ kind, others, verdict }) => verdict.feasible && others === 'erase' && kind !== 'dealer',
  );
  if (
    request.situation.wanted === 0 &&
    stopping &&
    leavesStolenLive({ kind: 'repair', others: 'keep' }, request)
  )
    return alone(stopping.kind, 'Keys were stolen: only an erase stops them from starting the car.');
  if (request.situation.wanted === 0) {
    if (has('repair'))
      return alone('repair', 'The key in hand works once it is mended, and no new key is wanted.');
    if (has('remote')) return alone('remote', 'The transponder is known; only the remote has to be learned.');
    if (has('noProgramming')) return alone('noProgramming', nothingToLearn(request));
  }
  const [first, second] = order.steps;
  if (!first)
    return has('repair') && !leavesStolenLive({ kind: 'repair', others: 'keep' }, request)
      ? alone('repair', 'The only route that nothing refuses.')
      : undefined;
  return { kind: first.kind, why: reasonOf(routes, request, first.kind, second?.kind), order };
}

function nothingToLearn({ platform }: RouteRequest): string {
  return platform.chipFamily === 'PEL'
    ? `${platform.name} has no chip to learn: the right cut and the right pellet step are enough.`
    : `${platform.name} has no chip to learn: the right cut is enough.`;
}

function reasonOf(
  routes: readonly Route[],
  { stolen, chosen, situation }: RouteRequest,
  first: RouteKind,
  second: RouteKind | undefined,
): string {
  const route = routes.find(({ kind }) => kind === first);
  if (stolen && route?.others === 'erase')
    return 'Keys were stolen: only an erase stops them from starting the car.';
  if (chosen.missing !== undefined && route?.others === chosen.missing && isMissing(situation))
    return `As chosen: ${chosen.missing === 'erase' ? 'the missing keys are erased' : 'the missing keys stay known'}.`;
  if (first === 'dealer') return 'Nothing the van can do is open, or all of it costs more than the dealer.';
  const behind = second ? ` If it fails: ${routeWord(second)}.` : '';
  const others = routes.filter(
    ({ kind, verdict }) => verdict.feasible && kind !== first && kind !== 'repair',
  ).length;
  return others === 0
    ? 'The only route for a new key that nothing refuses.'
    : `Costs least on average, with work, waits, fees and what follows a failure counted.${behind}`;
}

function single(
  routes: readonly Route[],
  kind: RouteKind,
): Pick<AttemptOrder, 'steps' | 'expectedMinor' | 'chance'> {
  const route = routes.find((one) => one.kind === kind);
  const cost = route?.cost;
  const costMinor = cost ? cost.cashMinor + cost.workMinor + cost.harmMinor : 0;
  const chance = route?.chance?.value ?? 0;
  return { steps: [{ kind, costMinor, chance, reached: 1 }], expectedMinor: costMinor, chance };
}
