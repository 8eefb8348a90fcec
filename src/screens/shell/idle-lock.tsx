'use client';

import { useEffect, useState } from 'react';
import { Button } from '@/ui/button';
import { markLocked } from '@/ui/device/device-store';
import { coverEvent, lockScreen } from '@/ui/device/lock-screen';
import { staysOpen } from '@/ui/stay-open';

const tellEveryMs = 60_000;

/**
 * Locks this screen when nobody has touched it for the shop's minutes; while somebody does, tells the server so. Without the server
 * the page is covered and goes on beneath: what runs at the car is not lost for a lock.
 */
export function IdleLock({
  minutes,
  isServed = true,
}: {
  readonly minutes: number;
  /** Whether the server gave this page to somebody who is signed in; false for the shell of a run. */
  readonly isServed?: boolean;
}) {
  const [covered, setCovered] = useState(false);
  useEffect(() => {
    if (isServed) void markLocked(false).catch(() => {});
  }, [isServed]);
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
      if (staysOpen(Date.now())) seen = Date.now();
      if (Date.now() - seen > minutes * 60_000) lockScreen();
    }, 5_000);
    const signs = ['pointerdown', 'keydown', 'wheel'] as const;
    for (const sign of signs) window.addEventListener(sign, touch, { passive: true });
    const cover = () => setCovered(true);
    window.addEventListener(coverEvent, cover);
    return () => {
      clearInterval(timer);
      window.removeEventListener(coverEvent, cover);
      for (const sign of signs) window.removeEventListener(sign, touch);
    };
  }, [minutes]);
  if (!covered) return null;
  return (
    <div
      role="dialog"
      aria-modal="true"
      aria-label="Locked"
      className="fixed inset-0 z-50 flex flex-col items-center justify-center gap-4 bg-slip p-6 text-center"
    >
      <p className="text-ask font-semibold">Locked, without the server</p>
      <p className="text-mute">
        What runs at the car goes on. It opens again with the passcode once the server answers.
      </p>
      <Button look="main" onClick={() => lockScreen()}>
        Try to unlock
      </Button>
    </div>
  );
}
