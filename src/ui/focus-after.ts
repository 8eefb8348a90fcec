'use client';

import { useEffect, useRef } from 'react';
import { nextTo, type Place, placeOf, reach, wrongIn } from './focus-place';
import { say } from './say';

/**
 * Keeps the focus where work goes on after a press: it stays on what was pressed while the answer is awaited and, where that
 * stands no more, goes on to the title of what took its place; after a failure to the first field that is wrong, or to the
 * message. Somebody who went on meanwhile is left where they are.
 * @param failed whether the press that ended last was refused
 * @returns called at each press
 */
export function useFocusAfter(pending: boolean, failed: boolean): () => void {
  const pressed = useRef<Place | null>(null);
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
    pressed.current = placeOf(element);
  };
}

function goOn(before: Place, failed: boolean): void {
  if (!failed && before.words) say(`${before.words}: done.`);
  if (hasGoneOn(before)) return;
  reach(failed ? wrongIn(before) : nextTo(before));
}

/** Whether the focus is on something else than what was pressed, or what was pressed would hold it. */
function hasGoneOn({ element }: Place): boolean {
  const now = document.activeElement;
  return now !== null && now !== document.body && now !== element;
}
