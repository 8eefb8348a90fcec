'use client';

import { useHotkeys } from 'react-hotkeys-hook';
import { hasWords } from './unsaved';
import { isDeviceSettingOn, useDeviceSetting } from './use-device-setting';

const name = 'kilnsman-shortcuts';

/**
 * A key alone that does something, whenever no field is being typed in: unless this device turned such keys off, or words
 * stand on the page that a slip of the finger would lose.
 */
export function useShortcut(
  keys: string | readonly string[],
  work: (event: KeyboardEvent) => void,
  {
    preventDefault = false,
    useKey = true,
  }: {
    readonly preventDefault?: boolean;
    /** Whether keys are named by the sign on them, and not by their place; the space bar has no sign. */
    readonly useKey?: boolean;
  } = {},
): void {
  useHotkeys(
    keys,
    (event) => {
      if (!isDeviceSettingOn(name, true) || hasWords()) return;
      if (preventDefault) event.preventDefault();
      work(event);
    },
    { useKey },
  );
}

/** Whether keys alone do something on this device, and what turns them on and off. */
export function useShortcutsOn(): readonly [boolean, (on: boolean) => void] {
  return useDeviceSetting(name, true);
}
