'use client';

import {
  Bell,
  BookOpen,
  Keyboard,
  Lock,
  type LucideIcon,
  Ruler,
  SlidersHorizontal,
  Tag,
  Truck,
} from 'lucide-react';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import { type ReactNode, useEffect, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { classNames } from '@/ui/class-names';
import { lockScreen } from '@/ui/device/lock-screen';
import { registerWorker } from '@/ui/device/register-worker';
import { FocusKeeper } from '@/ui/focus-keeper';
import { LinkWorks } from '@/ui/link-works';
import { SaidRegion } from '@/ui/said-region';
import { useShortcut } from '@/ui/use-shortcut';
import { NewsCount } from '../parts/news-count';
import { useSweptDrafts } from '../parts/use-swept-drafts';
import { ConnectionBar } from './connection-bar';
import { IdleLock } from './idle-lock';
import { LeaveGuard } from './leave-guard';
import { OpenWaits } from './open-waits';
import { Shortcuts } from './shortcuts';
import { useNews } from './use-news';

interface Place {
  readonly href: string;
  readonly label: string;
  readonly key: string;
  readonly icon: LucideIcon;
}

const news = '/news';

const places: readonly Place[] = [
  { href: '/jobs', label: 'Jobs', key: 'j', icon: Tag },
  { href: news, label: 'News', key: 'w', icon: Bell },
  { href: '/benches', label: 'Benches', key: 'b', icon: Ruler },
  { href: '/van', label: 'Van', key: 'v', icon: Truck },
  { href: '/library', label: 'Library', key: 'l', icon: BookOpen },
  { href: '/settings', label: 'Settings', key: 's', icon: SlidersHorizontal },
];

/** The frame of every signed-in page: the rail of places, the page, and the list of shortcuts under `?`. */
export function Shell({
  lockMinutes,
  onNewsRead,
  children,
}: {
  lockMinutes: number;
  onNewsRead: (data: unknown) => Promise<unknown>;
  children: ReactNode;
}) {
  const router = useRouter();
  const path = usePathname();
  const [shortcutsOpen, setShortcutsOpen] = useState(false);

  const unread = useNews(onNewsRead);
  useSweptDrafts();
  useEffect(() => {
    // Where a browser has no such worker a page that cannot be had is the browser's own.
    void registerWorker().catch(() => {});
  }, []);
  useShortcut('?', () => setShortcutsOpen(true));
  useShortcut('q', () => lockScreen());
  useShortcut('n', () => router.push('/jobs/new'));
  useShortcut(
    places.map((place) => place.key),
    (event) => {
      const place = places.find(({ key }) => key === event.key);
      if (place) router.push(place.href);
    },
  );

  useHotkeys('alt+enter', pressMainButton, { enableOnFormTags: true });
  useHotkeys('escape', leaveField, { enableOnFormTags: true });

  return (
    <div className="flex min-h-dvh flex-col-reverse sm:flex-row print:block">
      <a
        href="#page"
        className="sr-only focus:not-sr-only focus:absolute focus:z-40 focus:bg-biscuit focus:p-3"
      >
        Skip to the page
      </a>
      <nav
        aria-label="Places"
        className={classNames(
          'no-print z-10 flex bg-shelf sm:sticky sm:top-0 sm:bottom-0 sm:h-dvh sm:overflow-y-auto sm:w-[84px] sm:flex-none sm:flex-col sm:pt-2',
          // At a job its stations stand at the bottom of a phone, and the places at the end of the page.
          !/^\/jobs\/\d/.test(path) && 'max-sm:sticky max-sm:bottom-0',
        )}
      >
        {places.map(({ href, label, key, icon: Icon }) => {
          const present = path.startsWith(href);
          return (
            <Link
              key={href}
              href={href}
              prefetch={false}
              aria-current={present ? 'page' : undefined}
              aria-keyshortcuts={key}
              className={classNames(
                'relative flex min-h-14 flex-1 flex-col items-center justify-center gap-1 border-b-4 text-small sm:min-h-16 sm:flex-none sm:border-b-0 sm:border-l-[5px]',
                present ? 'border-terra font-bold text-ink' : 'border-transparent text-mute',
              )}
            >
              <Icon aria-hidden size={22} strokeWidth={1.7} />
              {label}
              {href === news && unread > 0 && (
                <span className="absolute top-1 right-1 min-w-6 rounded-full bg-terra px-1.5 text-center text-small font-bold text-on-terra sm:right-3">
                  {Math.min(unread, 99)}
                  <span className="sr-only"> new</span>
                </span>
              )}
              <LinkWorks />
            </Link>
          );
        })}
        <button
          type="button"
          onClick={() => lockScreen()}
          aria-keyshortcuts="q"
          className="hidden min-h-16 flex-col items-center justify-center gap-1 border-l-[5px] border-transparent text-small text-mute sm:mt-auto sm:flex"
        >
          <Lock aria-hidden size={22} strokeWidth={1.7} />
          Lock
        </button>
        <button
          type="button"
          onClick={() => setShortcutsOpen(true)}
          aria-keyshortcuts="?"
          className="hidden min-h-16 flex-col items-center justify-center gap-1 border-l-[5px] border-transparent text-small text-mute sm:flex"
        >
          <Keyboard aria-hidden size={22} strokeWidth={1.7} />
          Shortcuts
        </button>
      </nav>
      <div id="page" tabIndex={-1} className="min-w-0 flex-1">
        <ConnectionBar />
        <OpenWaits />
        <NewsCount value={unread}>{children}</NewsCount>
      </div>
      <SaidRegion />
      <FocusKeeper />
      <LeaveGuard />
      <IdleLock minutes={lockMinutes} />
      <Shortcuts open={shortcutsOpen} onOpenChange={setShortcutsOpen} />
    </div>
  );
}

/** Presses the one main button of the page, or of what lies over it. */
function pressMainButton(): void {
  const over = document.querySelector<HTMLElement>('[role=dialog] [data-main]:not(:disabled)');
  (over ?? document.querySelector<HTMLElement>('[data-main]:not(:disabled)'))?.click();
}

/** Leaves the field being typed in, so that the one-key shortcuts work. */
function leaveField(): void {
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
}
