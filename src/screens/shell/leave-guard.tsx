'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Button } from '@/ui/button';
import { Overlay } from '@/ui/overlay';
import { forgetUnsaved, hasUnsaved } from '@/ui/unsaved';
import { pressedLink } from './pressed-link';

/** Asks before a page is left on which words stand that are not stored. */
export function LeaveGuard() {
  const router = useRouter();
  const [to, setTo] = useState<string>();
  useEffect(() => {
    const leave = (event: BeforeUnloadEvent) => {
      if (hasUnsaved()) event.preventDefault();
    };
    const click = (event: MouseEvent) => {
      const href = pressedLink(event)?.href;
      if (href === undefined || !hasUnsaved()) return;
      event.preventDefault();
      event.stopPropagation();
      setTo(href);
    };
    window.addEventListener('beforeunload', leave);
    document.addEventListener('click', click, { capture: true });
    return () => {
      window.removeEventListener('beforeunload', leave);
      document.removeEventListener('click', click, { capture: true });
    };
  }, []);
  const close = () => setTo(undefined);
  return (
    <Overlay
      open={to !== undefined}
      onOpenChange={close}
      title="Words here are not saved"
      note="They are lost where the page is left."
    >
      <div className="flex flex-wrap gap-2">
        <Button look="main" onClick={close}>
          Stay here
        </Button>
        <Button
          look="danger"
          onClick={() => {
            forgetUnsaved();
            if (to) router.push(to);
            close();
          }}
        >
          Leave without saving
        </Button>
      </div>
    </Overlay>
  );
}
