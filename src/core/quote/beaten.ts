import type { OptionKind } from './option-kinds';
import type { Available, QuoteOption } from './quote';

type Compared = Pick<Available, 'kind' | 'totalMinor' | 'p80On' | 'redo' | 'answers'>;

/** Only options that answer the call are compared. One is beaten by another that is no worse in total, day and redo chance as shown, and better in one. */
export function beats(better: Compared, than: Compared): boolean {
  const pairs: [number | string, number | string][] = [
    [better.totalMinor, than.totalMinor],
    [better.p80On, than.p80On],
    [better.redo.percent, than.redo.percent],
  ];
  return better.answers && than.answers && pairs.every(([a, b]) => a <= b) && pairs.some(([a, b]) => a < b);
}

/** For each option the unbeaten one that beats it, the cheapest of several; null for the unbeaten. */
export function findBeaten(options: readonly QuoteOption[]): Map<OptionKind, OptionKind | null> {
  const available = options.filter((one): one is Available => one.available);
  const unbeaten = available.filter((one) => !available.some((other) => beats(other, one)));
  return new Map(
    available.map((one) => {
      const [best] = unbeaten
        .filter((other) => beats(other, one))
        .sort((a, b) => a.totalMinor - b.totalMinor || (a.kind < b.kind ? -1 : 1));
      return [one.kind, best?.kind ?? null];
    }),
  );
}
