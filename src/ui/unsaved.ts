'use client';

import { useEffect } from 'react';

/** What of the page holds words that are not stored yet. */
const holders = new Set<object>();

/** Says that words stand on the page that would be lost with it. */
export function useUnsaved(isUnsaved: boolean): void {
  useEffect(() => {
    if (!isUnsaved) return;
    const holder = {};
    holders.add(holder);
    return () => {
      holders.delete(holder);
    };
  }, [isUnsaved]);
}

export function hasUnsaved(): boolean {
  return holders.size > 0;
}

/** Somebody said that the words may go. */
export function forgetUnsaved(): void {
  holders.clear();
}
