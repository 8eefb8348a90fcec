'use client';

import { useEffect, useRef } from 'react';

/**
 * The time of an act by the server's clock: what it said when the page was made, and what has gone by since. A device whose
 * own clock is wrong still records the right time.
 */
export function useShopClock(now: Date): () => Date {
  const shown = useRef({ at: now.getTime(), since: 0 });
  const at = now.getTime();
  useEffect(() => {
    shown.current = { at, since: performance.now() };
  }, [at]);
  return () => new Date(shown.current.at + performance.now() - shown.current.since);
}
