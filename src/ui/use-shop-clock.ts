'use client';

import { useEffect, useRef, useState } from 'react';

/** The shop's time as a page was made with it, and how fast it runs on. */
export interface ShopTime {
  readonly now: Date;
  /** 1 as any clock, 0 where it stands still. */
  readonly rate: number;
}

/** When each moment that the server said came to this page: a part that is shown later counts from there, and not from its own birth. */
const cameAt = new WeakMap<Date, number>();

/** Notes that a moment came from the server just now, where it was not noted before. */
export function noteCame(now: Date): number {
  const since = cameAt.get(now) ?? performance.now();
  cameAt.set(now, since);
  return since;
}

/**
 * The time of an act by the server's clock: what it said when the page was made, and what has gone by since. A device whose
 * own clock is wrong still records the right time.
 */
export function useShopClock(now: Date, rate = 1): () => Date {
  const shown = useRef({ at: now.getTime(), since: 0 });
  useEffect(() => {
    shown.current = { at: now.getTime(), since: noteCame(now) };
  }, [now]);
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
    setShown(latest.current());
    const timer = setInterval(() => setShown(latest.current()), tickMs);
    return () => clearInterval(timer);
  }, []);
  return shown;
}
