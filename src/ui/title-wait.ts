import { useEffect, useId } from 'react';

/** What waits on this page, by who shows it. */
const waits = new Map<string, { readonly leftMs: number; readonly words: string }>();
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

function show(): void {
  const [first] = [...waits.values()].sort((a, b) => a.leftMs - b.leftMs);
  // A page that was reached meanwhile has a title of its own.
  const own = document.title.startsWith(before) ? document.title.slice(before.length) : document.title;
  before = first ? `${first.words} · ` : '';
  document.title = before + own;
}
