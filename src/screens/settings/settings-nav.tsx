'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { classNames } from '@/ui/class-names';

interface SettingsNavProps {
  readonly groups: readonly (readonly { readonly href: string; readonly label: string }[])[];
}

/** The parts of Settings that this role may open, what belongs together side by side. */
export function SettingsNav({ groups }: SettingsNavProps) {
  const path = usePathname();
  return (
    <nav
      aria-label="Settings"
      className="mx-auto flex max-w-[1180px] flex-wrap gap-y-1 px-4 pt-4 max-sm:flex-nowrap max-sm:overflow-x-auto"
    >
      {groups.map((parts) => (
        <ul
          key={parts[0]?.href}
          className="mr-2 flex flex-wrap gap-1 border-r border-line pr-2 last:mr-0 last:border-r-0 max-sm:flex-none max-sm:flex-nowrap"
        >
          {parts.map(({ href, label }) => (
            <li key={href}>
              <Link
                href={href}
                prefetch={false}
                aria-current={path === href ? 'page' : undefined}
                className={classNames(
                  'flex min-h-11 items-center rounded-lg border-[1.5px] px-2.5 whitespace-nowrap',
                  path === href ? 'border-ink bg-biscuit font-semibold' : 'border-transparent text-mute',
                )}
              >
                {label}
              </Link>
            </li>
          ))}
        </ul>
      ))}
    </nav>
  );
}
