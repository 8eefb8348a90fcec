/** What was wrong: the field it belongs to, where there is one, and what to do about it. */
export interface Problem {
  readonly field?: string;
  readonly message: string;
}

/** A value, or the failures a person can cause. Exceptions are for bugs. */
export type Result<Value, Failure = Failed> = { readonly ok: true; readonly value: Value } | Failure;

export interface Failed {
  readonly ok: false;
  readonly problems: readonly Problem[];
  /** Where the failure passes by itself: after how many seconds the same may be asked again. */
  readonly retrySeconds?: number;
}

export function done<Value>(value: Value): { readonly ok: true; readonly value: Value } {
  return { ok: true, value };
}

/** All that is wrong at once; undefined where nothing is. */
export function failedOf(...problems: readonly (Problem | false | undefined)[]): Failed | undefined {
  const wrong = problems.filter((problem) => problem !== false && problem !== undefined);
  return wrong.length === 0 ? undefined : { ok: false, problems: wrong };
}

export function failed(message: string, field?: string): Failed {
  return { ok: false, problems: [field === undefined ? { message } : { field, message }] };
}
