import { useEffect, useRef } from 'react';
import { chime } from '@/ui/sound';
import { isDeviceSettingOn } from '@/ui/use-device-setting';

/** Settings of the device: whether news sounds on it, and whether it shows them with another page in front. */
export const newsSettings = { sound: 'kilnsman-news-sound', notify: 'kilnsman-news-notify' } as const;

const lock = 'kilnsman-news';

/** Whether this page is the one of the browser that tells of news: the others are silent. */
export function useTellsNews(): { readonly current: boolean } {
  const tells = useRef(false);
  useEffect(() => {
    if (!navigator.locks) {
      tells.current = true;
      return;
    }
    let letGo = () => {};
    let gone = false;
    void navigator.locks.request(lock, () => {
      if (gone) return undefined;
      tells.current = true;
      return new Promise<void>((resolve) => {
        letGo = resolve;
      });
    });
    return () => {
      gone = true;
      tells.current = false;
      letGo();
    };
  }, []);
  return tells;
}

/** Sounds, shakes and shows what is new where this device may: a notification names no customer, since a locked device shows it too. */
export function tellNews({ title, tag, href }: { title: string; tag: string; href: string }): void {
  if (isDeviceSettingOn(newsSettings.sound, true)) {
    chime();
    navigator.vibrate?.([200, 100, 200]);
  }
  if (!mayNotify() || !isDeviceSettingOn(newsSettings.notify, true) || !document.hidden) return;
  void navigator.serviceWorker?.ready.then((registration) =>
    registration.showNotification('Kilnsman', { body: title, tag, data: { href } }),
  );
}

export function mayNotify(): boolean {
  return typeof Notification !== 'undefined' && Notification.permission === 'granted';
}
