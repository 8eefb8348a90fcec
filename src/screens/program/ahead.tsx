'use client';

import { formatJobNumber } from '@/core/job/job';
import { formatMinutes } from '@/core/kinds/units';
import { type Forecast, forecastOf, type Reach, reachOf } from '@/core/run/forecast';
import { Badge } from '@/ui/notice';
import { Reckoned } from '@/ui/reckoned';
import { type ShopTime, useTicking } from '@/ui/use-shop-clock';
import type { NextVisit } from '@/usecases/jobs/next-visit';
import type { RunShown } from './run-shown';

interface AheadProps {
  readonly shown: RunShown;
  readonly time: ShopTime;
  /** What the van has to reach next; undefined where it has nothing, or nobody knows. */
  readonly next: NextVisit | undefined;
}

/** When the run is likely to be over, and what that does to the next appointment. */
export function Ahead({ shown: { ground, log }, time, next }: AheadProps) {
  const now = useTicking(time);
  const forecast = forecastOf(ground, log, now.getTime());
  if (!forecast) return null;
  const { p50Minutes, p80Minutes, workMinutes, waitMinutes } = forecast;
  return (
    <section aria-label="What is ahead" className="rounded-lg border border-line bg-biscuit px-4 py-2">
      <p>
        Where all goes well, over in <strong>{minutes(p50Minutes)}</strong>; four in five in{' '}
        <strong>{minutes(p80Minutes)}</strong>.
      </p>
      {next && <Next next={next} forecast={forecast} now={now} />}
      <Reckoned title="How it was reckoned">
        <p>
          {minutes(workMinutes)} of work: of the platform’s time for the session and for each key the share of
          their steps that is left.{' '}
          {waitMinutes > 0 ? `${minutes(waitMinutes)} of waits by their usual times.` : 'No wait is left.'}{' '}
          Looking for a cause, steps done again, remotes that are learned apart, and what follows the run are
          not in it.
        </p>
      </Reckoned>
    </section>
  );
}

function Next({
  next: { jobNumber, at, hour, driveMinutes },
  forecast,
  now,
}: {
  readonly next: NextVisit;
  readonly forecast: Forecast;
  readonly now: Date;
}) {
  const reach = reachOf(forecast, now.getTime(), { atMs: at.getTime(), driveMinutes });
  const away = driveMinutes === null ? 'the drive not known' : `${minutes(driveMinutes)} away`;
  return (
    <p>
      Next {formatJobNumber(jobNumber)} at {hour}, {away}:{' '}
      <Badge tone={reachTones[reach.is]}>{reachWords(reach)}</Badge>
    </p>
  );
}

const reachTones = { inTime: 'glaze', leaves: 'plain', mostly: 'ochre', late: 'oxide' } as const;

function reachWords({ is, minutes: value }: Reach): string {
  switch (is) {
    case 'inTime':
      return `in time, ${minutes(value)} to spare four times in five`;
    case 'leaves':
      return `${minutes(value)} left for the drive four times in five`;
    case 'mostly':
      return `▲ in time more often than not; one in five is ${minutes(value)} late or more`;
    case 'late':
      return `▲ ${minutes(value)} late, or more: say so now`;
  }
}

function minutes(value: number): string {
  return formatMinutes(Math.max(1, Math.round(value)));
}
