'use client';

import { useEffect } from 'react';
import { sweepDrafts } from './call-drafts';

const everyMs = 60_000;

/** Takes out of the drafts of calls what may not be kept any longer, for as long as a page is open, a locked one too. */
export function useSweptDrafts(): void {
  useEffect(() => {
    // Where a browser keeps nothing there is nothing to take out.
    const sweep = () => void sweepDrafts().catch(() => {});
    sweep();
    const timer = setInterval(sweep, everyMs);
    return () => clearInterval(timer);
  }, []);
}
