import { CacheFirst, ExpirationPlugin, type PrecacheEntry, Serwist } from 'serwist';
import { namedFiles } from './named-files';

interface Opened {
  readonly url: string;
  focus(): Promise<unknown>;
}
interface Lasting extends Event {
  waitUntil(work: Promise<unknown>): void;
}
interface NotificationPress extends Lasting {
  readonly notification: { readonly data: { readonly href?: string } | null; close(): void };
}
declare const self: {
  readonly __SW_MANIFEST: readonly PrecacheEntry[];
  readonly clients: {
    matchAll(of: { type: 'window'; includeUncontrolled: true }): Promise<readonly Opened[]>;
    openWindow(href: string): Promise<unknown>;
  };
  addEventListener(kind: 'notificationclick', hear: (event: NotificationPress) => void): void;
  addEventListener(kind: 'install', hear: (event: Lasting) => void): void;
};

const runShell = '/run-shell';
const noConnection = '/no-connection';
const runPage = /^\/jobs\/\d+\/program$/;
/** A part of a page that is asked for without the server is asked for again, so often and so long. */
const againMs = 3_000;
const longestMs = 240_000;

/** The program's own files, named by their content. */
const files = new CacheFirst({
  cacheName: 'program',
  plugins: [new ExpirationPlugin({ maxEntries: 240 })],
});

/**
 * Keeps a page that is open from being lost where the server does not answer. The page of a run opens from the device's own sealed
 * store, every other says that there is no connection; what a link of an open page asks for waits. No answer of the server is kept.
 */
const worker: Serwist = new Serwist({
  precacheEntries: [...self.__SW_MANIFEST],
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/_next/static/'),
      handler: async (asked) => {
        const kept = await files.handle(asked);
        // All workers of the program begin with one file, and are told by its address after the # which they are: as a kept answer it
        // would have the address of the first.
        return asked.request.destination === 'worker' ? new Response(kept.body, kept) : kept;
      },
    },
    {
      matcher: ({ request, sameOrigin }) => sameOrigin && request.mode === 'navigate',
      handler: async ({ request, url }): Promise<Response> => {
        try {
          return await fetch(request);
        } catch (error) {
          const shell = runPage.test(url.pathname) ? runShell : noConnection;
          const kept = await worker.matchPrecache(shell);
          if (!kept) throw error;
          return kept;
        }
      },
    },
    {
      // The next page of an open one: without it the framework would leave the open page for none.
      matcher: ({ request, sameOrigin }) =>
        sameOrigin && request.method === 'GET' && request.headers.get('rsc') !== null,
      handler: ({ request }) => onceThere(request),
    },
  ],
});

async function onceThere(request: Request): Promise<Response> {
  const until = Date.now() + longestMs;
  for (;;) {
    try {
      return await fetch(request.clone());
    } catch (error) {
      if (request.signal.aborted || Date.now() > until) throw error;
      await new Promise((resolve) => setTimeout(resolve, againMs));
    }
  }
}

// A notification leads to where it is seen to: on the page that has it open, else on one of its own, so that no open page loses words.
self.addEventListener('notificationclick', (event) => {
  const { notification } = event;
  notification.close();
  const href = notification.data?.href ?? '/news';
  event.waitUntil(
    self.clients.matchAll({ type: 'window', includeUncontrolled: true }).then((pages) => {
      const open = pages.find(({ url }) => new URL(url).pathname === href);
      return open ? open.focus() : self.clients.openWindow(href);
    }),
  );
});

// A page that is kept is of no use without the files that it names: they are there before it may be wanted.
self.addEventListener('install', (event) => {
  event.waitUntil(Promise.all([runShell, noConnection].map((page) => keepFilesOf(page, event))));
});

async function keepFilesOf(page: string, event: Lasting): Promise<void> {
  const named = namedFiles(await (await fetch(page)).text());
  await Promise.all(named.flatMap((file) => files.handleAll({ event, request: new Request(file) })));
}

worker.addEventListeners();
