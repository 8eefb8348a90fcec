import { keysToLearn, keyWord } from './keys-to-learn';
import { makesKey, methodOf, type Route, type RouteRequest } from './route';
import { findRoutes } from './routes';
import { leavesStolenLive } from './stolen';

/**
 * How many new keys it takes until the van has a way: more than are wanted where an erase would leave the car with fewer
 * keys than it demands, and nothing else is open but to change the module or to leave it to the dealer. Where no new key is
 * wanted, only a stolen one is reason to make some.
 */
export function keysAtLeast(request: RouteRequest): number {
  const { platform, situation, stolen } = request;
  const { wanted } = situation;
  if (wanted === 0 && !stolen) return wanted;
  if (findRoutes(request).some((route) => isOpen(route, request))) return wanted;
  const short = platform.methods
    .filter(({ kind, others }) => others === 'erase' && methodOf(kind)?.makes === 'key')
    .map((method) => wanted + Math.max(0, situation.memory.minimum - keysToLearn(situation, method)))
    .filter((keys) => keys > wanted)
    .sort((a, b) => a - b);
  return (
    short.find((keys) => {
      const more = { ...request, situation: { ...situation, wanted: keys } };
      return findRoutes(more).some((route) => isOpen(route, more));
    }) ?? wanted
  );
}

/** Whether the van makes the key by this route without changing the car for it. */
function isOpen(route: Route, request: RouteRequest): boolean {
  const { kind, verdict } = route;
  return (
    verdict.feasible &&
    makesKey(kind) &&
    kind !== 'dealer' &&
    !methodOf(kind)?.changesCar &&
    !leavesStolenLive(route, request)
  );
}

/** Why there are more new keys than were asked for; nothing where there are not. */
export function moreKeysNote({
  keys,
  keysAsked,
}: {
  readonly keys: number;
  readonly keysAsked?: number;
}): string[] {
  if (keysAsked === undefined) return [];
  return [
    `${keys === 1 ? 'One new key' : `${keys} new keys`} instead of ${keysAsked === 0 ? 'none' : keyWord(keysAsked)}: after an erase this car starts only where it knows as many keys as it demands.`,
  ];
}
