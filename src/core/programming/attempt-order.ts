import { type BestOrder, bestOrder, type Try } from './best-order';
import { pinCostMinor } from './pin';
import { isClone, makesKey, methodOf, type Route, type RouteKind, type RouteRequest } from './route';
import { leavesStolenLive } from './stolen';
import { findTool } from './van-kit';

/** How often a tool and a car do not talk at all, so that every way by the socket fails. Stated; few jobs show it. */
const noLinkChance = 0.04;
/** Giving up is reckoned as dear as this many desks, or hours where no desk is known. */
const giveUpDesks = 2;
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

/** In which order to try the feasible routes that give a new key: the least expected cost, exactly. */
export function orderAttempts(routes: readonly Route[], request: RouteRequest): AttemptOrder {
  const all = routes.filter(
    ({ kind, verdict, cost, chance }) => verdict.feasible && makesKey(kind) && cost && chance,
  );
  const open = all.filter((route) => !leavesStolenLive(route, request));
  const rights: Record<string, number> = {};
  const tries = open.map((route) => tryOf(route, open, request, rights));
  const desk = open.find(({ kind }) => kind === 'desk')?.cost?.cashMinor;
  const order = bestOrder({
    tries,
    setUps: { pin: pinCostMinor(request), ...rights },
    causes: { link: noLinkChance },
    giveUp: desk === undefined ? giveUpHours * request.money.rateMinor : giveUpDesks * desk,
  });
  return {
    steps: order.steps.map(({ id, cost, ...step }) => ({
      kind: id as RouteKind,
      costMinor: Math.round(cost),
      ...step,
    })),
    expectedMinor: Math.round(order.expectedCost),
    chance: order.chance,
    left: [
      ...leftOut(open, tries, order),
      ...all
        .filter((route) => leavesStolenLive(route, request))
        .map(({ kind }) => ({ kind, why: 'leaves a stolen key live' })),
    ],
  };
}

/** The try of a route; what its right costs for a use is added to `rights`, since several routes may share it. */
function tryOf(
  { kind, cost, chance }: Route,
  open: readonly Route[],
  { platform, van, market, desk }: RouteRequest,
  rights: Record<string, number>,
): Try {
  const method = platform.methods.find((one) => one.kind === kind);
  const tool = method?.needsTool ? findTool(van, platform, method.kind, market) : undefined;
  const setUps = method?.needsPin ? ['pin'] : [];
  if (tool?.ok && tool.right?.useMinor) {
    rights[tool.right.name] = tool.right.useMinor;
    setUps.push(tool.right.name);
  }
  const total = cost ? cost.cashMinor + cost.workMinor + cost.harmMinor : 0;
  return {
    id: kind,
    cost: total,
    chance: chance?.value ?? 0,
    setUps,
    closes: closedBy(kind, open, platform.methods),
    ...(methodOf(kind)?.bySocket && { cause: 'link' }),
    ...(kind === 'desk' && desk && { dearerAfter: { tries: stopsTheCar(open), by: desk.towMinor } }),
  };
}

/** Routes after whose failure no key may start the car, so that it is towed. */
function stopsTheCar(open: readonly Route[]): RouteKind[] {
  return open
    .filter(({ kind, others }) => kind !== 'desk' && (others === 'erase' || methodOf(kind)?.changesCar))
    .map(({ kind }) => kind);
}

/** A failed erase may have wiped the keys that others rest on; a failed replacement has changed the car. */
function closedBy(
  kind: RouteKind,
  open: readonly Route[],
  methods: RouteRequest['platform']['methods'],
): RouteKind[] {
  const method = methods.find((one) => one.kind === kind);
  const others = open.map((route) => route.kind).filter((other) => other !== kind && other !== 'desk');
  if (methodOf(kind)?.changesCar) return others;
  const restsOnKnown = (other: RouteKind) =>
    isClone(other) || (methods.find((one) => one.kind === other)?.knownKeysNeeded ?? 0) > 0;
  return method?.others === 'erase' ? others.filter(restsOnKnown) : [];
}

function leftOut(open: readonly Route[], tries: readonly Try[], { steps }: BestOrder): AttemptOrder['left'] {
  return open
    .filter(({ kind }) => !steps.some(({ id }) => id === kind))
    .map(({ kind }) => {
      const closer = steps.find(({ id }) => tries.find((one) => one.id === id)?.closes?.includes(kind));
      return {
        kind,
        why: closer ? 'closed off by what goes before it' : 'costs more than it can save',
      };
    });
}
