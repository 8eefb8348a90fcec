import type { Application } from '@/core/catalogue/application';
import type { Platform } from '@/core/catalogue/platform';
import type { DecisionParts } from '@/core/identify/decision-names';
import type { Job } from '@/core/job/job';
import { formatMoney } from '@/core/kinds/money';
import { routeNames } from '@/core/programming/route';
import { priceClassMinor as inClasses } from './price-class';
import { articlesOf, decisionOf, type RecommendationGrounds } from './recommend';

/** How totals are told apart and written. */
export interface PriceWords {
  /** Totals closer than this count as one price. */
  readonly priceClassMinor: number;
  readonly currency: string;
  readonly locale: string;
}

/** What would be made for each candidate; computed once for each set of articles on a platform. */
export function decisionParts(
  job: Job,
  platforms: Readonly<Record<string, Platform>>,
  grounds: RecommendationGrounds,
  shown: PriceWords,
): (application: Application) => DecisionParts {
  const known = new Map<string, DecisionParts>();
  return (application) => {
    const articles = articlesOf(application);
    const platform = platforms[application.platformId];
    const boards = platform?.methods.some(({ boardsFrom, boardsTo }) => boardsFrom ?? boardsTo);
    const built = boards ? JSON.stringify(application.span) : '';
    const key = [application.platformId, application.market, built, ...articles].join('|');
    const found = known.get(key);
    if (found) return found;
    const { advice, totalMinor: total } = decisionOf(job, application, platform, grounds);
    const parts: DecisionParts = {
      blank: application.blank,
      electronics: application.remote?.article ?? application.chip?.article ?? 'no chip',
      platform: application.platform,
      route: advice ? routeNames[advice.kind] : 'no route',
      price: total === undefined ? 'no price' : priceClass(total, shown),
    };
    known.set(key, parts);
    return parts;
  };
}

function priceClass(totalMinor: number, { priceClassMinor, currency, locale }: PriceWords): string {
  const minor = inClasses(totalMinor, priceClassMinor);
  return `about ${formatMoney({ minor, currency }, locale, 'short')}`;
}
