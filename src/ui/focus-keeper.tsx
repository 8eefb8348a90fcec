'use client';

import { useEffect } from 'react';
import { nextTo, type Place, placeOf, reach, stands } from './focus-place';

/** Those who take something away set the focus themselves first, where they know better. */
const waitMs = 60;

/**
 * Where what has the focus goes (a row taken away, a step that is over, another page), the focus goes on to the title of what it
 * stood in: it is never left on the body, from where the keyboard would begin anew.
 */
export function FocusKeeper() {
  useEffect(() => {
    let place: Place | undefined;
    let timer: number | undefined;
    const keep = (event: FocusEvent) => {
      if (event.target instanceof HTMLElement && event.target !== document.body)
        place = placeOf(event.target);
    };
    const look = () => {
      if (!place || stands(place.element) || hasFocus()) return;
      window.clearTimeout(timer);
      timer = window.setTimeout(() => {
        if (place && !stands(place.element) && !hasFocus()) reach(nextTo(place));
      }, waitMs);
    };
    const observer = new MutationObserver(look);
    document.addEventListener('focusin', keep);
    observer.observe(document.body, {
      subtree: true,
      childList: true,
      attributes: true,
      attributeFilter: ['disabled', 'hidden'],
    });
    return () => {
      window.clearTimeout(timer);
      document.removeEventListener('focusin', keep);
      observer.disconnect();
    };
  }, []);
  return null;
}

function hasFocus(): boolean {
  return document.activeElement !== null && document.activeElement !== document.body;
}
