'use client';

import { useEffect, useState } from 'react';

const event = 'kilnsman:unreachable';
/** So often the server is looked for while it cannot be reached. */
export const againMs = 4_000;

/** Says that a request did not get to the server. */
export function noteUnreachable(): void {
  window.dispatchEvent(new Event(event));
}

/** Whether anything answers, be it that it cannot work. */
export function isThere(): Promise<boolean> {
  return fetch('/api/health', { cache: 'no-store' }).then(
    () => true,
    () => false,
  );
}

/** Whether the server can be reached, as the device says and as the page's own requests have met it. */
export function useConnection(): boolean {
  const [there, setThere] = useState(true);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let gone = false;
    const look = async () => {
      clearTimeout(timer);
      const found = await isThere();
      if (gone) return;
      setThere(found);
      clearTimeout(timer);
      if (!found) timer = setTimeout(look, againMs);
    };
    const signs = ['online', 'offline', event] as const;
    for (const sign of signs) window.addEventListener(sign, look);
    return () => {
      gone = true;
      clearTimeout(timer);
      for (const sign of signs) window.removeEventListener(sign, look);
    };
  }, []);
  return there;
}

/** Does something again and again while it is there, and at once when the device says that it has a connection. */
export function useAgain(again: (() => void) | undefined): void {
  useEffect(() => {
    if (!again) return;
    const timer = setInterval(again, againMs);
    window.addEventListener('online', again);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', again);
    };
  }, [again]);
}
