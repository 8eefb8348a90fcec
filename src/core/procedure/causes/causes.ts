/** What may be behind a step that goes wrong. */
export interface Cause {
  readonly name: string;
  readonly says: string;
  /** What mends it, or what is to be done where nothing does. */
  readonly remedy: string;
}

/** Somewhere to look, and what a yes would say. */
export interface Look {
  readonly name: string;
  /** A question that is answered by yes, no or 'cannot tell'. */
  readonly asks: string;
  readonly seconds: number;
  /** How often it is answered by yes where none of its causes is there. */
  readonly otherwise: number;
  /** How often it is answered by yes where a cause is there. */
  readonly tells: Readonly<Record<string, number>>;
}

/** What the library knows of causes. */
export interface CauseBook {
  readonly causes: readonly Cause[];
  readonly looks: readonly Look[];
}
