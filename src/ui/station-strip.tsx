import { LockKeyhole } from 'lucide-react';
import Link from 'next/link';
import type { ReactNode } from 'react';
import type { Station } from '@/core/job/stations';
import { classNames } from './class-names';
import { LinkWorks } from './link-works';

interface StationStripProps {
  readonly stations: readonly Station[];
  readonly present: string;
  readonly hrefOf: (name: string) => string;
  /** On a phone, where the strip stands at the bottom: the way out of it. */
  readonly back?: ReactNode;
}

/**
 * The stations in the order people work, all of them reachable; a lock marks a gate that is not open yet. On a phone their names alone
 * are seen.
 */
export function StationStrip({ stations, present, hrefOf, back }: StationStripProps) {
  return (
    <nav aria-label="Stations" className="no-print flex max-sm:border-t max-sm:border-line max-sm:bg-shelf">
      {back}
      <ol className="relative flex min-w-0 flex-1 overflow-x-auto sm:pt-3">
        {stations.map((station, at) => {
          const here = station.name === present;
          return (
            <li key={station.name} className="min-w-20 flex-1 sm:min-w-28">
              <Link
                href={hrefOf(station.name)}
                prefetch={false}
                aria-current={here ? 'step' : undefined}
                aria-keyshortcuts={stationKey(at)}
                className={classNames(
                  'relative block h-full border-t-4 px-3 pt-2 pb-3 max-sm:flex max-sm:min-h-14 max-sm:items-center max-sm:justify-center max-sm:px-2 max-sm:py-1',
                  here ? 'border-terra bg-biscuit' : station.done ? 'border-glaze' : 'border-line',
                )}
              >
                {station.gated && (
                  <span className="absolute rounded text-ochre max-sm:top-1 max-sm:right-1 sm:-top-3 sm:-left-2 sm:bg-slip sm:p-0.5">
                    <LockKeyhole size={16} aria-hidden />
                    <span className="sr-only">Gate: the right to the car is not recorded. </span>
                  </span>
                )}
                <span data-said className="block">
                  <span className="block font-semibold">
                    {station.label}
                    {station.done && <span className="sr-only"> (done)</span>}
                  </span>
                  <span className="block text-small text-mute max-sm:sr-only">{station.line}</span>
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
