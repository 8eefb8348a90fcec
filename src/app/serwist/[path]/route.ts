import { randomUUID } from 'node:crypto';
import { createSerwistRoute } from '@serwist/turbopack';

/** The service worker, made at build: of all pages it keeps two, the shell of a run and the one without a connection, which hold nothing of the shop. */
export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  swSrc: 'src/workers/shell.worker.ts',
  useNativeEsbuild: true,
  globPatterns: [],
  // Each build has its own.
  additionalPrecacheEntries: ['/run-shell', '/no-connection'].map((url) => ({ url, revision: randomUUID() })),
});
