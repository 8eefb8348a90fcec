import type { Purpose } from '@/core/authority/purposes';
import { isClone, type OthersEffect, type RouteKind } from './route';

/** What an attempt of a route does to the car. The desk works on its own authority. */
export function purposeOf(route: RouteKind, others: OthersEffect = 'keep'): Purpose {
  if (route === 'none' || route === 'repair' || route === 'desk') return 'repair';
  if (isClone(route)) return 'clone';
  if (route === 'image') return 'keyImage';
  return others === 'erase' || route === 'aklErase' || route === 'replace' ? 'erase' : 'learn';
}
