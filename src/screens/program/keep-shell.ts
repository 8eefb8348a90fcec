import { registerWorker } from '@/ui/device/register-worker';

/**
 * Lets this page open again without the server, where the browser can. The service worker has the shell of a run with the files that it
 * names; it keeps those too that the page has loaded beside.
 */
export async function keepShell(): Promise<void> {
  const worker = await registerWorker();
  if (!worker) return;
  const loaded = performance
    .getEntriesByType('resource')
    .map(({ name }) => new URL(name))
    .filter(
      ({ origin, pathname }) => origin === window.location.origin && pathname.startsWith('/_next/static/'),
    )
    .map(({ pathname, search }) => pathname + search);
  worker.postMessage({ type: 'CACHE_URLS', payload: { urlsToCache: [...new Set(loaded)] } });
}
