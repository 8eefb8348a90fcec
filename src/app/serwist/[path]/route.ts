import { randomUUID } from 'node:crypto';
import { createSerwistRoute } from '@serwist/turbopack';

/** The service worker, made at build: of all pages it keeps one, the shell of a run, which holds nothing of any job. */
export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  swSrc: 'src/workers/shell.worker.ts',
  useNativeEsbuild: true,
  globPatterns: [],
  // Each build has a shell of its own.
  additionalPrecacheEntries: [{ url: '/run-shell', revision: randomUUID() }],
});
