import type { AuthorityStage } from '@/core/authority/purposes';

/** What happens in a run, in the order in which it happens. */
export type RunEvent =
  /** How far the right to the car was shown. */
  | { readonly kind: 'authority'; readonly stage: AuthorityStage }
  /** What came of a step: the answer by which it goes on. */
  | { readonly kind: 'answered'; readonly node: string; readonly answer: string }
  /** Somebody looked for a cause. */
  | { readonly kind: 'looked'; readonly look: string; readonly answer: 'yes' | 'no' | 'cannotTell' }
  /** A cause was mended, or found where it cannot be: it goes on where it says. */
  | { readonly kind: 'mended'; readonly cause: string }
  /** No cause was found. */
  | { readonly kind: 'gaveUp' }
  /** Another key takes the place of one that is no good. */
  | { readonly kind: 'exchanged'; readonly from: number; readonly to: number };

/** A search for what is behind an observation. */
export interface Search {
  readonly node: string;
  readonly answer: string;
  readonly looked: readonly { readonly look: string; readonly answer: 'yes' | 'no' | 'cannotTell' }[];
}

export interface RunState {
  /** The node that is at hand, or the end that was reached. */
  readonly at: string;
  readonly search: Search | null;
  /** How often each way back was gone. */
  readonly jumps: Readonly<Record<string, number>>;
  readonly authority: AuthorityStage;
  /** What was read of each new key by its tag: the right chip, and blank. */
  readonly proved: Readonly<Record<number, readonly ('article' | 'blank')[]>>;
  /** Keys that the car took in this run and was not made to forget. */
  readonly taken: readonly number[];
  /** Causes that were mended in this run. */
  readonly mended: readonly string[];
  /** Keys that took the place of others. */
  readonly exchanged: Readonly<Record<number, number>>;
}
