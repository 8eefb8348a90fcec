'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { Button, ButtonWords, buttonClass } from '@/ui/button';
import { useConnection } from '@/ui/connection';
import { hasUnsaved } from '@/ui/unsaved';
import { pressedLink } from './pressed-link';

/**
 * Says that the server cannot be reached. Meanwhile the page stays with all that was typed in it: a link that is pressed is followed
 * once there is a connection.
 */
export function ConnectionBar() {
  const router = useRouter();
  const there = useConnection();
  const [to, setTo] = useState<{ readonly href: string; readonly label: string }>();
  useEffect(() => {
    if (there) return;
    const click = (event: MouseEvent) => {
      const link = pressedLink(event);
      if (!link) return;
      event.preventDefault();
      event.stopPropagation();
      setTo(link);
    };
    document.addEventListener('click', click, { capture: true });
    return () => document.removeEventListener('click', click, { capture: true });
  }, [there]);
  useEffect(() => {
    // With words that would be lost, the person says when.
    if (!there || !to || hasUnsaved()) return;
    setTo(undefined);
    router.push(to.href);
  }, [there, to, router]);
  if (there && !to) return null;
  return (
    <section
      aria-label="Connection"
      data-said
      className="no-print sticky top-0 z-20 flex min-h-11 flex-wrap items-center gap-x-4 gap-y-1 border-b border-ochre bg-ochre-wash px-4 py-2 text-ochre"
    >
      {there ? (
        <p className="min-w-0 flex-1">The connection is back.</p>
      ) : (
        <p className="min-w-0 flex-1">
          <b>No connection.</b> What is typed stays.
          {to && ` ${to.label} opens by itself once there is one.`}
        </p>
      )}
      {there && to && (
        <Link
          href={to.href}
          prefetch={false}
          className={buttonClass('quiet')}
          onClick={() => setTo(undefined)}
        >
          <ButtonWords>{`Open ${to.label}`}</ButtonWords>
        </Link>
      )}
      {to && (
        <Button look="quiet" onClick={() => setTo(undefined)}>
          Stay here
        </Button>
      )}
    </section>
  );
}
