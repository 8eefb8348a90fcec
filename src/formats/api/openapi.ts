import { benchCarPaths } from './bench-car';
import { bladePaths } from './blade';
import { identifyPaths } from './identify';
import { importPaths } from './imports';
import { jobPaths } from './jobs';
import { libraryPaths } from './library';
import { anyObject, operation, type Paths, problemSchema } from './operation';
import { pelletPaths } from './pellet';
import { procedurePaths } from './procedures';
import { programPaths } from './programs';
import { quotePaths } from './quote';
import { routePaths } from './routes';
import { vinPaths } from './vin';

/** Every subject with the paths it tells of itself. */
const paths: Paths = {
  ...vinPaths,
  ...identifyPaths,
  ...bladePaths,
  ...benchCarPaths,
  ...procedurePaths,
  ...pelletPaths,
  ...routePaths,
  ...quotePaths,
  ...jobPaths,
  ...libraryPaths,
  ...importPaths,
  ...programPaths,
  '/openapi.json': {
    get: operation({ summary: 'This document', answer: anyObject, refusals: [], open: true }),
  },
};

/** The OpenAPI 3.1 document of `/api/v1`. */
export function openApiDocument(): Record<string, unknown> {
  return {
    openapi: '3.1.0',
    info: {
      title: 'Kilnsman',
      version: '1',
      description:
        'What the benches compute, the lists of the library in and out, and the jobs. Errors are problem details (RFC 9457) that name the field, never its value.',
    },
    servers: [{ url: '/api/v1' }],
    security: [{ session: [] }],
    paths: named(paths),
    components: {
      schemas: { Problem: problemSchema },
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'kilnsman_session' },
        token: {
          type: 'http',
          scheme: 'bearer',
          description: 'A program’s token, with its scopes, made in Settings',
        },
      },
    },
  };
}

/** Each operation with the name that a client calls it by. */
function named(all: Paths): Paths {
  return Object.fromEntries(
    Object.entries(all).map(([path, methods]) => [
      path,
      Object.fromEntries(
        Object.entries(methods).map(([method, told]) => [
          method,
          { operationId: operationId(method, path), ...told },
        ]),
      ),
    ]),
  );
}

/** @example operationId('post', '/jobs/{number}/cutting-list') // 'postJobsByNumberCuttingList' */
export function operationId(method: string, path: string): string {
  const words = path
    .replaceAll('{', 'by-')
    .split(/[^A-Za-z0-9]+/)
    .filter(Boolean)
    .map((word) => word[0]?.toUpperCase() + word.slice(1));
  return method + words.join('');
}
