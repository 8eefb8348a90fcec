import type { MethodKind, Platform, PlatformMethod } from '@/core/catalogue/platform';
import { formatMinutes } from '@/core/kinds/units';
import { isUsable, type KeySituation, knownInHand } from './keys';
import { type Route, type RouteKind, routeKinds, type Verdict } from './route';
import { findTool, type VanKit } from './van-kit';
import { totalMinutes, type WorkTime, workTime } from './work-time';

export interface RouteRequest {
  readonly platform: Platform;
  readonly situation: KeySituation;
  readonly van: VanKit;
  /** Keys were stolen: whoever has them can come back for the car. */
  readonly stolen: boolean;
}

const feasible: Verdict = { feasible: true };
const refused = (fact: string, lift: string | null = null): Verdict => ({ feasible: false, fact, lift });

/** Minutes of a repair at the bench: half of all are quicker. */
const repairStep = { p50Minutes: 14, spread: 0.4 };

/** Every route, in the order of `routeKinds`: feasible, or refused with the fact that refuses it. */
export function findRoutes(request: RouteRequest): Route[] {
  return routeKinds.map((kind) => {
    if (kind === 'none') return noneRoute(request);
    if (kind === 'repair') return repairRoute(request);
    return methodRoute(request, kind);
  });
}

export interface Advice {
  readonly kind: RouteKind;
  readonly why: string;
}

/**
 * The route to take first: none where nothing is programmed, a repair where that is the whole job, an erase where keys
 * were stolen, otherwise the quickest feasible one. Undefined where every route is refused.
 */
export function adviseRoute(routes: readonly Route[], request: RouteRequest): Advice | undefined {
  const open = routes.filter(({ verdict }) => verdict.feasible);
  const has = (kind: RouteKind) => open.some((route) => route.kind === kind);
  if (has('none'))
    return { kind: 'none', why: `${request.platform.name} has no chip to learn: the right cut is enough.` };
  if (has('repair') && request.situation.wanted === 0) {
    return { kind: 'repair', why: 'The key in hand works once it is mended, and no new key is wanted.' };
  }
  if (request.stolen && has('aklErase')) {
    return { kind: 'aklErase', why: 'Keys were stolen: only an erase stops them from starting the car.' };
  }
  const timed = open
    .filter(({ kind }) => kind !== 'repair')
    .flatMap((route) => (route.time ? [{ ...route, time: route.time }] : []));
  const [quickest, next] = timed.sort((a, b) => totalMinutes(a.time, 'p50') - totalMinutes(b.time, 'p50'));
  if (!quickest)
    return has('repair') ? { kind: 'repair', why: 'The only route that nothing refuses.' } : undefined;
  const saved = next ? totalMinutes(next.time, 'p50') - totalMinutes(quickest.time, 'p50') : 0;
  return {
    kind: quickest.kind,
    why: next
      ? `The quickest feasible route, by ${formatMinutes(saved)}.`
      : 'The only route for a new key that nothing refuses.',
  };
}

function noneRoute({ platform, situation }: RouteRequest): Route {
  const plain = platform.chipFamily === 'none' || platform.chipFamily === 'PEL';
  return {
    kind: 'none',
    verdict: plain
      ? feasible
      : refused(`${platform.name} starts only with a learned chip (${platform.chipFamily}).`),
    how:
      platform.chipFamily === 'PEL'
        ? 'The right cut and the right pellet; nothing is programmed.'
        : 'The right cut; nothing is programmed.',
    needs: platform.chipFamily === 'PEL' ? ['Blank with the pellet of this car'] : ['Blank'],
    effect: 'No other key changes.',
    time: plain ? workTime([], []) : null,
    plannedCount: unchanged(situation),
  };
}

function repairRoute({ situation }: RouteRequest): Route {
  const broken = situation.keys.filter(
    (key) => key.presence === 'here' && !key.madeHere && key.faults.length > 0,
  );
  return {
    kind: 'repair',
    verdict:
      broken.length > 0
        ? feasible
        : refused(
            'No key in hand has a fault that can be mended.',
            'Note the fault of the worn key on the ring.',
          ),
    how: 'Cell, buttons, or the old board in a new case.',
    needs: broken.length > 0 ? broken.map((key) => `Key ${key.tag}, ${key.name}`) : ['The worn key'],
    effect: 'No other key changes; the mended one stays known.',
    time:
      broken.length > 0
        ? workTime(
            broken.map(() => repairStep),
            [],
          )
        : null,
    plannedCount: unchanged(situation),
  };
}

function methodRoute(request: RouteRequest, kind: MethodKind): Route {
  const { platform, situation } = request;
  const method = platform.methods.find((one) => one.kind === kind);
  if (!method) {
    return {
      kind,
      verdict: refused(`${platform.name} has no such way.`),
      how: '',
      needs: [],
      effect: '',
      time: null,
      plannedCount: unchanged(situation),
    };
  }
  return {
    kind,
    verdict: judge(request, method),
    how: method.how,
    needs: needsOf(request, method),
    effect: effectOf(situation, kind),
    time: timeOf(situation, method),
    plannedCount: plannedCount(situation, kind),
  };
}

function judge({ platform, situation, van }: RouteRequest, method: PlatformMethod): Verdict {
  const { memory, wanted } = situation;
  const learned = keysToLearn(situation, method.kind);
  if (wanted === 0 && method.kind !== 'aklErase')
    return refused('No new key is wanted.', 'Set how many keys are wanted.');

  const inHand = knownInHand(situation).filter(isUsable);
  const helpers = inHand.filter(({ rank }) => rank !== 'valet');
  if (helpers.length < method.knownKeysNeeded) {
    const valets = inHand.length - helpers.length;
    const fact = `Needs ${keys(method.knownKeysNeeded)} that the car knows in hand; ${helpers.length} here${valets > 0 ? ', the valet cannot introduce another' : ''}.`;
    return refused(fact, 'Ask for every key there is.');
  }
  if (method.kind === 'aklErase') {
    if (learned > memory.maximum)
      return refused(`${learned} keys to learn, the car holds ${memory.maximum}.`, 'Leave a key out.');
    if (learned < memory.minimum) {
      return refused(
        `The car wants at least ${keys(memory.minimum)} after an erase; ${learned} would be there.`,
        'Take a second key.',
      );
    }
  } else if (typeof memory.knownCount === 'number' && memory.knownCount + wanted > memory.maximum) {
    return refused(
      `The memory is full: ${memory.knownCount} known of ${memory.maximum}.`,
      'Erase and learn again the keys that are here.',
    );
  }
  if (method.kind === 'onBoard') return feasible;
  const tool = findTool(van, platform, method.kind);
  return tool.ok ? feasible : refused(tool.fact, tool.lift);
}

function needsOf({ platform, situation, van }: RouteRequest, method: PlatformMethod): string[] {
  const needs: string[] = [];
  if (method.knownKeysNeeded > 0) needs.push(`${keys(method.knownKeysNeeded)} that the car knows`);
  if (method.kind !== 'onBoard') {
    const tool = findTool(van, platform, method.kind);
    needs.push(tool.ok ? tool.words : 'A tool with cover');
  }
  if (method.needsPin) needs.push('The PIN, before the wait');
  if (method.needsTurning) needs.push('Blade cut first: the key must turn');
  if (method.waitsSeconds.some((wait) => wait >= 300))
    needs.push('12 V held by a proper supply for the wait');
  const learned = keysToLearn(situation, method.kind);
  if (learned > 1) needs.push(`All ${learned} keys ready before access is opened`);
  return needs;
}

function effectOf(situation: KeySituation, kind: MethodKind): string {
  const away = situation.keys.filter((key) => key.presence !== 'here' && key.identityId !== null).length;
  const inHand = knownInHand(situation).length;
  if (kind === 'aklErase') {
    const again =
      inHand > 0 ? ` ${inHand === 1 ? 'The key' : `The ${inHand} keys`} in hand must be learned again.` : '';
    return `Every key that is not here stops working, and can be learned anew if found.${again}`;
  }
  if (away > 0)
    return `${away === 1 ? 'The missing key stays' : `The ${away} missing keys stay`} live and can still start the car.`;
  return 'All keys the car knows stay known.';
}

/** The keys that go through the procedure: the wanted ones, and after an erase those in hand too. */
export function keysToLearn(situation: KeySituation, kind: RouteKind): number {
  const again = kind === 'aklErase' ? knownInHand(situation).filter(isUsable).length : 0;
  return situation.wanted + again;
}

function plannedCount(situation: KeySituation, kind: MethodKind): number | 'cannotSay' {
  const { knownCount } = situation.memory;
  if (kind === 'aklErase') return knownCount === 'cannotSay' ? 'cannotSay' : keysToLearn(situation, kind);
  return typeof knownCount === 'number' ? knownCount + situation.wanted : 'cannotSay';
}

function unchanged({ memory }: KeySituation): number | 'cannotSay' {
  return typeof memory.knownCount === 'number' ? memory.knownCount : 'cannotSay';
}

function timeOf(situation: KeySituation, method: PlatformMethod): WorkTime {
  const { sessionP50Minutes, keyP50Minutes, spread, waitsSeconds, kind } = method;
  const each = Array.from({ length: keysToLearn(situation, kind) }, () => ({
    p50Minutes: keyP50Minutes,
    spread,
  }));
  return workTime([{ p50Minutes: sessionP50Minutes, spread }, ...each], waitsSeconds);
}

function keys(count: number): string {
  return count === 1 ? 'one key' : `${count} keys`;
}
