'use client';

import { useEffect } from 'react';
import { forgetUnsaved } from '@/ui/unsaved';

const tellEveryMs = 60_000;

/** Locks this screen when nobody has touched it for the shop's minutes; while somebody does, tells the server so. */
export function IdleLock({ minutes }: { readonly minutes: number }) {
  useEffect(() => {
    let seen = Date.now();
    let told = Date.now();
    const touch = () => {
      seen = Date.now();
      if (seen - told < tellEveryMs) return;
      told = seen;
      fetch('/api/session', { method: 'POST' }).then(
        (answer) => {
          if (answer.status === 401) window.location.reload();
        },
        () => {},
      );
    };
    const timer = setInterval(() => {
      if (Date.now() - seen > minutes * 60_000) lockScreen();
    }, 5_000);
    const signs = ['pointerdown', 'keydown', 'wheel'] as const;
    for (const sign of signs) window.addEventListener(sign, touch, { passive: true });
    return () => {
      clearInterval(timer);
      for (const sign of signs) window.removeEventListener(sign, touch);
    };
  }, [minutes]);
  return null;
}

/** Locks the session and leaves nothing of the page on the screen. */
export async function lockScreen(): Promise<void> {
  const { pathname, search } = window.location;
  await fetch('/api/session', { method: 'DELETE' }).catch(() => {});
  // A locked screen shows nothing and asks nothing.
  forgetUnsaved();
  window.location.assign(`/locked?to=${encodeURIComponent(pathname + search)}`);
}
