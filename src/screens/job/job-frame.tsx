'use client';

import { usePathname, useRouter } from 'next/navigation';
import { type ReactNode, useEffect } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import type { Station } from '@/core/job/stations';
import { JobTag } from '@/ui/job-tag';
import { StationStrip } from '@/ui/station-strip';

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
  // biome-ignore lint/correctness/useExhaustiveDependencies: another station begins at its top
  useEffect(() => {
    document.querySelector('[aria-current=step]')?.scrollIntoView({ inline: 'center', block: 'nearest' });
    window.scrollTo(0, 0);
  }, [path]);
  const hrefOf = (station: string) => `/jobs/${number}/${station}`;
  useHotkeys(
    stations.map((_, at) => String(at + 1)),
    (event) => {
      const station = stations[Number(event.key) - 1];
      if (station) router.push(hrefOf(station.name));
    },
    { useKey: true },
  );
  return (
    <main className="flex min-h-dvh flex-col">
      <div className="no-print flex flex-col gap-1 px-4 pt-3">
        <JobTag number={name} car={car} below={below} chips={chips} />
        <StationStrip stations={stations} present={present} hrefOf={hrefOf} />
        {above}
      </div>
      <div className="grid flex-1 grid-cols-1 border-t border-line lg:grid-cols-[minmax(0,1fr)_318px] print:block">
        <div className="flex min-w-0 flex-col gap-4 p-4">{children}</div>
        <aside aria-label="Ring" className="no-print border-line bg-biscuit p-4 max-lg:border-t lg:border-l">
          {ring}
        </aside>
      </div>
    </main>
  );
}
