import type { PlatformMethod } from '@/core/catalogue/platform';
import { helpersOf } from './judge-route';
import { isClone, type RouteRequest } from './route';

/** How often a key of which nobody knows the rank is a master. Stated; rings that come with one key mostly lack a valet. */
const masterShare = 0.7;

/** Whether a way rests on a master and the keys in hand are not all known to be one: an untested rank is a doubt. */
export function wantsRankTest(
  request: Pick<RouteRequest, 'platform' | 'situation'>,
  method: PlatformMethod,
): boolean {
  return rankChance(request, method) < 1;
}

/**
 * How likely enough of the keys that would help are masters: 1 where the platform has no ranks, the way needs none, or
 * enough are known to be.
 */
export function rankChance(
  request: Pick<RouteRequest, 'platform' | 'situation'>,
  method: PlatformMethod,
): number {
  if (request.platform.rank === 'none' || method.knownKeysNeeded === 0 || isClone(method.kind)) return 1;
  const helpers = helpersOf(request, method);
  const masters = helpers.filter(({ rank }) => rank === 'master').length;
  return atLeast(method.knownKeysNeeded - masters, helpers.length - masters);
}

/** The chance that at least so many of `among` untested keys are masters. */
function atLeast(needed: number, among: number): number {
  if (needed <= 0) return 1;
  if (among <= 0) return 0;
  return masterShare * atLeast(needed - 1, among - 1) + (1 - masterShare) * atLeast(needed, among - 1);
}
