import { gate } from '@/core/authority/gate';
import { attemptRecorded } from './attempt-recorded';
import { attemptWithdrawn } from './attempt-withdrawn';
import { countRead } from './count-read';
import { doorOpened } from './door-opened';
import { type EventGround, type EventKind, refuse, type Step, type WantedGround } from './event-kind';
import { emptyLog, type JobLog } from './log';

/** Every kind of event. A new one is a file of its own here and in `inputs/events`, and a line in both registries. */
const kinds = { countRead, doorOpened, attemptRecorded, attemptWithdrawn } as const;

export type EventKindName = keyof typeof kinds;
export const eventKinds = Object.keys(kinds) as EventKindName[];
export type EventContent<Name extends EventKindName> =
  (typeof kinds)[Name] extends EventKind<infer Content> ? Content : never;

/** What happened at the car. The kind names it, the content is its own. */
export type JobEvent = {
  [Name in EventKindName]: { readonly kind: Name } & EventContent<Name>;
}[EventKindName];

/** The kind of an event with its content, which fit each other by the type of `JobEvent`. */
function partsOf({ kind, ...content }: JobEvent): {
  readonly of: EventKind<object>;
  readonly content: object;
} {
  return { of: kinds[kind] as unknown as EventKind<object>, content };
}

/** One event on the log it meets: the next log, or why it is refused. Changes nothing it is given. */
export function applyEvent(log: JobLog, event: JobEvent): Step {
  const { of, content } = partsOf(event);
  const problem = of.contentProblem?.(content);
  return problem === undefined ? of.apply(log, content) : refuse(problem);
}

/** The log of accepted events, in their order. Throws on one that does not fit: accepted events always do. */
export function foldEvents(events: readonly JobEvent[]): JobLog {
  return events.reduce<JobLog>((log, event) => {
    const { of, content } = partsOf(event);
    const next = of.apply(log, content);
    if (!next.ok) throw new Error(`an accepted event does not fit: ${next.reason}`);
    return next.log;
  }, emptyLog);
}

/** What is loaded before an event of a kind is weighed. */
export function groundFor(kind: EventKindName): readonly WantedGround[] {
  return kinds[kind].wants;
}

/**
 * Why an event is refused in the state it meets, or undefined: the reducer, the clock, what else its kind says, and the gate
 * for each of its purposes.
 */
export function eventRefusal(event: JobEvent, log: JobLog, ground: EventGround): string | undefined {
  const step = applyEvent(log, event);
  if (!step.ok) return step.reason;
  const { of, content } = partsOf(event);
  const at = of.happenedAt?.(content);
  const problem = (at && timeProblem(at, ground.now)) ?? of.refusal?.(content, ground);
  if (problem !== undefined) return problem;
  for (const purpose of of.purposes(content, ground)) {
    const found = gate(purpose, ground.standing);
    if (!found.open) return found.message;
  }
  return undefined;
}

/** An event as it comes out of JSON: its moments are text there. */
export function eventOf(kind: EventKindName, content: Readonly<Record<string, unknown>>): JobEvent {
  const revived = kinds[kind].moments.map((name) => [name, new Date(String(content[name]))]);
  return { kind, ...content, ...Object.fromEntries(revived) } as JobEvent;
}

/** A device's clock may run ahead by this much, and what happened is written down within so many days. */
const aheadMinutes = 10;
const longestDaysAgo = 30;

/** What is wrong with the time of something that is recorded now; undefined where nothing is. */
export function timeProblem(at: Date, now: Date): string | undefined {
  const minutesAgo = (now.getTime() - at.getTime()) / 60_000;
  if (Number.isNaN(minutesAgo)) return 'When was it?';
  if (minutesAgo < -aheadMinutes) return 'This is in the future by the clock of the shop.';
  return minutesAgo > longestDaysAgo * 1440
    ? `This is more than ${longestDaysAgo} days ago; write it as a remark.`
    : undefined;
}
