'use client';

import { useEffect } from 'react';

/** Keeps the screen from going dark while something is timed, where the device lets a page do that. */
export function useAwake(isTimed: boolean): void {
  useEffect(() => {
    if (!isTimed || !('wakeLock' in navigator)) return;
    let held: WakeLockSentinel | undefined;
    let gone = false;
    const hold = async () => {
      if (document.visibilityState !== 'visible') return;
      const lock = await navigator.wakeLock.request('screen').catch(() => undefined);
      // Where it was over meanwhile it is let go at once.
      if (gone) await lock?.release();
      else held = lock;
    };
    void hold();
    // A page that comes back in front has lost it.
    document.addEventListener('visibilitychange', hold);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', hold);
      void held?.release();
    };
  }, [isTimed]);
}
