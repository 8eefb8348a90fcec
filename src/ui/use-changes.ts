'use client';

import { useEffect, useRef } from 'react';

/** A job that is shown changed, there is news, or the stream was interrupted and anything may have. */
export type Change =
  | { readonly kind: 'job'; readonly number: number }
  | { readonly kind: 'news' }
  | { readonly kind: 'missed' };

type Stands = Extract<Word, { readonly kind: 'stands' }>;

/** What the tabs of a browser say to each other. */
type Word =
  | Change
  | { readonly kind: 'shows'; readonly number: number }
  | { readonly kind: 'left'; readonly number: number }
  | { readonly kind: 'who' }
  /** The state that a job is in, as a stream that was just opened found it. */
  | { readonly kind: 'stands'; readonly number: number; readonly state: string };

const stream = '/api/live';
const name = 'kilnsman-changes';
/** A page is made and on the stream within so long: what changed meanwhile it is told again. */
const madeWithinMs = 30_000;
/** Tabs that open or close within a moment change the stream once. */
const settledMs = 100;

/**
 * Calls `onChange` for every change of a job, or without one for news. The tabs of one browser share one stream of all the jobs that they show:
 * whoever holds the lock opens it, opens it anew where another job is shown, and passes on what it hears; where the page
 * has no locks, each tab opens its own.
 * @param state the state of the job that the page was made with: what changed before the stream heard of it shows by another one
 */
export function useChanges(number: number | null, onChange: (change: Change) => void, state?: string): void {
  const made = useRef(state);
  made.current = state;
  useEffect(() => {
    const channel = new BroadcastChannel(name);
    const say = (word: Word) => channel.postMessage(word);
    const hear = (change: Change | Stands) => {
      if (change.kind === 'stands') {
        if (change.number === number && made.current !== undefined && change.state !== made.current)
          onChange({ kind: 'job', number });
      } else if (
        change.kind === 'missed' ||
        (change.kind === 'news' ? number === null : change.number === number)
      )
        onChange(change);
    };
    const shows = () => {
      if (number !== null) say({ kind: 'shows', number });
    };
    let shared: ReturnType<typeof openShared> | undefined;
    let gone = false;
    channel.onmessage = ({ data }) => {
      if (gone) return;
      const word = data as Word;
      if (word.kind === 'who') shows();
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
    shows();
    return () => {
      gone = true;
      if (number !== null) say({ kind: 'left', number });
      shared?.close();
      letGo();
      channel.close();
    };
  }, [number, onChange]);
}

/** The one stream of a browser: of the jobs that its tabs show, opened anew as these change, with no gap between. */
function openShared(own: number | null, say: (word: Word) => void, pass: (change: Change | Stands) => void) {
  const shown = new Set(own === null ? [] : [own]);
  /** When each job was heard to change last. */
  const changed = new Map<number, number>();
  let settling: ReturnType<typeof setTimeout> | undefined;
  let current:
    | { readonly of: string; readonly source: EventSource; readonly before: EventSource[] }
    | undefined;
  // For news alone it waits for the moment in which the parts of a page and other tabs tell what they show.
  if (own === null) settle();
  else current = connect();

  function connect() {
    const of = key();
    const source = new EventSource(`${stream}?jobs=${of}`);
    source.addEventListener('job', ({ data }) => {
      changed.set(Number(data), performance.now());
      pass({ kind: 'job', number: Number(data) });
    });
    source.addEventListener('stands', ({ data }) => {
      const [number = '', ...state] = String(data).split(' ');
      pass({ kind: 'stands', number: Number(number), state: state.join(' ') });
    });
    source.addEventListener('news', () => pass({ kind: 'news' }));
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
      // Its page may have been made before a change that this stream heard of already.
      if (shown.has(number) && performance.now() - (changed.get(number) ?? -Infinity) < madeWithinMs)
        say({ kind: 'job', number });
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
