import type { Wait } from '@/core/catalogue/wait';
import type { BoundNode, BoundProcedure } from '@/core/procedure/bind/bound';
import { beatsOf } from '@/core/procedure/model/act-times';
import { wellPath } from '@/core/procedure/run/well-path';
import { surest } from '@/core/procedure/timing/score';
import { totalMinutes, waitTime, workTime } from '@/core/programming/work-time';
import type { RunGround } from './events/run-event-kind';
import { waitOf } from './run-basis';
import type { RunLog } from './run-log';

/** How long a run still takes where all goes well from here. */
export interface Forecast {
  /** Half of all are over sooner. */
  readonly p50Minutes: number;
  /** Four of five are. */
  readonly p80Minutes: number;
  /** Of the first figure what is work, by the platform's times, and what waits take by their usual times. */
  readonly workMinutes: number;
  readonly waitMinutes: number;
}

/**
 * When a run is likely to be over: of the work that the platform states for the session and for each key so much as the share of their
 * steps that is left, and the waits that are left, the one that burns from where it stands.
 * @param nowMs by the shop's clock
 * @returns undefined at an end, where no success is ahead, and for a run that was begun before the platform's times were kept with it
 */
export function forecastOf({ basis, bound }: RunGround, log: RunLog, nowMs: number): Forecast | undefined {
  const { work } = basis;
  const ahead = wellPath(bound, log.walk.at);
  const whole = wellPath(bound, bound.start);
  if (!work || log.ended || !ahead || !whole) return undefined;
  const { learn } = bound.plan;
  const share = (of: number | null) => {
    const all = secondsOf(whole, bound, of);
    return all === 0 ? 0 : Math.min(1, secondsOf(ahead, bound, of) / all);
  };
  const steps = [
    { p50Minutes: work.sessionP50Minutes * share(null), spread: work.spread },
    ...learn.map((tag) => ({ p50Minutes: work.keyP50Minutes * share(tag), spread: work.spread })),
  ].filter(({ p50Minutes }) => p50Minutes > 0);
  const waits = waitTime(
    ahead.flatMap((node) => {
      const wait = waitOf(basis, node);
      return wait ? left(wait, log.begun?.node === node.id ? nowMs - log.begun.atMs : 0) : [];
    }),
  );
  const time = workTime(steps, [waits.usualSeconds], waits.p80Seconds);
  return {
    p50Minutes: totalMinutes(time, 'p50'),
    p80Minutes: totalMinutes(time, 'p80'),
    workMinutes: time.workP50Minutes,
    waitMinutes: time.waitSeconds / 60,
  };
}

/** Where the van has to be next. */
export interface Appointment {
  readonly atMs: number;
  /** The drive there; null where nobody said where one of the two cars stands. */
  readonly driveMinutes: number | null;
}

/** What a run leaves of the time until the next appointment. */
export type Reach =
  /** Four times in five, with so much to spare. */
  | { readonly is: 'inTime'; readonly minutes: number }
  /** More often than not; one time in five it is so much late, or more. */
  | { readonly is: 'mostly'; readonly minutes: number }
  /** More often late than not, half of all times by so much or more. */
  | { readonly is: 'late'; readonly minutes: number }
  /** Four times in five so much is left, and how long the drive takes is not known. */
  | { readonly is: 'leaves'; readonly minutes: number };

/** Whether the next appointment is reached, by the drive there; what is done after the run is not in it. */
export function reachOf(
  { p50Minutes, p80Minutes }: Forecast,
  nowMs: number,
  { atMs, driveMinutes }: Appointment,
): Reach {
  const until = (atMs - nowMs) / 60_000 - (driveMinutes ?? 0);
  const [half, most] = [until - p50Minutes, until - p80Minutes];
  if (half < 0) return { is: 'late', minutes: -half };
  if (most < 0) return { is: 'mostly', minutes: -most };
  return { is: driveMinutes === null ? 'leaves' : 'inTime', minutes: most };
}

/** What is left of a wait; one that is past its usual time may end at any moment. */
function left(wait: Wait, goneMs: number): Wait[] {
  const gone = Math.max(0, goneMs / 1000);
  const longestSeconds = wait.longestSeconds - gone;
  if (longestSeconds <= 0) return [];
  return [
    {
      ...wait,
      usualSeconds: Math.max(1, wait.usualSeconds - gone),
      longestSeconds: Math.max(1, longestSeconds),
    },
  ];
}

/** Seconds of the steps that are about a key, or of those about none. Only their shares of each other count. */
function secondsOf(path: readonly BoundNode[], { plan }: BoundProcedure, of: number | null): number {
  return path
    .filter(({ id, tags }) => {
      const tag = tags.new;
      const isOfKey = tag !== undefined && plan.learn.includes(tag) && id.includes(`/${tag}/`);
      return of === null ? !isOfKey : isOfKey && tag === of;
    })
    .reduce((sum, node) => sum + stepSeconds(node), 0);
}

function stepSeconds({ step }: BoundNode): number {
  switch (step.kind) {
    case 'do':
      return 8 + 3 * step.acts.length;
    case 'check':
      return 12;
    case 'hold':
      return 6 + surest(step.seconds) / 1000;
    case 'pace':
      return 6 + (surest(step.every) / 1000) * beatsOf(step);
    case 'window':
      return 8;
    case 'wait':
      return 0;
    case 'observe':
      return 6;
    case 'enter':
      return 20;
    case 'choose':
      return 4;
    case 'command':
      return 15;
  }
}
