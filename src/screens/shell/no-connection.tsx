'use client';

import { useEffect } from 'react';
import { Button } from '@/ui/button';
import { againMs, isThere } from '@/ui/connection';
import { Standalone } from '@/ui/standalone';

/** In the place of a page that cannot be had: it opens by itself once the server answers. */
export function NoConnection() {
  useEffect(() => {
    const look = async () => {
      if (await isThere()) window.location.reload();
    };
    const timer = setInterval(look, againMs);
    window.addEventListener('online', look);
    return () => {
      clearInterval(timer);
      window.removeEventListener('online', look);
    };
  }, []);
  return (
    <Standalone title="No connection">
      <div className="flex flex-col gap-4">
        <p data-said>
          The shop’s server cannot be reached from here. This page opens by itself once it can; nothing that
          was stored is lost.
        </p>
        <Button onClick={() => window.history.back()}>Back to where you were</Button>
      </div>
    </Standalone>
  );
}
