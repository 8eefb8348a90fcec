'use client';

import { usePathname, useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { DeviceStore } from '@/ui/device/device-store';
import type { QueuedEvent } from './run-transport';

const everyMs = 10_000;
const runPage = /^\/jobs\/\d+\/program$/;

/** Sends what waits of runs from any page: whoever leaves a run's page before all was sent loses nothing. */
export function RunOutbox({ personId }: { readonly personId: string }) {
  const path = usePathname();
  const router = useRouter();
  const isAtRun = runPage.test(path);
  useEffect(() => {
    // The run's own page sends for itself.
    if (isAtRun) return;
    let gone = false;
    const look = () => {
      // What was sent may change what this page shows, which was made before.
      sendWaiting(personId, () => gone).then(
        (sent) => {
          if (sent && !gone) router.refresh();
        },
        () => {},
      );
    };
    look();
    const timer = setInterval(look, everyMs);
    return () => {
      gone = true;
      clearInterval(timer);
    };
  }, [personId, isAtRun, router]);
  return null;
}

/** Sends what waits of all runs. @returns whether something did */
async function sendWaiting(personId: string, isGone: () => boolean): Promise<boolean> {
  const store = await DeviceStore.open(personId);
  try {
    const waiting = (await store.list<readonly QueuedEvent[]>('outbox')).filter(
      ({ value }) => value.length > 0,
    );
    if (waiting.length === 0) return false;
    // Hardly ever needed: no page carries it.
    const [{ RunEngine }, { runTransport }] = await Promise.all([
      import('./run-engine'),
      import('./run-transport'),
    ]);
    for (const { id } of waiting) {
      if (isGone()) return false;
      const engine = new RunEngine(id, store, runTransport(id), () => {});
      await engine.open();
      engine.close();
    }
    return true;
  } finally {
    store.close();
  }
}
