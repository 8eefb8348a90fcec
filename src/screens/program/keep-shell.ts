import { registerWorker } from '@/ui/device/register-worker';

/** The files that a page names. */
const files = /\/_next\/static\/[^"'\\ )]+/g;

/**
 * Lets this page open again without the server, where the browser can: its service worker keeps the shell of a run and the
 * program's own files that it needs.
 */
export async function keepShell(): Promise<void> {
  const worker = await registerWorker();
  if (!worker) return;
  const shell = await (await fetch('/run-shell')).text();
  const named = [...shell.matchAll(files)].map(([file]) => file);
  const loaded = performance
    .getEntriesByType('resource')
    .map(({ name }) => new URL(name))
    .filter(
      ({ origin, pathname }) => origin === window.location.origin && pathname.startsWith('/_next/static/'),
    )
    .map(({ pathname, search }) => pathname + search);
  worker.postMessage({ type: 'CACHE_URLS', payload: { urlsToCache: [...new Set([...named, ...loaded])] } });
}
