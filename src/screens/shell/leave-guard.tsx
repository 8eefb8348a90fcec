'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Button } from '@/ui/button';
import { Overlay } from '@/ui/overlay';
import { forgetUnsaved, hasUnsaved } from '@/ui/unsaved';

/** Asks before a page is left on which words stand that are not stored. */
export function LeaveGuard() {
  const router = useRouter();
  const [to, setTo] = useState<string>();
  useEffect(() => {
    const leave = (event: BeforeUnloadEvent) => {
      if (hasUnsaved()) event.preventDefault();
    };
    const click = (event: MouseEvent) => {
      const href = hrefOf(event);
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

/** Where a plain press of a link of this program leads, another page; undefined for any other press. */
function hrefOf(event: MouseEvent): string | undefined {
  if (event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey)
    return undefined;
  const link = event.target instanceof Element ? event.target.closest('a[href]') : null;
  if (!(link instanceof HTMLAnchorElement) || link.target === '_blank' || link.hasAttribute('download'))
    return undefined;
  const { origin, pathname, search } = new URL(link.href);
  if (origin !== window.location.origin || pathname.startsWith('/api/')) return undefined;
  return pathname === window.location.pathname ? undefined : pathname + search;
}
