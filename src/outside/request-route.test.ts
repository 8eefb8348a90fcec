import { expect, it } from 'vitest';
import { currentRoute, enterRoute, routeOf } from './request-route';

it.each([
  ['/', 'GET /'],
  ['/jobs/1048/quote?x=1', 'GET /jobs/{}/quote'],
  ['/library/code-series/row?id=Serin%20T', 'GET /library/code-series/row'],
  ['/api/v1/jobs/7/secrets/0190a1b2-0000-7000-8000-000000000001', 'GET /api/{}/jobs/{}/secrets/{}'],
  ['/offer/abcdef', 'GET /offer/{}'],
  ['/tag/x', 'GET /tag/{}'],
  ['/%0aSELECT', 'GET /{}'],
  ['/api/v1/openapi.json', 'GET /api/{}/openapi.json'],
])('%s is logged as %s', (address, route) => {
  expect(routeOf('GET', address)).toBe(route);
});

it('is known to what follows from a request, and to nothing else', async () => {
  const asked = new Promise<string | undefined>((resolve) => {
    setImmediate(() => {
      enterRoute('GET /jobs');
      setTimeout(() => resolve(currentRoute()), 1);
    });
  });
  expect(await asked).toBe('GET /jobs');
  expect(currentRoute()).toBeUndefined();
});
