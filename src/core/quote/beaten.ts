import { isFuller, losesNoMore } from './lost-functions';
import { isOwn, type OptionKind } from './option-kinds';
import type { Available, QuoteOption } from './quote';

type Compared = Pick<Available, 'kind' | 'totalMinor' | 'p80On' | 'comeback' | 'answers' | 'lost' | 'keys'>;

/**
 * Only options that answer the call are compared. One is beaten by another that lacks no function it has, is no worse in
 * total, day and comeback as shown, and better in one of the four. A new key beside a repair is more than the repair.
 */
export function beats(better: Compared, than: Compared): boolean {
  const pairs: [number | string, number | string][] = [
    [better.totalMinor, than.totalMinor],
    [better.p80On, than.p80On],
    [better.comeback.percent, than.comeback.percent],
  ];
  const [lost, lostThan] = [better.lost ?? [], than.lost ?? []];
  return (
    better.answers &&
    than.answers &&
    (better.keys ?? 0) >= (than.keys ?? 0) &&
    losesNoMore(lost, lostThan) &&
    pairs.every(([a, b]) => a <= b) &&
    (isFuller(lost, lostThan) || pairs.some(([a, b]) => a < b))
  );
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

/** The cheapest option that has the functions another lacks, the shop's own first, and what it costs more; null where none is lost. */
export function fullerThan(one: Available, options: readonly QuoteOption[]): Available['fuller'] {
  const [best] = options
    .filter((other): other is Available => other.available && other.answers)
    .filter(({ lost = [] }) => isFuller(lost, one.lost ?? []))
    .sort(
      (a, b) =>
        Number(isOwn(b.kind)) - Number(isOwn(a.kind)) ||
        a.totalMinor - b.totalMinor ||
        (a.kind < b.kind ? -1 : 1),
    );
  return best ? { kind: best.kind, moreMinor: best.totalMinor - one.totalMinor } : null;
}
