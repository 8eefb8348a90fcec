import type { Standing } from '@/core/authority/gate';
import type { Purpose } from '@/core/kinds/purpose';
import type { BoundProcedure } from '@/core/procedure/bind/bound';
import type { RunBasis } from '../run-basis';
import type { RunLog } from '../run-log';

export type RunStep =
  | { readonly ok: true; readonly log: RunLog }
  | { readonly ok: false; readonly reason: string };

export function refuse(reason: string): RunStep {
  return { ok: false, reason };
}

/** What a run rests on, with its procedure filled in. */
export interface RunGround {
  readonly basis: RunBasis;
  readonly bound: BoundProcedure;
}

/** What only the server knows of it. */
export interface RunStanding {
  readonly standing: Standing;
  readonly secretIds: ReadonlySet<string>;
}

/** One kind of thing that happens in a run: everything there is to say of it. */
export interface RunEventKind<Content extends object> {
  /** What it makes of the log, or why it does not fit; the same on the device and on the server. */
  readonly apply: (log: RunLog, content: Content, ground: RunGround) => RunStep;
  /** What its job must have the authority for, by the state that it meets. */
  readonly purposes: (content: Content, log: RunLog, ground: RunGround) => readonly Purpose[];
  /** Whether the authority of its job is weighed, or the job itself changes: it is locked meanwhile. */
  readonly gated: boolean;
  /** What else the server refuses it for. */
  readonly refusal?: (content: Content, more: RunStanding) => string | undefined;
  /** Whether it has a line in the shop's audit, by the state that it meets. */
  readonly audited: (content: Content, log: RunLog, ground: RunGround) => boolean;
}

/** When it happened. */
export interface Timed {
  readonly atMs: number;
}
