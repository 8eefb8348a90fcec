import { CacheFirst, ExpirationPlugin, type PrecacheEntry, Serwist } from 'serwist';

declare const self: { readonly __SW_MANIFEST: readonly PrecacheEntry[] };

const shell = '/run-shell';
const runPage = /^\/jobs\/\d+\/program$/;

/** Lets the page of a run open without the server. What it shows comes from the device's own sealed store; no answer of the server is kept. */
const worker: Serwist = new Serwist({
  precacheEntries: [...self.__SW_MANIFEST],
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      // The program's own files, named by their content.
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/_next/static/'),
      handler: new CacheFirst({
        cacheName: 'program',
        plugins: [new ExpirationPlugin({ maxEntries: 240 })],
      }),
    },
    {
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && request.mode === 'navigate' && runPage.test(url.pathname),
      handler: async ({ request }): Promise<Response> => {
        try {
          return await fetch(request);
        } catch (error) {
          const kept = await worker.matchPrecache(shell);
          if (!kept) throw error;
          return kept;
        }
      },
    },
  ],
});

worker.addEventListeners();
