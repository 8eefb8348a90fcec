import type { Purpose } from '@/core/kinds/purpose';
import { methodOf, type OthersEffect, type RouteKind } from './route';

/** What an attempt of a route does to the car. The desk works on its own authority. */
export function purposeOf(route: RouteKind, others: OthersEffect = 'keep'): Purpose {
  const method = methodOf(route);
  if (!method) return 'repair';
  return others === 'erase' && method.purpose === 'learn' ? 'erase' : method.purpose;
}
