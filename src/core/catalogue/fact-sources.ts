import { type ObservedFact, observedFacts } from './conflicts';

export interface FactSource {
  readonly kind: ObservedFact;
  readonly certainty: number;
  readonly source: string;
}

/**
 * Reads the sources of single facts: `chip: 0.97 K-1042 at the car | pocket: 0.9 Handbook`.
 * @returns undefined where the text is none
 */
export function readFactSources(text: string): FactSource[] | undefined {
  const sources: FactSource[] = [];
  for (const part of text.split('|')) {
    const [kind, rest, more] = part.split(':').map((piece) => piece.trim());
    const [certainty, ...words] = (rest ?? '').split(' ');
    const fact = observedFacts.find((name) => name === kind);
    const value = Number(certainty);
    if (!fact || more !== undefined || words.length === 0 || !(value >= 0.5 && value <= 0.995))
      return undefined;
    if (sources.some((source) => source.kind === fact)) return undefined;
    sources.push({ kind: fact, certainty: value, source: words.join(' ') });
  }
  return sources;
}

export function writeFactSources(sources: readonly FactSource[]): string {
  return sources
    .map(({ kind, certainty, source }) => `${kind}: ${certainty} ${source.replace(/[:|]/g, ' ')}`)
    .join(' | ');
}

/** The sources with one fact's replaced. */
export function withFactSource(text: string | undefined, changed: FactSource): string {
  const others = (text === undefined ? [] : (readFactSources(text) ?? [])).filter(
    ({ kind }) => kind !== changed.kind,
  );
  return writeFactSources([...others, changed]);
}
