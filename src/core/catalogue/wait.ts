/** What ends a security wait. */
export const waitEnds = {
  clock: 'by the clock',
  sign: 'until a sign shows',
  server: 'until a server answers',
  first: 'by the clock or a sign, whichever comes first',
} as const;
export type WaitEnd = keyof typeof waitEnds;

/** A security wait of a way: half of all are over by the usual time, and after the longest one something is wrong. */
export interface Wait {
  readonly by: WaitEnd;
  readonly usualSeconds: number;
  readonly longestSeconds: number;
}

/** The waits of a way as its list holds them: the usual times, and by what they end and their longest where that is said. */
export function waitsOf(
  usualSeconds: readonly number[],
  by: readonly WaitEnd[],
  longestSeconds: readonly number[],
): Wait[] {
  return usualSeconds.map((usual, at) => ({
    by: by[at] ?? 'clock',
    usualSeconds: usual,
    longestSeconds: longestSeconds[at] ?? usual,
  }));
}

/** What is wrong with waits as a list holds them, with its column; undefined where nothing is. */
export function waitsProblem(
  usual: readonly number[],
  by: readonly string[],
  longest: readonly number[],
): { readonly column: 'waits_by' | 'waits_longest'; readonly reason: string } | undefined {
  if (by.length > 0 && by.length !== usual.length)
    return { column: 'waits_by', reason: 'One for each wait, or none.' };
  if (by.some((one) => !Object.hasOwn(waitEnds, one)))
    return { column: 'waits_by', reason: `Each is one of ${Object.keys(waitEnds).join(', ')}.` };
  if (longest.length > 0 && longest.length !== usual.length)
    return { column: 'waits_longest', reason: 'One for each wait, or none.' };
  if (longest.some((seconds, at) => seconds < (usual[at] ?? 0)))
    return { column: 'waits_longest', reason: 'Not shorter than the wait itself.' };
  const exact = usual.findIndex(
    (seconds, at) => (by[at] ?? 'clock') === 'clock' && (longest[at] ?? seconds) !== seconds,
  );
  return exact >= 0
    ? { column: 'waits_longest', reason: 'A wait by the clock is as long as it is.' }
    : undefined;
}
