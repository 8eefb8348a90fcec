/** Has this browser keep the service worker, where it can: it holds what is asked while there is no server. */
export async function registerWorker(): Promise<ServiceWorker | null> {
  if (!('serviceWorker' in navigator)) return null;
  await navigator.serviceWorker.register('/serwist/sw.js', { scope: '/' });
  const { active } = await navigator.serviceWorker.ready;
  return active;
}
