'use client';

import { usePathname, useRouter } from 'next/navigation';
import { type ReactNode, useEffect } from 'react';
import type { Station } from '@/core/job/stations';
import { Button } from '@/ui/button';
import { classNames } from '@/ui/class-names';
import { JobTag } from '@/ui/job-tag';
import { StationStrip, stationKey } from '@/ui/station-strip';
import { useShortcut } from '@/ui/use-shortcut';

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
  readonly children: ReactNode;
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
  children,
}: JobFrameProps) {
  const router = useRouter();
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
  return (
    <main className="flex min-h-dvh flex-col">
      <div className={classNames('flex flex-col gap-1 px-4 pt-3', onPaper && 'no-print')}>
        <div className="flex items-start gap-2">
          <JobTag number={name} car={car} below={below} chips={chips} />
          <Button look="quiet" className="no-print ml-auto" onClick={() => window.print()}>
            Print
          </Button>
        </div>
        <StationStrip stations={stations} present={present} hrefOf={hrefOf} />
        <div className="no-print empty:hidden">{above}</div>
      </div>
      <div className="grid flex-1 grid-cols-1 border-t border-line lg:grid-cols-[minmax(0,1fr)_318px] print:block">
        <div className={classNames('flex min-w-0 flex-col gap-4 p-4', !onPaper && 'station')}>{children}</div>
        <aside
          aria-label="Ring"
          className={classNames(
            'border-line bg-biscuit p-4 max-lg:border-t lg:border-l',
            onPaper ? 'no-print' : 'station',
          )}
        >
          {ring}
        </aside>
      </div>
    </main>
  );
}
