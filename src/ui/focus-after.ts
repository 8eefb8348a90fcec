'use client';

import { useEffect, useRef } from 'react';
import { say } from './say';

/** Where somebody pressed, as far as it can be found again in a page that was shown anew. */
interface Pressed {
  readonly element: HTMLElement;
  /** What it is called, where it is a button. */
  readonly words: string | undefined;
  /** What it stood in, from the inside out. */
  readonly around: readonly Element[];
  /** The title of the part of the page it stood in. */
  readonly title: string | undefined;
}

const parts = 'form, section, fieldset, [role=dialog], [role=tabpanel], #page';
/** Titles that are seen: the focus shows where it is. */
const titles = ['h1', 'h2', 'h3', 'legend', '[data-next]'].map((one) => `${one}:not(.sr-only)`).join(', ');

/**
 * Keeps the focus where work goes on after a press: it stays on what was pressed while the answer is awaited and, where that
 * stands no more, goes on to the title of what took its place; after a failure to the first field that is wrong, or to the
 * message. Somebody who went on meanwhile is left where they are.
 * @param failed whether the press that ended last was refused
 * @returns called at each press
 */
export function useFocusAfter(pending: boolean, failed: boolean): () => void {
  const pressed = useRef<Pressed | null>(null);
  useEffect(() => {
    if (pending) return;
    const before = pressed.current;
    pressed.current = null;
    if (before) goOn(before, failed);
  }, [pending, failed]);
  // What was pressed may be gone with all that sent it: the page shows the new state in its place.
  useEffect(
    () => () => {
      const before = pressed.current;
      pressed.current = null;
      if (before) setTimeout(() => goOn(before, false));
    },
    [],
  );
  return () => {
    const element = document.activeElement;
    if (!(element instanceof HTMLElement) || element === document.body) return;
    const around: Element[] = [];
    for (let at = element.parentElement; at; at = at.parentElement) if (at.matches(parts)) around.push(at);
    const words = element.matches('button, [role=radio]') ? wordsOf(element) : undefined;
    pressed.current = { element, around, words, title: around.map(titleOf).find(Boolean) };
  };
}

function goOn(before: Pressed, failed: boolean): void {
  if (!failed && before.words) say(`${before.words}: done.`);
  if (hasGoneOn(before)) return;
  const target = failed ? wrongIn(before) : nextTo(before);
  if (!target) return;
  if (target.tabIndex < 0 && !target.hasAttribute('tabindex')) target.tabIndex = -1;
  target.focus();
}

/** Whether the focus is on something else than what was pressed, or what was pressed would hold it. */
function hasGoneOn({ element }: Pressed): boolean {
  const now = document.activeElement;
  return now !== null && now !== document.body && now !== element;
}

function wrongIn({ around, element }: Pressed): HTMLElement | null {
  for (const part of around.filter(({ isConnected }) => isConnected)) {
    const wrong = part.querySelector<HTMLElement>('[aria-invalid="true"], [role="alert"]');
    if (wrong) return wrong;
  }
  return (
    document.querySelector<HTMLElement>('#page [role="alert"]') ?? (element.isConnected ? element : null)
  );
}

function nextTo({ element, around, title }: Pressed): HTMLElement | null {
  if (element.isConnected && element.offsetParent !== null && document.activeElement === element) return null;
  if (element.isConnected && element.offsetParent !== null) return element;
  const same = [...document.querySelectorAll(parts)].find(
    (part) => title !== undefined && titleOf(part) === title,
  );
  const part =
    around.find(({ isConnected, id }) => isConnected && id !== 'page') ??
    same ??
    document.querySelector('#page');
  return part?.querySelector<HTMLElement>(titles) ?? null;
}

function wordsOf(element: HTMLElement): string {
  const own =
    element.getAttribute('aria-label') ?? element.querySelector('span')?.textContent ?? element.textContent;
  return (own ?? '').trim().slice(0, 60);
}

function titleOf(part: Element): string | undefined {
  return part.querySelector(titles)?.textContent?.trim() || undefined;
}
