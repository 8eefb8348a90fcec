'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { classNames } from '@/ui/class-names';

/** The parts of Settings that this role may open. */
export function SettingsNav({
  parts,
}: {
  parts: readonly { readonly href: string; readonly label: string }[];
}) {
  const path = usePathname();
  return (
    <nav aria-label="Settings" className="mx-auto flex max-w-[1180px] flex-wrap gap-1 px-4 pt-4">
      {parts.map(({ href, label }) => (
        <Link
          key={href}
          href={href}
          prefetch={false}
          aria-current={path === href ? 'page' : undefined}
          className={classNames(
            'flex min-h-11 items-center rounded-lg border-[1.5px] px-3',
            path === href ? 'border-ink bg-biscuit font-semibold' : 'border-transparent text-mute',
          )}
        >
          {label}
        </Link>
      ))}
    </nav>
  );
}
