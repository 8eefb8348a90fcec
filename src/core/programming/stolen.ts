import { isMissing } from './key-count';
import type { Route, RouteRequest } from './route';

/**
 * Whether a route leaves a stolen key live: it is no way then, unless the customer chose so. The dealer decides for itself;
 * a car without a memory has nothing to erase.
 */
export function leavesStolenLive(
  { kind, others }: Pick<Route, 'kind' | 'others'>,
  { stolen, situation, chosen }: Pick<RouteRequest, 'stolen' | 'situation' | 'chosen'>,
): boolean {
  if (!stolen || chosen.missing === 'keep' || kind === 'dealer') return false;
  return others === 'keep' && isMissing(situation);
}
