import { LockKeyhole } from 'lucide-react';
import Link from 'next/link';
import type { Station } from '@/core/job/stations';
import { classNames } from './class-names';
import { LinkWorks } from './link-works';

interface StationStripProps {
  readonly stations: readonly Station[];
  readonly present: string;
  readonly hrefOf: (name: string) => string;
}

/** The stations in the order people work, all of them reachable; a lock marks a gate that is not open yet. */
export function StationStrip({ stations, present, hrefOf }: StationStripProps) {
  return (
    <nav aria-label="Stations" className="no-print">
      <ol className="relative flex overflow-x-auto pt-3">
        {stations.map((station, at) => {
          const here = station.name === present;
          return (
            <li key={station.name} className="min-w-28 flex-1">
              <Link
                href={hrefOf(station.name)}
                prefetch={false}
                aria-current={here ? 'step' : undefined}
                aria-keyshortcuts={stationKey(at)}
                className={classNames(
                  'relative block h-full border-t-4 px-3 pt-2 pb-3',
                  here ? 'border-terra bg-biscuit' : station.done ? 'border-glaze' : 'border-line',
                )}
              >
                {station.gated && (
                  <span className="absolute -top-3 -left-2 rounded bg-slip p-0.5 text-ochre">
                    <LockKeyhole size={16} aria-hidden />
                    <span className="sr-only">Gate: the right to the car is not recorded. </span>
                  </span>
                )}
                <span data-said className="block">
                  <span className="block font-semibold">
                    {station.label}
                    {station.done && <span className="sr-only"> (done)</span>}
                  </span>
                  <span className="block text-small text-mute">{station.line}</span>
                </span>
                <LinkWorks />
              </Link>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}

/** The key that leads to a station by its place in the strip: 1 to 9, and 0 for the tenth. */
export function stationKey(at: number): string {
  return String((at + 1) % 10);
}
