/** A module on the older line. */
export interface LineState {
  /** What came and is no whole telegram yet. */
  readonly heard: readonly number[];
  readonly heardUs: number;
  /** Until when it stays awake; null while it sleeps. */
  readonly awakeUntilUs: number | null;
  /** An answer on its way. */
  readonly outbox: readonly { readonly bytes: readonly number[]; readonly atUs: number }[];
}

export const sleepingLine: LineState = { heard: [], heardUs: 0, awakeUntilUs: null, outbox: [] };
