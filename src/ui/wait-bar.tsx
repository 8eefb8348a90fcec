'use client';

import { useEffect, useRef } from 'react';
import { classNames } from './class-names';
import { useTitleWait } from './page-title';
import { chime } from './sound';
import { type ShopTime, useTicking } from './use-shop-clock';

interface WaitBarProps {
  readonly label: string;
  /** When the wait began and ends, by the shop's clock. */
  readonly from: Date;
  readonly until: Date;
  /** After which something is wrong, where that is later than its usual end. */
  readonly longest?: Date;
  readonly time: ShopTime;
  /** What can be done meanwhile, and what follows. */
  readonly meanwhile: string;
  readonly over: string;
  /** It also sounds where it is seen only once it is over: whoever looks now and then must not miss it. */
  readonly soundsLate?: boolean;
}

/** A wait that burns down by the server's clock, so that a reload changes nothing; it sounds and shakes at its end. */
export function WaitBar({
  label,
  from,
  until,
  longest = until,
  time,
  meanwhile,
  over,
  soundsLate = false,
}: WaitBarProps) {
  const now = useTicking(time);
  const left = Math.max(0, until.getTime() - now.getTime());
  const all = Math.max(1, longest.getTime() - from.getTime());
  const gone = Math.min(1, Math.max(0, (now.getTime() - from.getTime()) / all));
  const usual = (until.getTime() - from.getTime()) / all;
  const isOver = left === 0;
  const isLate = isOver && longest > until && now >= longest;
  useTitleWait(left, isLate ? 'too long' : isOver ? 'over' : leftWords(left));
  const waited = useRef(soundsLate);
  useEffect(() => {
    if (!isOver) waited.current = true;
    else if (waited.current) {
      waited.current = false;
      chime();
      navigator.vibrate?.([300, 120, 300]);
    }
  }, [isOver]);
  return (
    <section aria-label={label} className="rounded-lg border-[1.5px] border-line bg-biscuit p-3">
      <p className="flex flex-wrap justify-between gap-x-4">
        <strong>{label}</strong>
        <span className="font-mono" role="timer">
          {isLate ? 'too long' : isOver ? 'over' : leftWords(left)}
        </span>
      </p>
      <progress aria-label={label} className="sr-only" max={1} value={gone} />
      <div aria-hidden className="relative mt-2 h-3 overflow-hidden rounded-full bg-shelf">
        <div
          className={classNames(
            'h-full rounded-full',
            isLate ? 'bg-oxide' : isOver ? 'bg-glaze' : 'bg-ochre',
          )}
          style={{ width: `${Math.round((longest > until ? gone : isOver ? 1 : 1 - gone) * 1000) / 10}%` }}
        />
        {longest > until && (
          <div
            className="absolute inset-y-0 w-0.5 bg-ink"
            style={{ left: `${Math.round(usual * 1000) / 10}%` }}
          />
        )}
      </div>
      {longest > until && (
        <p className="mt-1 text-small text-mute">
          usual {leftWords(until.getTime() - from.getTime())}, longest{' '}
          {leftWords(longest.getTime() - from.getTime())}
        </p>
      )}
      <p className="mt-1 text-small text-mute" data-said>
        {isLate
          ? 'Longer than the longest: something is wrong. Say so, and look for the cause.'
          : isOver
            ? over
            : meanwhile}
      </p>
    </section>
  );
}

/** @example leftWords(325_000) // '5 min 25 s' */
function leftWords(milliseconds: number): string {
  const seconds = Math.ceil(milliseconds / 1000);
  return seconds >= 60 ? `${Math.floor(seconds / 60)} min ${seconds % 60} s` : `${seconds} s`;
}
