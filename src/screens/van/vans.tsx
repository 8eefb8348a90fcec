import Link from 'next/link';
import type { ReactNode } from 'react';
import { buttonClass } from '@/ui/button';
import { Page } from '@/ui/page';

/** The vans: what lies in them, and where their tools and rights are kept. */
export function Vans({ withTools, children }: { readonly withTools: boolean; readonly children: ReactNode }) {
  return (
    <Page
      title="Van"
      note="What lies in it."
      actions={
        withTools && (
          <Link href="/settings/tools" prefetch={false} className={buttonClass('quiet')}>
            Tools and licences
          </Link>
        )
      }
    >
      {children}
    </Page>
  );
}
