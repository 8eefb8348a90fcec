'use client';

import { useEffect } from 'react';

/** A job that is shown changed, or the stream was interrupted and anything may have. */
export type Change = { readonly kind: 'job'; readonly number: number } | { readonly kind: 'missed' };

/** What the tabs of a browser say to each other. */
type Word =
  | Change
  | { readonly kind: 'shows'; readonly number: number }
  | { readonly kind: 'left'; readonly number: number }
  | { readonly kind: 'who' };

const stream = '/api/live';
const name = 'kilnsman-changes';
/** Tabs that open or close within a moment change the stream once. */
const settledMs = 100;

/**
 * Calls `onChange` for every change of a job. The tabs of one browser share one stream of all the jobs that they show:
 * whoever holds the lock opens it, opens it anew where another job is shown, and passes on what it hears; where the page
 * has no locks, each tab opens its own.
 */
export function useChanges(number: number, onChange: (change: Change) => void): void {
  useEffect(() => {
    const channel = new BroadcastChannel(name);
    const say = (word: Word) => channel.postMessage(word);
    const hear = (change: Change) => {
      if (change.kind === 'missed' || change.number === number) onChange(change);
    };
    let shared: ReturnType<typeof openShared> | undefined;
    let gone = false;
    channel.onmessage = ({ data }) => {
      if (gone) return;
      const word = data as Word;
      if (word.kind === 'who') say({ kind: 'shows', number });
      else if (word.kind === 'shows') shared?.show(word.number);
      else if (word.kind === 'left') shared?.leave(word.number);
      else hear(word);
    };
    const open = () => {
      shared = openShared(number, say, (change) => {
        say(change);
        hear(change);
      });
      say({ kind: 'who' });
    };
    let letGo = () => {};
    if (navigator.locks) {
      void navigator.locks.request(name, () => {
        if (gone) return undefined;
        open();
        return new Promise<void>((resolve) => {
          letGo = resolve;
        });
      });
    } else open();
    say({ kind: 'shows', number });
    return () => {
      gone = true;
      say({ kind: 'left', number });
      shared?.close();
      letGo();
      channel.close();
    };
  }, [number, onChange]);
}

/** The one stream of a browser: of the jobs that its tabs show, opened anew as these change, with no gap between. */
function openShared(own: number, say: (word: Word) => void, pass: (change: Change) => void) {
  const shown = new Set([own]);
  let settling: ReturnType<typeof setTimeout> | undefined;
  let current:
    | { readonly of: string; readonly source: EventSource; readonly before: EventSource[] }
    | undefined;
  current = connect();

  function connect() {
    const of = key();
    const source = new EventSource(`${stream}?jobs=${of}`);
    source.addEventListener('job', ({ data }) => pass({ kind: 'job', number: Number(data) }));
    source.addEventListener('missed', () => pass({ kind: 'missed' }));
    let opened = false;
    source.onopen = () => {
      if (opened) pass({ kind: 'missed' });
      else for (const other of before) other.close();
      opened = true;
    };
    const before = current ? [...current.before, current.source] : [];
    return { of, source, before };
  }

  function key(): string {
    return [...shown].sort((a, b) => a - b).join(',');
  }

  function settle(): void {
    clearTimeout(settling);
    settling = setTimeout(() => {
      if (key() !== current?.of) current = connect();
    }, settledMs);
  }

  return {
    show(number: number) {
      shown.add(number);
      settle();
    },
    leave(number: number) {
      if (number !== own) shown.delete(number);
      // Another tab may show it too.
      say({ kind: 'who' });
      settle();
    },
    close() {
      clearTimeout(settling);
      for (const source of current ? [...current.before, current.source] : []) source.close();
    },
  };
}
