import { methods } from '@/core/catalogue/methods';
import type { PlatformMethod } from '@/core/catalogue/platform';
import { learnsKey, type RemoteApart, type RouteRequest } from './route';
import { chanceOf } from './route-chance';
import { findTool } from './van-kit';
import { waitTime, workTime } from './work-time';

/**
 * The platform's own way of learning a remote, where the new keys have one and the route does not learn it: a copy of the
 * chip has no remote, one onto the remote's own board has.
 */
export function remoteMethod(
  { platform, situation, withRemote }: Pick<RouteRequest, 'platform' | 'situation' | 'withRemote'>,
  { kind }: Pick<PlatformMethod, 'kind'>,
): PlatformMethod | undefined {
  if (!withRemote || platform.remoteLearned !== 'apart' || situation.wanted === 0) return undefined;
  if (!learnsKey(kind) && !methods[kind].ontoRemote) return undefined;
  return platform.methods.find((one) => methods[one.kind].makes === 'remote');
}

/** What learning the remotes of a route's keys takes; null where they are learned with the transponder, or there are none. */
export function remoteApart(request: RouteRequest, method: PlatformMethod): RemoteApart | null {
  const remote = remoteMethod(request, method);
  if (!remote) return null;
  const { platform, van, market, situation, record } = request;
  const tool = remote.needsTool ? findTool(van, platform, remote.kind, market) : undefined;
  const waited = waitTime(remote.waits);
  return {
    how: remote.how,
    time: workTime(remoteSteps(remote, situation.wanted), [waited.usualSeconds], waited.p80Seconds),
    chance: chanceOf(remote.kind, remote.chance, record),
    refused: tool && !tool.ok ? tool.fact : null,
  };
}

/** One session for so many remotes. */
export function remoteSteps(
  {
    sessionP50Minutes,
    keyP50Minutes,
    spread,
  }: Pick<PlatformMethod, 'sessionP50Minutes' | 'keyP50Minutes' | 'spread'>,
  remotes: number,
): { readonly p50Minutes: number; readonly spread: number }[] {
  return [
    { p50Minutes: sessionP50Minutes, spread },
    ...Array.from({ length: remotes }, () => ({ p50Minutes: keyP50Minutes, spread })),
  ];
}
