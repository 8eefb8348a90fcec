import { gate } from '@/core/authority/gate';
import type { RunLog } from '../run-log';
import { startLog } from '../run-log';
import { begun } from './begun';
import { commanded } from './commanded';
import { ended } from './ended';
import { keySpoiled, keyTaken } from './keys-of-stock';
import { marked } from './marked';
import { pinEntered } from './pin-entered';
import {
  type RunEventKind,
  type RunGround,
  type RunStanding,
  type RunStep,
  refuse,
  type Timed,
} from './run-event-kind';
import { untold } from './untold';
import { answered, exchanged, gaveUp, looked, mended } from './walked';

/** Every kind of event of a run. A new one is a file of its own here, a class in `inputs/run-inputs`, and a line in both registries. */
const kinds = {
  begun,
  answered,
  commanded,
  untold,
  pinEntered,
  looked,
  mended,
  gaveUp,
  exchanged,
  keyTaken,
  keySpoiled,
  marked,
  ended,
} as const;

export type RunEventName = keyof typeof kinds;
export const runEventNames = Object.keys(kinds) as RunEventName[];
type ContentOf<Kind> = Kind extends RunEventKind<infer Content> ? Content : never;
export type RunEventContent<Name extends RunEventName> = ContentOf<(typeof kinds)[Name]>;

/** What happened in a run. The kind names it, the content is its own. */
export type RunEvent = {
  [Name in RunEventName]: { readonly kind: Name } & RunEventContent<Name>;
}[RunEventName];

function partsOf({ kind, ...content }: RunEvent): {
  readonly of: RunEventKind<Timed>;
  readonly content: Timed;
} {
  return { of: kinds[kind] as unknown as RunEventKind<Timed>, content };
}

/** One event on the log that it meets: the next log, or why it does not fit. The same on the device and on the server. */
export function applyRunEvent(log: RunLog, event: RunEvent, ground: RunGround): RunStep {
  if (log.ended) return refuse('This run is over.');
  const { of, content } = partsOf(event);
  return Number.isSafeInteger(content.atMs) ? of.apply(log, content, ground) : refuse('When was it?');
}

/** A device's clock may run ahead of the server's by this much. */
const aheadMs = 10 * 60_000;

/** The next log, or why the server refuses an event: it does not fit, is in the future, or the gate is shut to it. */
export function weighRunEvent(
  log: RunLog,
  event: RunEvent,
  ground: RunGround,
  more: RunStanding & { readonly now: Date },
): RunStep {
  const step = applyRunEvent(log, event, ground);
  if (!step.ok) return step;
  const { of, content } = partsOf(event);
  if (content.atMs > more.now.getTime() + aheadMs)
    return refuse('This is in the future by the clock of the shop.');
  for (const purpose of of.purposes(content, log, ground)) {
    const found = gate(purpose, more.standing);
    if (!found.open) return refuse(found.message);
  }
  const problem = of.refusal?.(content, more);
  return problem === undefined ? step : refuse(problem);
}

/** Whether an event has a line in the audit, in the state that it meets. */
export function isRunEventAudited(event: RunEvent, log: RunLog, ground: RunGround): boolean {
  const { of, content } = partsOf(event);
  return of.audited(content, log, ground);
}

/** Whether an event is weighed with its job, which is locked and whose authority is loaded only then. */
export function isGated(kind: RunEventName): boolean {
  return kinds[kind].gated;
}

/** The fold of accepted events. @throws Error on one that does not fit: accepted events always do */
export function foldRun(ground: RunGround, startedMs: number, events: readonly RunEvent[]): RunLog {
  return events.reduce<RunLog>(
    (log, event) => {
      const step = applyRunEvent(log, event, ground);
      if (!step.ok) throw new Error(`an accepted event of a run does not fit: ${step.reason}`);
      return step.log;
    },
    startLog(ground.bound, startedMs),
  );
}
