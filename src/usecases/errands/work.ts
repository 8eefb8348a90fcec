import type { Actor } from '@/core/kinds/actor';
import type { Db } from '@/data/db';

/** What a kind of errand does. Each part finds what it needs under the errand's id. */
export interface ErrandWork<Question, Answer> {
  /** What is asked; undefined where nobody wants it any more. */
  readonly ask: (db: Db, id: string) => Promise<Question | undefined>;
  /**
   * Asks the outside, with no transaction open. It may be asked again after a crash, under the same key.
   * @throws where it cannot be reached; the errand waits and is tried again
   */
  readonly call: (
    question: Question,
    asked: { readonly key: string; readonly signal: AbortSignal },
  ) => Promise<Answer>;
  /** Keeps the answer, in the transaction that ends the errand: once. */
  readonly store: (db: Db, actor: Actor, id: string, answer: Answer) => Promise<void>;
  /** Says that there is none: it was tried often enough, or nobody wanted it any more. */
  readonly giveUp: (db: Db, actor: Actor, id: string, why: 'unreachable' | 'unwanted') => Promise<void>;
}
