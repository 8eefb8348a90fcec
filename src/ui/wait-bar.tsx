'use client';

import { useEffect, useRef } from 'react';
import { classNames } from './class-names';
import { type ShopTime, useTicking } from './use-shop-clock';

interface WaitBarProps {
  readonly label: string;
  /** When the wait began and ends, by the shop's clock. */
  readonly from: Date;
  readonly until: Date;
  readonly time: ShopTime;
  /** What can be done meanwhile, and what follows. */
  readonly meanwhile: string;
  readonly over: string;
}

/** A wait that burns down by the server's clock, so that a reload changes nothing; it sounds and shakes at its end. */
export function WaitBar({ label, from, until, time, meanwhile, over }: WaitBarProps) {
  const now = useTicking(time);
  const left = Math.max(0, until.getTime() - now.getTime());
  const share = Math.min(1, left / Math.max(1, until.getTime() - from.getTime()));
  const isOver = left === 0;
  const waited = useRef(false);
  useEffect(() => {
    if (!isOver) waited.current = true;
    else if (waited.current) {
      waited.current = false;
      sound();
      navigator.vibrate?.([300, 120, 300]);
    }
  }, [isOver]);
  return (
    <section aria-label={label} className="rounded-lg border-[1.5px] border-line bg-biscuit p-3">
      <p className="flex flex-wrap justify-between gap-x-4">
        <strong>{label}</strong>
        <span className="font-mono" role="timer">
          {isOver ? 'over' : leftWords(left)}
        </span>
      </p>
      <progress aria-label={label} className="sr-only" max={1} value={1 - share} />
      <div aria-hidden className="mt-2 h-3 overflow-hidden rounded-full bg-shelf">
        <div
          className={classNames('h-full rounded-full', isOver ? 'bg-glaze' : 'bg-ochre')}
          style={{ width: `${Math.round((isOver ? 1 : share) * 1000) / 10}%` }}
        />
      </div>
      <p className="mt-1 text-small text-mute" data-said>
        {isOver ? over : meanwhile}
      </p>
    </section>
  );
}

/** @example leftWords(325_000) // '5 min 25 s' */
function leftWords(milliseconds: number): string {
  const seconds = Math.ceil(milliseconds / 1000);
  return seconds >= 60 ? `${Math.floor(seconds / 60)} min ${seconds % 60} s` : `${seconds} s`;
}

/** Two short tones, where the device lets a page sound. */
function sound(): void {
  if (typeof AudioContext === 'undefined') return;
  const audio = new AudioContext();
  for (const [at, hertz] of [
    [0, 660],
    [0.25, 880],
  ] as const) {
    const tone = audio.createOscillator();
    tone.frequency.value = hertz;
    tone.connect(audio.destination);
    tone.start(audio.currentTime + at);
    tone.stop(audio.currentTime + at + 0.18);
  }
  setTimeout(() => void audio.close(), 1000);
}
