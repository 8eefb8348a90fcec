import { useEffect, useId } from 'react';

/** What waits on this page, by who shows it. */
const waits = new Map<string, { readonly leftMs: number; readonly words: string }>();
let news = 0;
let before = '';

/** What is left of a wait stands before the title of the page, so that it is seen with another page in front: of several the one over first. */
export function useTitleWait(leftMs: number, words: string): void {
  const id = useId();
  useEffect(() => {
    waits.set(id, { leftMs, words });
    show();
  }, [id, leftMs, words]);
  useEffect(
    () => () => {
      waits.delete(id);
      show();
    },
    [id],
  );
}

/** How much is new stands before the title of every page, those that come later too. */
export function useTitleNews(count: number): void {
  useEffect(() => {
    news = count;
    show();
    const observer = new MutationObserver(() => {
      if (!document.title.startsWith(before)) show();
    });
    observer.observe(document.head, { subtree: true, childList: true, characterData: true });
    return () => {
      observer.disconnect();
      news = 0;
      show();
    };
  }, [count]);
}

function show(): void {
  const [first] = [...waits.values()].sort((a, b) => a.leftMs - b.leftMs);
  // A page that was reached meanwhile has a title of its own.
  const own = document.title.startsWith(before) ? document.title.slice(before.length) : document.title;
  before = `${news > 0 ? `(${news}) ` : ''}${first ? `${first.words} · ` : ''}`;
  if (document.title !== before + own) document.title = before + own;
}
