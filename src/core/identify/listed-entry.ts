import type { Application } from '@/core/catalogue/application';

/**
 * The entry of the car itself that a tool still lists: the row of its own model, market and platform that covers the last
 * listed year, or the latest before it. Undefined where the last listed years are of another platform.
 */
export function lastListed(
  application: Application,
  ofModel: readonly Application[],
  toYear: number,
): Application | undefined {
  const { platformId, market, ignition } = application;
  const [last] = ofModel
    .filter(
      (one) =>
        one.platformId === platformId &&
        one.market === market &&
        one.ignition === ignition &&
        one.span.from.year <= toYear,
    )
    .sort((a, b) => b.span.from.year - a.span.from.year || (a.id < b.id ? -1 : 1));
  return last;
}
