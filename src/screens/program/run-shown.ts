import type { RunGround } from '@/core/run/events/run-event-kind';
import type { RunEvent } from '@/core/run/events/run-events';
import type { RunLog } from '@/core/run/run-log';

/** Events of this device that the run does not have, since it went on elsewhere: somebody decides what holds. */
export interface Conflict {
  /** Whether another device drives, so that it has to be asked first. */
  readonly driven: boolean;
  readonly mine: readonly RunEvent[];
}

/** What a screen shows of a run. */
export interface RunShown {
  readonly ground: RunGround;
  readonly log: RunLog;
  readonly jobNumber: number;
  /** How many events wait on this device. */
  readonly waiting: number;
  /** Whether the server answered last. */
  readonly online: boolean;
  /** The server answers, and wants the passcode first. */
  readonly locked: boolean;
  readonly drives: boolean;
  /** Who drives elsewhere, and who asks to; null where nobody does. */
  readonly driver: string | null;
  readonly asked: string | null;
  /** Whether this device asked to drive and waits for the word. */
  readonly asking: boolean;
  readonly problem: string | null;
  readonly conflict: Conflict | null;
}

/** The shop's time as a device knew it last. */
export interface KeptClock {
  readonly shopMs: number;
  readonly deviceMs: number;
  readonly rate: number;
}

/** What a device keeps of a run beside what waits to be sent. */
export interface KeptRun {
  readonly jobNumber: number;
  readonly lastSeq: number;
  readonly log: RunLog;
  readonly drives: boolean;
}
