import { methods } from '@/core/catalogue/methods';
import type { Platform, PlatformMethod } from '@/core/catalogue/platform';
import { pinSourceWords } from '@/core/catalogue/platform';
import { adviseRoute } from '@/core/programming/advice';
import { firstTry } from '@/core/programming/attempt-order';
import { missingKeys } from '@/core/programming/key-count';
import type { KeySituation, PhysicalKey } from '@/core/programming/keys';
import { keysAtLeast } from '@/core/programming/keys-at-least';
import { keysToLearn } from '@/core/programming/keys-to-learn';
import { mends } from '@/core/programming/mends';
import { onlyByModule } from '@/core/programming/only-by-module';
import { pelletStep } from '@/core/programming/pellet-step';
import { furtherSources, orderOfSources } from '@/core/programming/pin';
import {
  makesKey,
  type RemoteApart,
  type Route,
  type RouteKind,
  type RouteRequest,
} from '@/core/programming/route';
import { findRoutes } from '@/core/programming/routes';
import { findTool } from '@/core/programming/van-kit';
import { waitTime } from '@/core/programming/work-time';
import type { KeyState, QuoteWay } from './quote';

/** What is known of the keys beside their routes. */
export interface KeysHeld {
  readonly allKeysLost: boolean;
  readonly drives: boolean;
  readonly hasPin: boolean;
  readonly cutFrom: NonNullable<KeyState['cutFrom']>;
}

/** The routes of a situation as the quote needs them; undefined where nothing is open. */
export function keyStateOf(
  request: RouteRequest,
  routes: readonly Route[],
  route: RouteKind,
  { allKeysLost, drives, hasPin, cutFrom }: KeysHeld,
): KeyState {
  const advice = adviseRoute(routes, request);
  return {
    route,
    ways: Object.fromEntries(
      routes
        .filter(({ time }) => time !== null)
        .map((one) => [one.kind, wayOf(one, routes, request, hasPin)]),
    ),
    order: advice?.order.steps.map(({ kind }) => kind) ?? [],
    allKeysLost,
    drives,
    cutFrom,
    module: onlyByModule(request.platform, request.situation),
    missing: missingKeys(request.situation),
  };
}

const nothing = { p50Minutes: 0, spread: 0 };

function wayOf(route: Route, routes: readonly Route[], request: RouteRequest, hasPin: boolean): QuoteWay {
  const { kind, verdict, chance, remote } = route;
  const { platform, van, market } = request;
  const method = platform.methods.find((one) => one.kind === kind);
  const step = kind === 'repair' ? mends.case : nothing;
  const pellet = kind === 'noProgramming' ? pelletStep(request) : null;
  const tool = method?.needsTool ? findTool(van, platform, method.kind, market) : undefined;
  const right = tool?.ok ? tool.right : undefined;
  const sources = method?.needsPin && !hasPin ? orderOfSources(request) : [];
  const [source] = sources;
  return {
    refused: verdict.feasible ? null : verdict.fact,
    sessionP50Minutes: method?.sessionP50Minutes ?? pellet?.work.p50Minutes ?? 0,
    keyP50Minutes: method?.keyP50Minutes ?? step.p50Minutes,
    spread: method?.spread ?? pellet?.work.spread ?? step.spread,
    waitsSeconds: usualWaits(method) ?? (pellet ? [pellet.waitSeconds] : []),
    ...(method && uncertainWaits(method, remote && remoteOf(remote, request))),
    ...(pellet && {
      pellet: { found: pellet.found, words: pellet.words },
      waitP80Seconds: pellet.waitP80Seconds,
    }),
    keysAgain: method ? keysToLearn(request.situation, method) - request.situation.wanted : 0,
    chance: chance?.value ?? 1,
    chanceRests: chance?.rests ?? '',
    remote: remote && remoteOf(remote, request),
    ...(verdict.feasible && makesKey(kind) && { firstTry: firstTry(kind, routes, request) }),
    credit: right?.useMinor ? { name: right.name, useMinor: right.useMinor, left: right.credits } : null,
    pin: source
      ? {
          source: pinSourceWords[source.source],
          minor: source.feeMinor,
          further: furtherSources(sources),
        }
      : null,
    usedUp: method?.article ? { article: method.article, eachKey: methods[method.kind].usesUpEachKey } : null,
  };
}

function usualWaits(method: PlatformMethod | undefined): readonly number[] | undefined {
  return method?.waits.map(({ usualSeconds }) => usualSeconds);
}

/** What four of five waits of a way stay under, those of its remotes with them, where that is not what they usually take. */
function uncertainWaits(
  { waits }: PlatformMethod,
  remote: QuoteWay['remote'],
): { readonly waitP80Seconds?: number } {
  const { usualSeconds, p80Seconds } = waitTime(waits);
  if (p80Seconds === usualSeconds) return {};
  return { waitP80Seconds: p80Seconds + (remote?.waitsSeconds ?? []).reduce((sum, wait) => sum + wait, 0) };
}

/** Learning the remotes as a line of its own; none where the van cannot. */
function remoteOf({ refused, chance }: RemoteApart, { platform }: RouteRequest): QuoteWay['remote'] {
  const method = platform.methods.find((one) => methods[one.kind].makes === 'remote');
  if (!method || refused !== null) return null;
  const { sessionP50Minutes, keyP50Minutes, spread } = method;
  return {
    sessionP50Minutes,
    keyP50Minutes,
    spread,
    waitsSeconds: usualWaits(method) ?? [],
    chance: chance.value,
    chanceRests: chance.rests,
  };
}

/** The same keys where a new one is wanted beside them; null where no route is open. */
export function besideState(request: RouteRequest, held: KeysHeld): KeyState | null {
  const one = { ...request, situation: { ...request.situation, wanted: 1 } };
  const wanted = keysAtLeast(one);
  const then = { ...one, situation: { ...one.situation, wanted } };
  const routes = findRoutes(then);
  const advice = adviseRoute(routes, then);
  return advice ? { ...keyStateOf(then, routes, advice.kind, held), keys: wanted } : null;
}

/** The same car after the job, when one more key is wanted, and when the last key is lost. */
export function laterStates(request: RouteRequest): { later: KeyState | null; lost: KeyState | null } {
  const { platform } = request;
  return {
    later: stateIn(request, oneKey(platform, 'here', 1), false),
    lost: stateIn(request, oneKey(platform, 'lost', Math.max(1, platform.slotsMinimum)), true),
  };
}

function stateIn(request: RouteRequest, situation: KeySituation, allKeysLost: boolean): KeyState | null {
  const then: RouteRequest = { ...request, situation, stolen: false, chosen: {} };
  const routes = findRoutes(then);
  const advice = adviseRoute(routes, then);
  if (!advice || advice.kind === 'dealer') return null;
  return {
    ...keyStateOf(then, routes, advice.kind, {
      allKeysLost,
      drives: !allKeysLost,
      hasPin: false,
      cutFrom: allKeysLost ? 'lock' : 'key',
    }),
    ...(situation.wanted > 1 && { keys: situation.wanted }),
  };
}

function oneKey(platform: Platform, presence: PhysicalKey['presence'], wanted: number): KeySituation {
  return {
    keys: [
      {
        id: 'key',
        tag: 1,
        name: 'Key',
        presence,
        rank: 'unknown',
        blade: 'good',
        faults: [],
        madeHere: false,
        identityId: 'identity',
      },
    ],
    identities: [{ id: 'identity', known: 'yes' }],
    memory: {
      knownCount: platform.count === 'cannotSay' ? 'cannotSay' : 1,
      maximum: platform.slotsMaximum,
      minimum: platform.slotsMinimum,
      ...(platform.slotsMaximum === 0 && { none: true }),
    },
    wanted,
  };
}
