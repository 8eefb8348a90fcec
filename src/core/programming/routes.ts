import { type MethodKind, methods } from '@/core/catalogue/methods';
import type { PlatformMethod } from '@/core/catalogue/platform';
import { feasible, judgeMethod, missingWay, refused } from './judge-route';
import { elsewhereKeys, isMissing } from './key-count';
import { provedInHand } from './keys';
import { keysToLearn, leavesAll, plannedCount } from './keys-to-learn';
import { mendOf, mends } from './mends';
import { pelletStep, pelletTime } from './pellet-step';
import { pinCostMinor } from './pin';
import { rankChance } from './rank-doubt';
import { remoteApart, remoteMethod, remoteSteps } from './remote-apart';
import {
  type Chance,
  isClone,
  methodOf,
  type NoReturn,
  type Route,
  type RouteCost,
  type RouteKind,
  type RouteRequest,
  routeKinds,
} from './route';
import { chanceOf, worksNext } from './route-chance';
import { effectOf } from './route-effect';
import { needsOf } from './route-needs';
import { leavesStolenLive } from './stolen';
import { findTool } from './van-kit';
import { totalMinutes, type WorkTime, waitTime, workTime } from './work-time';

/** Stated chances of what no platform states. */
const statedChance = { noProgramming: 0.98, repair: 0.9, dealer: 0.97 };

/** Every route, in the order of `routeKinds`: feasible, or refused with the fact that refuses it. */
export function findRoutes(request: RouteRequest): Route[] {
  const routes = routeKinds.map((kind) => {
    if (kind === 'noProgramming') return noneRoute(request);
    if (kind === 'repair') return repairRoute(request);
    if (kind === 'dealer') return dealerRoute(request);
    const method = request.platform.methods.find((one) => one.kind === kind);
    return method ? methodRoute(request, method) : lackingRoute(request, kind);
  });
  const tried = routes.filter(({ kind }) => request.failed.includes(kind));
  const bySocket = tried.flatMap(({ kind, chance }) =>
    chance && methodOf(kind)?.bySocket ? [chance.value] : [],
  );
  const paid = new Set(tried.flatMap(({ cost }) => cost?.setUps.map(({ name }) => name) ?? []));
  return routes.map((route) => ({
    ...route,
    cost: route.cost && { ...route.cost, setUps: route.cost.setUps.filter(({ name }) => !paid.has(name)) },
    works:
      route.chance && !request.failed.includes(route.kind)
        ? worksNext(route.kind, route.chance.value, bySocket)
        : null,
  }));
}

/** What all routes have in common where nothing else is said. */
function plain(request: RouteRequest, kind: RouteKind): Route {
  const { situation } = request;
  return {
    kind,
    verdict: feasible,
    how: '',
    needs: [],
    effect: 'No other key changes.',
    others: 'keep',
    time: null,
    cost: null,
    chance: null,
    works: null,
    noReturn: [],
    remote: null,
    plannedCount: plannedCount(situation, kind, leavesAll),
  };
}

function noneRoute(request: RouteRequest): Route {
  const { platform, record } = request;
  const pellet = pelletStep(request);
  const route: Route = {
    ...plain(request, 'noProgramming'),
    how: pellet
      ? 'The right cut and the right pellet step; nothing is programmed.'
      : 'The right cut; nothing is programmed.',
    needs: pellet
      ? [...pellet.needs, { words: 'Blank with the pellet of that step', state: 'to do' }]
      : [{ words: 'Blank', state: 'to do' }],
  };
  if (platform.chipFamily !== 'none' && !pellet)
    return {
      ...route,
      verdict: refused(`${platform.name} starts only with a learned chip (${platform.chipFamily}).`),
    };
  const time = pellet ? pelletTime(pellet) : workTime([], []);
  return {
    ...route,
    time,
    cost: costOf(request, time),
    chance: chanceOf('noProgramming', statedChance.noProgramming, record),
  };
}

function repairRoute(request: RouteRequest): Route {
  const broken = request.situation.keys.filter((key) => mendOf(key) !== null);
  const route: Route = {
    ...plain(request, 'repair'),
    how:
      broken.length === 0
        ? 'Cell, buttons, or the old board in a new case.'
        : `${broken.map((key) => `${mends[mendOf(key) ?? 'case'].name} (key ${key.tag})`).join('; ')}.`,
    effect: 'No other key changes; the mended one stays known.',
    needs: broken.map(({ tag, name }) => ({ words: `Key ${tag}, ${name}`, state: 'there', customers: true })),
  };
  if (broken.length === 0)
    return {
      ...route,
      needs: [{ words: 'The worn key', state: 'missing' }],
      verdict: refused(
        'No key in hand has a fault that can be mended.',
        'Note the fault of the worn key on the ring.',
      ),
    };
  const time = workTime(
    broken.flatMap((key) => mends[mendOf(key) ?? 'case']),
    [],
  );
  return {
    ...route,
    time,
    cost: costOf(request, time),
    chance: chanceOf('repair', statedChance.repair, request.record),
  };
}

function dealerRoute(request: RouteRequest): Route {
  const { dealer, record } = request;
  const route: Route = {
    ...plain(request, 'dealer'),
    how: 'The dealer of the make orders, cuts and programs.',
  };
  if (!dealer)
    return { ...route, verdict: refused('No dealer of this make is known.', 'Add it to the prices.') };
  if (request.situation.wanted === 0)
    return { ...route, verdict: refused('No new key is wanted.', 'Set how many keys are wanted.') };
  return {
    ...route,
    how: `${dealer.name}: ${dealer.workingDays} working days${dealer.tow ? ', and a tow since no key works' : ''}.`,
    needs: dealer.tow ? [{ words: 'A tow', state: 'to do' }] : [],
    effect: 'The dealer decides; ask which keys stay known.',
    plannedCount: 'cannotSay',
    cost: { cashMinor: dealer.totalMinor, workMinor: 0, harmMinor: 0, setUps: [] },
    chance: chanceOf('dealer', statedChance.dealer, record),
  };
}

function lackingRoute(request: RouteRequest, kind: MethodKind): Route {
  return { ...plain(request, kind), effect: '', verdict: missingWay(request, kind) };
}

function methodRoute(request: RouteRequest, method: PlatformMethod): Route {
  const { situation, record } = request;
  const { kind, others } = method;
  const time = timeOf(request, method);
  return {
    kind,
    verdict: judgeMethod(request, method),
    how: method.how,
    needs: needsOf(request, method),
    effect: effectOf(request, method),
    others,
    time,
    cost: costOf(request, time, method),
    chance: chanceWithRank(request, method, record),
    works: null,
    noReturn: noReturnOf(request, method),
    remote: remoteApart(request, method),
    plannedCount: plannedCount(situation, kind, method),
  };
}

/** A way that rests on a master is as likely as its key is one. */
function chanceWithRank(
  request: RouteRequest,
  method: PlatformMethod,
  record: RouteRequest['record'],
): Chance {
  const chance = chanceOf(method.kind, method.chance, record);
  const master = rankChance(request, method);
  return master === 1
    ? chance
    : {
        value: chance.value * master,
        rests: `${chance.rests}; the rank is not tested, a master in ${Math.round(master * 100)} %`,
      };
}

/** Work and waits of the whole: the keys, and their remotes where these are learned apart. */
function timeOf(request: RouteRequest, method: PlatformMethod): WorkTime {
  const { sessionP50Minutes, keyP50Minutes, spread, waits } = method;
  const remote = remoteMethod(request, method);
  const each = Array.from({ length: Math.max(1, keysToLearn(request.situation, method)) }, () => ({
    p50Minutes: keyP50Minutes,
    spread,
  }));
  const waited = waitTime([...waits, ...(remote?.waits ?? [])]);
  return workTime(
    [
      { p50Minutes: sessionP50Minutes, spread },
      ...each,
      ...(remote ? remoteSteps(remote, request.situation.wanted) : []),
    ],
    [waited.usualSeconds],
    waited.p80Seconds,
  );
}

/** Cash, work and stated harm of one attempt, and what it shares with others: a PIN, a right's use. */
function costOf(request: RouteRequest, time: WorkTime, method?: PlatformMethod): RouteCost {
  const { money, situation } = request;
  const workMinor = Math.round((totalMinutes(time, 'p50') / 60) * money.rateMinor);
  if (!method) return { cashMinor: 0, workMinor, harmMinor: 0, setUps: [] };
  const article = method.article === null ? 0 : (money.articleMinor[method.article] ?? 0);
  const erased = method.others === 'erase' ? elsewhereKeys(situation) : 0;
  const harmMinor =
    erased * money.awayKeyHarmMinor +
    (touchesOnlyKey(request, method) ? money.onlyKeyHarmMinor : 0) +
    (leavesStolenLive(method, request) || isAgainstChoice(request, method) ? money.stolenLiveHarmMinor : 0);
  const { makes, usesUpEachKey } = methods[method.kind];
  const pieces = makes === 'copy' || usesUpEachKey ? Math.max(1, situation.wanted) : 1;
  return { cashMinor: article * pieces, workMinor, harmMinor, setUps: setUpsOf(request, method) };
}

function setUpsOf(request: RouteRequest, method: PlatformMethod): RouteCost['setUps'] {
  const { platform, van, market } = request;
  const tool = method.needsTool ? findTool(van, platform, method.kind, market) : undefined;
  const right = tool?.ok ? tool.right : undefined;
  return [
    ...(method.needsPin ? [{ name: 'PIN', minor: pinCostMinor(request) }] : []),
    ...(right?.useMinor ? [{ name: right.name, minor: right.useMinor }] : []),
  ];
}

/** Whether a way does what the customer chose not to have done. */
function isAgainstChoice({ chosen, situation }: RouteRequest, { kind, others }: PlatformMethod): boolean {
  const notHere = isMissing(situation) || elsewhereKeys(situation) > 0;
  if (chosen.missing !== undefined && chosen.missing !== others && notHere) return true;
  if (chosen.copy === undefined || methods[kind].makes === 'remote') return false;
  return (chosen.copy === 'clone') !== isClone(kind) && others === 'keep';
}

/** Whether the only key that is known to work is opened, whatever else lies beside it. */
function touchesOnlyKey({ situation }: RouteRequest, { kind }: PlatformMethod): boolean {
  return methods[kind].opensKey && provedInHand(situation).length < 2;
}

function noReturnOf(request: RouteRequest, method: PlatformMethod): NoReturn[] {
  const { platform, van, market } = request;
  const tool = method.needsTool ? findTool(van, platform, method.kind, market) : undefined;
  const paid = tool?.ok === true && tool.right !== undefined && tool.right.credits !== null;
  const marks: [NoReturn, boolean][] = [
    ['credit', paid],
    ['only key', touchesOnlyKey(request, method)],
    ['module', methods[method.kind].atModule],
    ['erase', method.others === 'erase'],
  ];
  return marks.filter(([, stands]) => stands).map(([mark]) => mark);
}
