import { type MethodKind, methods } from '@/core/catalogue/methods';
import type { PlatformMethod } from '@/core/catalogue/platform';
import { feasible, judgeMethod, missingWay, refused } from './judge-route';
import { missingKeys } from './key-count';
import type { PhysicalKey } from './keys';
import { keysToLearn, plannedCount } from './keys-to-learn';
import {
  isClone,
  type NoReturn,
  type Route,
  type RouteCost,
  type RouteKind,
  type RouteRequest,
  routeKinds,
} from './route';
import { chanceOf } from './route-chance';
import { effectOf } from './route-effect';
import { needsOf } from './route-needs';
import { findTool } from './van-kit';
import { totalMinutes, type WorkTime, workTime } from './work-time';

/** Minutes of a repair at the bench: half of all are quicker. */
export const repairStep = { p50Minutes: 14, spread: 0.4 };
/** Stated chances of what no platform states. */
const statedChance = { none: 0.98, repair: 0.9, desk: 0.97 };

/** Every route, in the order of `routeKinds`: feasible, or refused with the fact that refuses it. */
export function findRoutes(request: RouteRequest): Route[] {
  return routeKinds.map((kind) => {
    if (kind === 'none') return noneRoute(request);
    if (kind === 'repair') return repairRoute(request);
    if (kind === 'desk') return deskRoute(request);
    const method = request.platform.methods.find((one) => one.kind === kind);
    return method ? methodRoute(request, method) : lackingRoute(request, kind);
  });
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
    noReturn: [],
    plannedCount: plannedCount(situation, kind, 'keep'),
  };
}

function noneRoute(request: RouteRequest): Route {
  const { platform, record } = request;
  const pellet = platform.chipFamily === 'PEL';
  const route: Route = {
    ...plain(request, 'none'),
    how: pellet
      ? 'The right cut and the right pellet; nothing is programmed.'
      : 'The right cut; nothing is programmed.',
    needs: [{ words: pellet ? 'Blank with the pellet of this car' : 'Blank', state: 'to do' }],
  };
  if (platform.chipFamily !== 'none' && !pellet)
    return {
      ...route,
      verdict: refused(`${platform.name} starts only with a learned chip (${platform.chipFamily}).`),
    };
  const time = workTime([], []);
  return { ...route, time, cost: costOf(request, time), chance: chanceOf('none', statedChance.none, record) };
}

function repairRoute(request: RouteRequest): Route {
  const broken = request.situation.keys.filter(canBeMended);
  const route: Route = {
    ...plain(request, 'repair'),
    how: 'Cell, buttons, or the old board in a new case.',
    effect: 'No other key changes; the mended one stays known.',
    needs: broken.map(({ tag, name }) => ({ words: `Key ${tag}, ${name}`, state: 'there' })),
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
    broken.map(() => repairStep),
    [],
  );
  return {
    ...route,
    time,
    cost: costOf(request, time),
    chance: chanceOf('repair', statedChance.repair, request.record),
  };
}

/** A fault of the customer's key that a repair lifts. */
export function canBeMended(key: PhysicalKey): boolean {
  return key.presence === 'here' && !key.madeHere && key.faults.some((fault) => fault !== 'deadRemote');
}

function deskRoute(request: RouteRequest): Route {
  const { desk, record } = request;
  const route: Route = { ...plain(request, 'desk'), how: 'The desk of the make orders, cuts and programs.' };
  if (!desk) return { ...route, verdict: refused('No desk of this make is known.', 'Add it to the prices.') };
  if (request.situation.wanted === 0)
    return { ...route, verdict: refused('No new key is wanted.', 'Set how many keys are wanted.') };
  return {
    ...route,
    how: `${desk.name}: ${desk.workingDays} working days${desk.tow ? ', and a tow since no key works' : ''}.`,
    needs: desk.tow ? [{ words: 'A tow', state: 'to do' }] : [],
    effect: 'The desk decides; ask which keys stay known.',
    plannedCount: 'cannotSay',
    cost: { cashMinor: desk.totalMinor, workMinor: 0, harmMinor: 0 },
    chance: chanceOf('desk', statedChance.desk, record),
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
    effect: effectOf(request, kind, others),
    others,
    time,
    cost: costOf(request, time, method),
    chance: chanceOf(kind, method.chance, record),
    noReturn: noReturnOf(request, method),
    plannedCount: plannedCount(situation, kind, others),
  };
}

function timeOf({ situation }: RouteRequest, method: PlatformMethod): WorkTime {
  const { sessionP50Minutes, keyP50Minutes, spread, waitsSeconds, others } = method;
  const each = Array.from({ length: Math.max(1, keysToLearn(situation, others)) }, () => ({
    p50Minutes: keyP50Minutes,
    spread,
  }));
  return workTime([{ p50Minutes: sessionP50Minutes, spread }, ...each], waitsSeconds);
}

/** Cash, work and stated harm of one attempt; what several routes share (a PIN, a right's use) is counted by the order. */
function costOf(request: RouteRequest, time: WorkTime, method?: PlatformMethod): RouteCost {
  const { money, stolen, situation } = request;
  const workMinor = Math.round((totalMinutes(time, 'p50') / 60) * money.rateMinor);
  if (!method) return { cashMinor: 0, workMinor, harmMinor: 0 };
  const article = method.article === null ? 0 : (money.articleMinor[method.article] ?? 0);
  const live = situation.keys.some((key) => key.presence === 'lost' && key.identityId !== null);
  const harmMinor =
    (touchesOnlyKey(request, method) ? money.onlyKeyHarmMinor : 0) +
    ((stolen && live && method.others === 'keep') || isAgainstChoice(request, method)
      ? money.stolenLiveHarmMinor
      : 0);
  return { cashMinor: article * (isClone(method.kind) ? situation.wanted : 1), workMinor, harmMinor };
}

/** Whether a way does what the customer chose not to have done. */
function isAgainstChoice({ chosen, situation }: RouteRequest, { kind, others }: PlatformMethod): boolean {
  if (chosen.missing !== undefined && chosen.missing !== others && missingKeys(situation) > 0) return true;
  if (chosen.copy === undefined || methods[kind].makes === 'remote') return false;
  return (chosen.copy === 'clone') !== isClone(kind) && others === 'keep';
}

function touchesOnlyKey({ situation }: RouteRequest, { kind }: PlatformMethod): boolean {
  if (!methods[kind].opensKey) return false;
  const inHand = situation.keys.filter(({ presence, madeHere }) => presence === 'here' && !madeHere);
  return inHand.length === 1;
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
