/** What a tool does next: says a message and awaits its answer, or waits. */
export type ToolAct =
  | { readonly kind: 'say'; readonly message: readonly number[]; readonly keepOpen: boolean }
  | { readonly kind: 'pause'; readonly us: number };

/** What came of it. */
export type Answer =
  | { readonly kind: 'answered'; readonly bytes: readonly number[] }
  | { readonly kind: 'refused'; readonly why: string; readonly words: string }
  | { readonly kind: 'noAnswer' };

/** A part of a conversation: it yields what is done next and goes on with its answer. */
export type Talk<Result> = Generator<ToolAct, Result, Answer>;

/** How a tool talks on one kind of line, whatever it wants. */
export interface Dialogue {
  /** Wakes the module, so that it takes commands. */
  wake(): Talk<Answer>;
  read(holds: string): Talk<Answer>;
  /** Opens what a record or command stands behind, with the PIN where it wants one. */
  open(name: string, pin: string | null): Talk<Answer>;
  command(does: string): Talk<Answer>;
  faults(): Talk<Answer>;
  clearFaults(): Talk<Answer>;
  sleep(): Talk<Answer>;
  /** Whether the module knows a record or command at all. */
  knows(name: string): boolean;
}

export const done: Answer = { kind: 'answered', bytes: [] };
