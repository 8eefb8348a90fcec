import { AsyncLocalStorage } from 'node:async_hooks';

const routes = new AsyncLocalStorage<string>();

/** From here on, what follows from the request that is being read is said to belong to this route. */
export function enterRoute(route: string): void {
  routes.enterWith(route);
}

/** The route of the request that is answered here; undefined where nobody asked. */
export function currentRoute(): string | undefined {
  return routes.getStore();
}

const word = /^[a-z][a-z.-]{0,30}$/;

/**
 * A request as the log may name it: the method and the words of its address. Numbers, ids, names and tokens are left out,
 * and so is what is asked.
 * @example routeOf('GET', '/jobs/1048/quote?x=1') // 'GET /jobs/{}/quote'
 */
export function routeOf(method: string, address: string): string {
  const [path = ''] = address.split('?');
  const parts = path.split('/').filter((part) => part !== '');
  // What follows these is of one person or key.
  const secret = parts[0] === 'offer' || parts[0] === 'tag';
  const shown = parts.map((part, at) => (word.test(part) && !(secret && at > 0) ? part : '{}'));
  return `${method} /${shown.join('/')}`;
}
