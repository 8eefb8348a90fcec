import type { Purpose } from '@/core/authority/authority';
import type { RouteKind } from './route';

/** What an attempt of a route does to the car. */
export function purposeOf(route: RouteKind): Purpose {
  switch (route) {
    case 'none':
    case 'repair':
      return 'repair';
    case 'aklErase':
      return 'erase';
    case 'onBoard':
    case 'add':
    case 'aklAdd':
      return 'learn';
  }
}
