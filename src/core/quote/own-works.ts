import { scaleMinor } from '@/core/kinds/money';
import type { BeforeWork } from './before-work';
import { line, times } from './lines';
import type { OwnWork, PickedWork, PriceRules } from './price-rules';
import type { QuoteRequest } from './quote';

/** How much longer four in five take than half of all, where nobody knows it of a work. Stated. */
const slowShare = 1.4;

/** What the works that were picked add to an option: their lines and minutes. One that the prices have no more is told. */
export function pickedWorks({ works = [] }: Pick<QuoteRequest, 'works'>, rules: PriceRules): BeforeWork {
  const found = works.flatMap(({ name, count }) => {
    const work = rules.ownWorks.find((one) => one.name === name);
    return work ? [{ ...work, count }] : [];
  });
  const minutes = found.reduce((sum, work) => sum + work.count * work.minutes, 0);
  return {
    lines: found.map((work) =>
      line(`${work.name}${times(work.count)}`, 'works', 'labour', priceOf(work, rules)),
    ),
    costs: [],
    minutes,
    p80Minutes: Math.round(minutes * slowShare),
    notes: works
      .filter(({ name }) => !found.some((work) => work.name === name))
      .map(({ name }) => `‘${name}’ is no work of the shop’s prices any more.`),
  };
}

function priceOf({ minor, minutes, count }: OwnWork & PickedWork, { rateMinor }: PriceRules): number {
  return minor === null ? scaleMinor(rateMinor, minutes * count, 60) : minor * count;
}
