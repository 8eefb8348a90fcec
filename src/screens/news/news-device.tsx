'use client';

import { useEffect, useState } from 'react';
import { Button } from '@/ui/button';
import { Panel } from '@/ui/panel';
import { Tick } from '@/ui/tick';
import { useDeviceSetting } from '@/ui/use-device-setting';
import { newsSettings } from '../parts/tell-news';

/** How this device tells of news. */
export function NewsDevice() {
  const [sound, setSound] = useDeviceSetting(newsSettings.sound, true);
  const [notify, setNotify] = useDeviceSetting(newsSettings.notify, true);
  const [permission, setPermission] = useState<NotificationPermission | 'none'>();
  useEffect(() => {
    setPermission(
      typeof Notification === 'undefined' || !navigator.serviceWorker ? 'none' : Notification.permission,
    );
  }, []);
  return (
    <Panel
      title="On this device"
      note="News is told while a page of the shop is open here, a locked one too; a locked device says only that there is some."
    >
      <div className="flex flex-col gap-2">
        <Tick label="It sounds and shakes" checked={sound} onChange={setSound} />
        {permission === 'granted' && (
          <Tick
            label="It shows a notification while another page or program is in front"
            checked={notify}
            onChange={setNotify}
          />
        )}
        {permission === 'default' && (
          <Button
            look="quiet"
            className="self-start"
            onClick={() => void Notification.requestPermission().then(setPermission)}
          >
            Allow notifications
          </Button>
        )}
        {permission === 'denied' && (
          <p className="text-mute">
            This browser was told to show no notifications of Kilnsman. It can be allowed in its settings.
          </p>
        )}
        {permission === 'none' && (
          <p className="text-mute">
            Notifications want HTTPS, or the server’s own machine, and a browser that has them.
          </p>
        )}
      </div>
    </Panel>
  );
}
