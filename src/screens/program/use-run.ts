'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { DeviceStore } from '@/ui/device/device-store';
import { useChanges } from '@/ui/use-changes';
import { RunEngine } from './run-engine';
import type { RunShown } from './run-shown';
import { runTransport } from './run-transport';

/** A run on this device; `shown` is null until it is here. */
export function useRun(runId: string, personId: string, jobNumber: number) {
  const router = useRouter();
  const engine = useRef<RunEngine>(undefined);
  const [shown, setShown] = useState<RunShown | null>(null);
  const [failed, setFailed] = useState<string | null>(null);

  useEffect(() => {
    let gone = false;
    let opened: RunEngine | undefined;
    let store: DeviceStore | undefined;
    const open = async () => {
      store = await DeviceStore.open(personId);
      if (gone) return;
      opened = new RunEngine(runId, store, runTransport(runId), setShown);
      engine.current = opened;
      await opened.open();
    };
    open().catch((error: unknown) => setFailed(error instanceof Error ? error.message : String(error)));
    const online = () => void opened?.sync();
    window.addEventListener('online', online);
    return () => {
      gone = true;
      window.removeEventListener('online', online);
      opened?.close();
      store?.close();
      engine.current = undefined;
    };
  }, [runId, personId]);

  useChanges(
    jobNumber,
    useCallback(() => void engine.current?.refresh(), []),
  );

  // What the page around shows (the ring, the stations) follows the run.
  const state = shown && `${shown.log.walk.taken.join()} ${shown.log.erased} ${shown.log.ended !== null}`;
  const firstState = useRef<string | null>(null);
  useEffect(() => {
    if (state === null || shown?.online !== true || shown.waiting > 0) return;
    if (firstState.current !== null && firstState.current !== state) router.refresh();
    firstState.current = state;
  }, [state, shown?.online, shown?.waiting, router]);

  return { shown, failed, engine };
}
