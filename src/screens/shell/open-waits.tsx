'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { useEffect, useState } from 'react';
import { noteUnreachable } from '@/ui/connection';
import { noteCame, type ShopTime } from '@/ui/use-shop-clock';
import { WaitBar } from '@/ui/wait-bar';
import type { OpenWait } from '@/usecases/jobs/waits';

interface Waits {
  readonly time: ShopTime;
  readonly waits: readonly OpenWait[];
}

const everyMs = 10_000;

/** Waits of runs at any car, on every page but that of the run itself: they sound here too when they are over. */
export function OpenWaits() {
  const path = usePathname();
  const [found, setFound] = useState<Waits>();
  useEffect(() => {
    let gone = false;
    const look = async () => {
      try {
        const answer = await fetch('/api/v1/waits', { cache: 'no-store' });
        if (!answer.ok) return;
        const told = (await answer.json()) as { nowMs: number; rate: number; waits: readonly OpenWait[] };
        const time = { now: new Date(told.nowMs), rate: told.rate };
        noteCame(time.now);
        if (!gone) setFound({ time, waits: told.waits });
      } catch {
        // What was seen last burns on.
        noteUnreachable();
      }
    };
    const seen = () => {
      if (document.visibilityState === 'visible') void look();
    };
    void look();
    const timer = setInterval(look, everyMs);
    document.addEventListener('visibilitychange', seen);
    return () => {
      gone = true;
      clearInterval(timer);
      document.removeEventListener('visibilitychange', seen);
    };
  }, []);
  const elsewhere = found?.waits.filter(({ jobNumber }) => path !== `/jobs/${jobNumber}/program`) ?? [];
  if (!found || elsewhere.length === 0) return null;
  return (
    <section aria-label="Waits" className="no-print grid gap-2 px-4 pt-3 lg:grid-cols-3">
      {elsewhere.map(({ runId, jobNumber, car, ends, fromMs, usualMs, longestMs }) => (
        <div key={runId}>
          <WaitBar
            key={fromMs}
            label={`K-${jobNumber} ${car}`}
            from={new Date(fromMs)}
            until={new Date(usualMs)}
            longest={new Date(longestMs)}
            time={found.time}
            meanwhile={`A wait ${ends}.`}
            over="By its usual time it is over: look at the car."
            soundsLate
          />
          <Link
            href={`/jobs/${jobNumber}/program`}
            prefetch={false}
            className="inline-flex min-h-11 items-center text-small underline"
          >
            To the run of K-{jobNumber}
          </Link>
        </div>
      ))}
    </section>
  );
}
