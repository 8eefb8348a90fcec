'use client';

import { useEffect, useRef, useState } from 'react';

/** The shop's time as a page was made with it, and how fast it runs on. */
export interface ShopTime {
  readonly now: Date;
  /** 1 as any clock, 0 where it stands still. */
  readonly rate: number;
}

/**
 * The time of an act by the server's clock: what it said when the page was made, and what has gone by since. A device whose
 * own clock is wrong still records the right time.
 */
export function useShopClock(now: Date, rate = 1): () => Date {
  const shown = useRef({ at: now.getTime(), since: 0 });
  const at = now.getTime();
  useEffect(() => {
    shown.current = { at, since: performance.now() };
  }, [at]);
  return () => new Date(shown.current.at + rate * (performance.now() - shown.current.since));
}

const tickMs = 500;

/** The time by the server's clock, said anew twice a second. */
export function useTicking({ now, rate }: ShopTime): Date {
  const read = useShopClock(now, rate);
  const [shown, setShown] = useState(now);
  const latest = useRef(read);
  latest.current = read;
  useEffect(() => {
    const timer = setInterval(() => setShown(latest.current()), tickMs);
    return () => clearInterval(timer);
  }, []);
  return shown;
}
