import type { Purpose } from '@/core/kinds/purpose';
import { methodOf, type OthersEffect, type RouteKind } from './route';

/** What decides how a route is weighed at the gate. */
export interface PurposeGround {
  /** What it does to the other keys. */
  readonly others?: OthersEffect;
  /** Whether a key in hand works: where none does, a key that is made opens the car, chip or not. */
  readonly worksInHand: boolean;
}

/** What an attempt of a route does to the car. The dealer works on its own authority; a repair gives back what was there, unless nothing worked: then the mended key opens the car. */
export function purposeOf(route: RouteKind, { others = 'keep', worksInHand }: PurposeGround): Purpose {
  if (route === 'noProgramming') return worksInHand ? 'plainCopy' : 'handOver';
  if (route === 'repair' && !worksInHand) return 'handOver';
  const method = methodOf(route);
  if (!method) return 'repair';
  return others === 'erase' && method.purpose === 'learn' ? 'erase' : method.purpose;
}
