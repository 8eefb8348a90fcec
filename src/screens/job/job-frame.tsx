'use client';

import { Bell, Tag } from 'lucide-react';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import { type ReactNode, useEffect } from 'react';
import type { Station } from '@/core/job/stations';
import { Button } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import { JobTag } from '@/ui/job-tag';
import { LinkWorks } from '@/ui/link-works';
import { StationStrip, stationKey } from '@/ui/station-strip';
import { useShortcut } from '@/ui/use-shortcut';
import { useNewsCount } from '../parts/news-count';
import { MainBar } from './main-bar';
import { TurnButton, TurnedBar, useTurned } from './turned';

interface JobFrameProps {
  readonly number: number;
  readonly name: string;
  readonly car: string;
  readonly below: string;
  readonly chips: readonly string[];
  readonly stations: readonly Station[];
  /** What stands above every station, such as a trainee's second person. */
  readonly above: ReactNode;
  readonly ring: ReactNode;
  /** It was turned to the customer on this device. */
  readonly isTurned: boolean;
  readonly children: ReactNode;
}

/** On a phone the way out of the job, to what is new where something is. */
function BackLink() {
  const unread = useNewsCount();
  const Icon = unread > 0 ? Bell : Tag;
  return (
    <Link
      href={unread > 0 ? '/news' : '/jobs'}
      prefetch={false}
      className="flex min-h-14 min-w-16 flex-none flex-col items-center justify-center border-t-4 border-transparent px-2 text-small sm:hidden"
    >
      <Icon aria-hidden size={20} strokeWidth={1.7} />
      {unread > 0 ? `News ${Math.min(unread, 99)}` : 'Jobs'}
      <LinkWorks />
    </Link>
  );
}

/** What stands at every station of a job: the tag, the strip of stations and the ring. */
export function JobFrame({
  number,
  name,
  car,
  below,
  chips,
  stations,
  above,
  ring,
  isTurned,
  children,
}: JobFrameProps) {
  const router = useRouter();
  const [turned, setTurned] = useTurned(number, isTurned);
  const path = usePathname();
  const present = path.split('/')[3] ?? 'call';
  // A customer's paper is printed alone; a station as a sheet of the job.
  const onPaper = path.split('/').length > 4;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another station begins at its top
  useEffect(() => {
    document.querySelector('[aria-current=step]')?.scrollIntoView({ inline: 'center', block: 'nearest' });
    window.scrollTo(0, 0);
  }, [path]);
  const hrefOf = (station: string) => `/jobs/${number}/${station}`;
  useShortcut(
    stations.map((_, at) => stationKey(at)),
    (event) => {
      const station = stations.find((_, at) => stationKey(at) === event.key);
      if (station) router.push(hrefOf(station.name));
    },
  );
  const canTurn = present === 'quote' && !turned && !onPaper;
  return (
    <main className="flex min-h-dvh flex-col" data-turned={turned || undefined}>
      {turned && <TurnedBar onBack={() => setTurned(false)} />}
      <div
        className={classNames(
          'flex flex-wrap items-start gap-x-2 gap-y-3 px-4 pt-3 sm:flex-nowrap',
          onPaper && 'no-print',
        )}
      >
        <JobTag number={name} car={car} below={below} chips={chips} />
        <div
          className={classNames(
            'no-print ml-auto flex flex-none gap-2',
            canTurn ? 'max-sm:w-full max-sm:pb-3' : 'max-sm:hidden',
          )}
        >
          {canTurn && <TurnButton onTurn={() => setTurned(true)} />}
          <Button look="quiet" className="max-sm:hidden" onClick={() => window.print()}>
            Print
          </Button>
        </div>
      </div>
      <div className="no-print z-10 mt-1 max-sm:sticky max-sm:bottom-0 max-sm:order-last max-sm:mt-auto sm:px-4">
        <MainBar />
        <StationStrip stations={stations} present={present} hrefOf={hrefOf} back={<BackLink />} />
      </div>
      <div className="no-print px-4 pt-1 empty:hidden">{above}</div>
      <div className="grid flex-1 grid-cols-1 border-t border-line lg:grid-cols-[minmax(0,1fr)_318px] print:block">
        <div className={classNames('flex min-w-0 flex-col gap-4 p-4', !onPaper && 'station')}>{children}</div>
        <aside
          aria-label="Ring"
          className={classNames(
            'border-line bg-biscuit p-4 max-lg:border-t lg:border-l',
            // Arriving at the car, keys and count come before the papers.
            present === 'on-site' && !onPaper && 'max-lg:order-first',
            onPaper ? 'no-print' : 'station',
          )}
        >
          {ring}
        </aside>
      </div>
    </main>
  );
}
