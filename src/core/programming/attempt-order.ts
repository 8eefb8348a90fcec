import { type BestOrder, bestOrder, type Try } from './best-order';
import { isClone, makesKey, methodOf, type Route, type RouteKind, type RouteRequest } from './route';
import { noLinkChance } from './route-chance';
import { leavesStolenLive } from './stolen';
import { totalMinutes } from './work-time';

/** Giving up is reckoned as dear as this many dealers, or hours where no dealer is known. */
const giveUpDealers = 2;
const giveUpHours = 12;

export interface AttemptStep {
  readonly kind: RouteKind;
  readonly costMinor: number;
  readonly chance: number;
  readonly reached: number;
}

export interface AttemptOrder {
  readonly steps: readonly AttemptStep[];
  readonly expectedMinor: number;
  readonly chance: number;
  /** Why feasible routes are not in it. */
  readonly left: readonly { readonly kind: RouteKind; readonly why: string }[];
}

/**
 * In which order to try the feasible routes that give a new key: the least expected cost, exactly. What has failed already is left out, and
 * what it has paid, closed off or made likelier counts.
 */
export function orderAttempts(routes: readonly Route[], request: RouteRequest): AttemptOrder {
  const { all, open, tries, order } = weigh(routes, request);
  return {
    steps: order.steps.map(({ id, cost, ...step }) => ({
      kind: id as RouteKind,
      costMinor: Math.round(cost),
      ...step,
    })),
    expectedMinor: Math.round(order.expectedCost),
    chance: order.chance,
    left: [
      ...leftOut(open, tries, order, request.failed),
      ...all
        .filter((route) => leavesStolenLive(route, request))
        .map(({ kind }) => ({ kind, why: 'leaves a stolen key live' })),
    ],
  };
}

/** How likely a route works when it is tried first, and what follows on average where it fails. */
export interface FirstTry {
  readonly works: number;
  /** What would be tried next; null where nothing would. */
  readonly next: RouteKind | null;
  /** Minutes of work and waits, and cash, of the shop's further attempts, given that this one failed. */
  readonly minutes: number;
  readonly cashMinor: number;
}

/** What a route comes to when it is tried before all others; the dealer's work and money are not the shop's. */
export function firstTry(kind: RouteKind, routes: readonly Route[], request: RouteRequest): FirstTry {
  const { open, order } = weigh(routes, request, [...request.failed, kind]);
  const own = routes.find((route) => route.kind === kind);
  let [minutes, cashMinor] = [0, 0];
  for (const { id, cost, reached } of order.steps) {
    const route = open.find((one) => one.kind === id);
    if (!route?.cost || !route.time) continue;
    minutes += reached * totalMinutes(route.time, 'p50');
    cashMinor += reached * (cost - route.cost.workMinor - route.cost.harmMinor);
  }
  const next = order.steps[0]?.id as RouteKind | undefined;
  return { works: own?.works ?? own?.chance?.value ?? 1, next: next ?? null, minutes, cashMinor };
}

/** The open attempts and their order, from the start or after some have failed. */
function weigh(
  routes: readonly Route[],
  request: RouteRequest,
  failed: readonly RouteKind[] = request.failed,
) {
  const all = routes.filter(
    ({ kind, verdict, cost, chance }) => verdict.feasible && makesKey(kind) && cost && chance,
  );
  const open = all.filter((route) => !leavesStolenLive(route, request));
  const tries = open.map((route) => tryOf(route, open, request));
  const shared = open.flatMap(({ cost }) => cost?.setUps ?? []);
  const dealer = open.find(({ kind }) => kind === 'dealer')?.cost?.cashMinor;
  const order = bestOrder({
    tries,
    setUps: Object.fromEntries(shared.map(({ name, minor }) => [name, minor])),
    causes: { link: noLinkChance },
    giveUp: dealer === undefined ? giveUpHours * request.money.rateMinor : giveUpDealers * dealer,
    failed,
  });
  return { all, open, tries, order };
}

/** The try of a route; what it shares with others is paid once. */
function tryOf(
  { kind, cost, chance }: Route,
  open: readonly Route[],
  { platform, dealer }: RouteRequest,
): Try {
  const total = cost ? cost.cashMinor + cost.workMinor + cost.harmMinor : 0;
  return {
    id: kind,
    cost: total,
    chance: chance?.value ?? 0,
    setUps: cost?.setUps.map(({ name }) => name) ?? [],
    closes: closedBy(kind, open, platform.methods),
    ...(methodOf(kind)?.bySocket && { cause: 'link' }),
    ...(kind === 'dealer' && dealer && { dearerAfter: { tries: stopsTheCar(open), by: dealer.towMinor } }),
  };
}

/** Routes after whose failure no key may start the car, so that it is towed. */
function stopsTheCar(open: readonly Route[]): RouteKind[] {
  return open
    .filter(({ kind, others }) => kind !== 'dealer' && (others === 'erase' || methodOf(kind)?.changesCar))
    .map(({ kind }) => kind);
}

/** A failed erase may have wiped the keys that others rest on; a failed replacement has changed the car. */
function closedBy(
  kind: RouteKind,
  open: readonly Route[],
  methods: RouteRequest['platform']['methods'],
): RouteKind[] {
  const method = methods.find((one) => one.kind === kind);
  const others = open.map((route) => route.kind).filter((other) => other !== kind && other !== 'dealer');
  if (methodOf(kind)?.changesCar) return others;
  const restsOnKnown = (other: RouteKind) =>
    isClone(other) || (methods.find((one) => one.kind === other)?.knownKeysNeeded ?? 0) > 0;
  return method?.others === 'erase' ? others.filter(restsOnKnown) : [];
}

function leftOut(
  open: readonly Route[],
  tries: readonly Try[],
  { steps }: BestOrder,
  failed: readonly RouteKind[],
): AttemptOrder['left'] {
  return open
    .filter(({ kind }) => !steps.some(({ id }) => id === kind))
    .map(({ kind }) => {
      if (failed.includes(kind)) return { kind, why: 'was tried, and failed' };
      const closer = [...failed.map((id) => ({ id })), ...steps].find(({ id }) =>
        tries.find((one) => one.id === id)?.closes?.includes(kind),
      );
      return {
        kind,
        why: closer ? 'closed off by what goes before it' : 'costs more than it can save',
      };
    });
}
