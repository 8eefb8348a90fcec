import { gate } from '@/core/authority/gate';
import { type Piece, samePiece } from '@/core/supply/movements';
import { arrivalNoted } from './arrival-noted';
import { attemptRecorded } from './attempt-recorded';
import { attemptWithdrawn } from './attempt-withdrawn';
import { bladeCut } from './blade-cut';
import { bladeMeasured } from './blade-measured';
import { candidateTried } from './candidate-tried';
import { countRead } from './count-read';
import { cutWithdrawn } from './cut-withdrawn';
import { doorOpened } from './door-opened';
import { type EventGround, type EventKind, refuse, type Step, type WantedGround } from './event-kind';
import { keyProved } from './key-proved';
import { lockTried } from './lock-tried';
import { emptyLog, type JobLog } from './log';
import { pelletRead } from './pellet-read';
import { planChosen } from './plan-chosen';
import { remoteWritten } from './remote-written';
import { stepTried } from './step-tried';
import { stepWithdrawn } from './step-withdrawn';
import { tryWithdrawn } from './try-withdrawn';
import { wireChecked } from './wire-checked';

/** Every kind of event. A new one is a file of its own here and in `inputs/events`, and a line in both registries. */
const kinds = {
  countRead,
  doorOpened,
  attemptRecorded,
  attemptWithdrawn,
  candidateTried,
  tryWithdrawn,
  planChosen,
  bladeCut,
  cutWithdrawn,
  bladeMeasured,
  lockTried,
  pelletRead,
  wireChecked,
  stepTried,
  stepWithdrawn,
  remoteWritten,
  keyProved,
  arrivalNoted,
} as const;

export type EventKindName = keyof typeof kinds;
export const eventKinds = Object.keys(kinds) as EventKindName[];
type ContentOf<Kind> = Kind extends EventKind<infer Content> ? Content : never;
export type EventContent<Name extends EventKindName> = ContentOf<(typeof kinds)[Name]>;

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
  return problem === undefined ? withStock(log, event, of.apply(log, content)) : refuse(problem);
}

/** Pieces that an event moves, by the log that it meets: used up or given back. */
export function movedBy(
  log: JobLog,
  event: JobEvent,
): { readonly piece: Piece; readonly change: 1 | -1 } | null {
  const { of, content } = partsOf(event);
  const taken = of.takes?.(content);
  if (taken) return { piece: taken, change: -1 };
  const given = of.gives?.(content, log);
  return given ? { piece: given, change: 1 } : null;
}

/** The piece of stock that an event uses up, whatever log it meets. */
export function takenBy(event: JobEvent): Piece | null {
  const { of, content } = partsOf(event);
  return of.takes?.(content) ?? null;
}

/** Whether events of a kind have a line in the audit. */
export function isAudited(kind: EventKindName): boolean {
  return kinds[kind].audited;
}

/** The next log with what the event moved of the stock. */
function withStock(before: JobLog, event: JobEvent, step: Step): Step {
  const moved = step.ok ? movedBy(before, event) : null;
  if (!step.ok || !moved) return step;
  const { used } = step.log;
  if (moved.change < 0) return { ok: true, log: { ...step.log, used: [...used, moved.piece] } };
  const at = used.findLastIndex((one) => samePiece(one, moved.piece));
  return { ok: true, log: { ...step.log, used: used.filter((_, other) => other !== at) } };
}

/** The log of accepted events, in their order. Throws on one that does not fit: accepted events always do. */
export function foldEvents(events: readonly JobEvent[]): JobLog {
  return events.reduce<JobLog>((log, event) => {
    const { of, content } = partsOf(event);
    const next = withStock(log, event, of.apply(log, content));
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
  const problem = (at && timeProblem(at, ground.now)) ?? of.refusal?.(content, ground, log);
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
