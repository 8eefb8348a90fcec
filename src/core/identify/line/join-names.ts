interface Name {
  readonly id: string;
  readonly name: string;
}

/** Two lists of names as one, each id once, by name: as the whole lexicon has them. */
export function joinNames<One extends Name>(some: readonly One[], more: readonly One[] = []): readonly One[] {
  const all = new Map([...some, ...more].map((one) => [one.id, one]));
  return [...all.values()].sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0));
}
