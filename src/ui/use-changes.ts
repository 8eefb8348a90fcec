'use client';

import { useEffect } from 'react';

/** A job changed, or the stream was interrupted and anything may have. */
export type Change = { readonly kind: 'job'; readonly number: number } | { readonly kind: 'missed' };

const stream = '/api/live';
const name = 'kilnsman-changes';

/**
 * Calls `onChange` for every change of a job. The tabs of one browser share one stream: whoever holds the lock opens it
 * and passes on what it hears; where the page has no locks, each tab opens its own.
 */
export function useChanges(onChange: (change: Change) => void): void {
  useEffect(() => {
    const channel = new BroadcastChannel(name);
    channel.onmessage = ({ data }) => onChange(data as Change);
    let source: EventSource | undefined;
    let letGo = () => {};
    let gone = false;
    const pass = (change: Change) => {
      channel.postMessage(change);
      onChange(change);
    };
    const open = () => {
      source = new EventSource(stream);
      source.addEventListener('job', ({ data }) => pass({ kind: 'job', number: Number(data) }));
      source.addEventListener('missed', () => pass({ kind: 'missed' }));
      let opened = false;
      source.onopen = () => {
        if (opened) pass({ kind: 'missed' });
        opened = true;
      };
    };
    if (navigator.locks) {
      void navigator.locks.request(name, () => {
        if (gone) return undefined;
        open();
        return new Promise<void>((resolve) => {
          letGo = resolve;
        });
      });
    } else open();
    return () => {
      gone = true;
      source?.close();
      letGo();
      channel.close();
    };
  }, [onChange]);
}
