'use client';

import { useLinkStatus } from 'next/link';

/** Within a link: shows at once that the press works, until its page is there. */
export function LinkWorks() {
  const { pending } = useLinkStatus();
  return (
    <span
      aria-hidden
      className={
        pending
          ? 'absolute inset-x-0 bottom-0 h-1 animate-pulse bg-terra motion-reduce:animate-none'
          : 'hidden'
      }
    />
  );
}
