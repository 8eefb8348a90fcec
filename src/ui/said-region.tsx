'use client';

import { usePathname } from 'next/navigation';
import { useEffect } from 'react';
import { forgetSaid, saidId, say } from './say';

/** What of a page is said when it comes or changes: prices, answers, what moved. */
const saidParts = '[data-said]';
/** How long a page takes to stand; what comes with it is read, not said. */
const settleMs = 800;
const longest = 300;

/**
 * The one polite region of a page. Whatever carries `data-said` is said here when it comes or changes after the page stood;
 * fields and tables do not.
 */
export function SaidRegion() {
  const path = usePathname();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another page stands anew
  useEffect(() => {
    forgetSaid();
    let stoodAt = performance.now();
    const said = new WeakMap<Element, string>();
    const observer = new MutationObserver((records) => {
      const added = records.flatMap(({ addedNodes }) =>
        [...addedNodes].filter((node) => node instanceof Element),
      );
      // A page that comes in parts brings its title with it.
      if (added.some((node) => node.matches('h1') || node.querySelector('h1'))) stoodAt = performance.now();
      if (performance.now() - stoodAt < settleMs) return;
      const changed = [
        ...records.map(({ target }) => elementOf(target)?.closest(saidParts)),
        ...added.flatMap((node) => [node.closest(saidParts), ...node.querySelectorAll(saidParts)]),
      ];
      for (const part of new Set(changed)) {
        if (!part?.isConnected) continue;
        const words = wordsOf(part);
        if (said.get(part) === words) continue;
        said.set(part, words);
        say(words, part);
      }
    });
    observer.observe(document.body, { subtree: true, childList: true, characterData: true });
    return () => observer.disconnect();
  }, [path]);
  return <div id={saidId} role="status" aria-live="polite" className="sr-only" />;
}

function elementOf(node: Node): Element | null {
  return node instanceof Element ? node : node.parentElement;
}

function wordsOf(part: Element): string {
  // As it is laid out, so that the words of two lines do not run together.
  // biome-ignore lint/performance/useDomNodeTextContent: the layout is what is asked for
  const text = (part instanceof HTMLElement ? part.innerText : part.textContent) ?? '';
  return text.replace(/\s+/g, ' ').trim().slice(0, longest);
}
