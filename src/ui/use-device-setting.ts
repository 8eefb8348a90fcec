'use client';

import { useEffect, useState } from 'react';

const changed = 'kilnsman-device-setting';

/** Whether something is on that a device decides for itself; `usual` until it was changed here. */
export function isDeviceSettingOn(name: string, usual: boolean): boolean {
  const kept = window.localStorage.getItem(name);
  return kept === null ? usual : kept !== 'off';
}

/** A setting of this device, the same on every open page of it, and what turns it on and off. */
export function useDeviceSetting(name: string, usual: boolean): readonly [boolean, (on: boolean) => void] {
  const [on, setOn] = useState(usual);
  useEffect(() => {
    const read = () => setOn(isDeviceSettingOn(name, usual));
    read();
    window.addEventListener(changed, read);
    return () => window.removeEventListener(changed, read);
  }, [name, usual]);
  return [
    on,
    (next) => {
      window.localStorage.setItem(name, next ? 'on' : 'off');
      window.dispatchEvent(new Event(changed));
    },
  ];
}
