/** What is wrong with the program, by what it concerns; told at Health until it is put right. */
const troubles = new Map<string, { readonly words: string; readonly until: number }>();

/** @param forMs how long it is told where nothing puts it right */
export function noteTrouble(what: string, words: string, forMs = Number.POSITIVE_INFINITY): void {
  troubles.set(what, { words, until: performance.now() + forMs });
}

export function clearTrouble(what: string): void {
  troubles.delete(what);
}

export function listTroubles(): string[] {
  for (const [what, { until }] of troubles) if (until < performance.now()) troubles.delete(what);
  return [...troubles.values()].map(({ words }) => words);
}
