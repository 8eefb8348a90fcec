'use client';

import { useEffect, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { hasUnsaved } from './unsaved';

const name = 'kilnsman-shortcuts';
const changed = 'kilnsman-shortcuts-changed';

/**
 * A key alone that does something, whenever no field is being typed in: unless this device turned such keys off, or words
 * stand on the page that a slip of the finger would lose.
 */
export function useShortcut(
  keys: string | readonly string[],
  work: (event: KeyboardEvent) => void,
  { preventDefault = false }: { readonly preventDefault?: boolean } = {},
): void {
  useHotkeys(
    keys,
    (event) => {
      if (!areOn() || hasUnsaved()) return;
      if (preventDefault) event.preventDefault();
      work(event);
    },
    { useKey: true },
  );
}

function areOn(): boolean {
  return window.localStorage.getItem(name) !== 'off';
}

/** Whether keys alone do something on this device, and what turns them on and off. */
export function useShortcutsOn(): readonly [boolean, (on: boolean) => void] {
  const [on, setOn] = useState(true);
  useEffect(() => {
    const read = () => setOn(areOn());
    read();
    window.addEventListener(changed, read);
    return () => window.removeEventListener(changed, read);
  }, []);
  return [
    on,
    (next) => {
      if (next) window.localStorage.removeItem(name);
      else window.localStorage.setItem(name, 'off');
      window.dispatchEvent(new Event(changed));
    },
  ];
}
