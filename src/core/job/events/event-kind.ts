import type { Standing } from '@/core/authority/gate';
import type { Purpose } from '@/core/kinds/purpose';
import type { Ladder } from '@/core/pellet/ladder';
import type { OthersEffect, RouteKind } from '@/core/programming/route';
import type { Piece } from '@/core/supply/movements';
import type { JobLog } from './log';

export type Step =
  | { readonly ok: true; readonly log: JobLog }
  | { readonly ok: false; readonly reason: string };

export function refuse(reason: string): Step {
  return { ok: false, reason };
}

/** What was loaded of a job before one of its events is weighed; parts that a kind does not want are empty. */
export interface EventGround {
  readonly now: Date;
  readonly standing: Standing;
  readonly keyIds: ReadonlySet<string>;
  /** Whether a key in hand works. */
  readonly worksInHand: boolean;
  readonly secretIds: ReadonlySet<string>;
  /** The blank is programmed first, and was not learned yet. */
  readonly heldBlank: boolean;
  /** The ladder of the car's pellet; null where it has none. */
  readonly ladder: Pick<Ladder, 'lockoutSeconds' | 'steps'> | null;
  /** What a route does to the other keys on the platform of the chosen candidate. */
  readonly othersOf: (route: RouteKind) => OthersEffect;
  /** Candidates that are sealed with the job, by id: how many, and of how many spaces. */
  readonly sheets: ReadonlyMap<string, { readonly candidates: number; readonly spaces: number }>;
  /** Attempts that the person who sends the event recorded, by id. */
  readonly ownAttemptIds: ReadonlySet<string>;
}

/** What is loaded for some kinds only. */
export type WantedGround = 'secrets' | 'platform' | 'ownAttempts' | 'sheets' | 'ladder' | 'first';

/** One kind of thing that happens at the car: everything there is to say of it. */
export interface EventKind<Content extends object> {
  /** What it makes of the log, or why it does not fit. Accepted events always do: a rule that comes later stands below. */
  readonly apply: (log: JobLog, content: Content) => Step;
  /** What its job must have the authority for. */
  readonly purposes: (content: Content, ground: EventGround) => readonly Purpose[];
  /** When it happened, where it says so; weighed against the shop's clock. */
  readonly happenedAt?: (content: Content) => Date;
  /** Rules of its content that came after events were accepted. */
  readonly contentProblem?: (content: Content) => string | undefined;
  /** What else refuses it: the ring, who asks, what was declared. Comes before the gate. */
  readonly refusal?: (content: Content, ground: EventGround, log: JobLog) => string | undefined;
  /** The piece of stock that it uses up, which is moved with it; null where it uses none. */
  readonly takes?: (content: Content) => Piece | null;
  /** The piece that it gives back, by the log that it meets. */
  readonly gives?: (content: Content, log: JobLog) => Piece | null;
  /** Whether it has a line in the shop's audit beside its own place in the job's events, which nobody can change either. */
  readonly audited: boolean;
  /** Fields of the content that are moments, which JSON keeps as text. */
  readonly moments: readonly (keyof Content & string)[];
  readonly wants: readonly WantedGround[];
}
