'use client';

import { useEffect } from 'react';

/** What of the page holds words that are not stored yet, and whether they would be lost with it. */
const holders = new Map<object, 'lost' | 'kept'>();

/**
 * Says that words stand on the page. Those that would be lost with it are asked for before it is left; while any stand, keys alone
 * do nothing.
 * @param kept the device keeps them: they come back
 */
export function useUnsaved(isTyped: boolean, kept = false): void {
  useEffect(() => {
    if (!isTyped) return;
    const holder = {};
    holders.set(holder, kept ? 'kept' : 'lost');
    return () => {
      holders.delete(holder);
    };
  }, [isTyped, kept]);
}

/** Words stand on the page that would be lost with it. */
export function hasUnsaved(): boolean {
  return [...holders.values()].includes('lost');
}

/** Somebody is in the middle of words, kept or not. */
export function hasWords(): boolean {
  return holders.size > 0;
}

/** Somebody said that the words may go. */
export function forgetUnsaved(): void {
  holders.clear();
}
