import type { Application } from '@/core/catalogue/application';
import type { Platform } from '@/core/catalogue/platform';
import type { DecisionParts } from '@/core/identify/decision-names';
import type { Job } from '@/core/job/job';
import { formatMoney } from '@/core/kinds/money';
import { routeNames } from '@/core/programming/route';
import { priceClassMinor as inClasses } from './price-class';
import { articlesOf, type CarDecision, decisionOf, type RecommendationGrounds } from './recommend';

/** How totals are told apart and written. */
export interface PriceWords {
  /** Totals closer than this count as one price. */
  readonly priceClassMinor: number;
  readonly currency: string;
  readonly locale: string;
}

/** What would be made for each candidate; computed once for each set of articles on a platform. */
export function decisionsOnce(
  job: Job,
  platforms: Readonly<Record<string, Platform>>,
  grounds: RecommendationGrounds,
): (application: Application) => CarDecision {
  const known = new Map<string, CarDecision>();
  return (application) => {
    const platform = platforms[application.platformId];
    const boards = platform?.methods.some(({ boardsFrom, boardsTo }) => boardsFrom ?? boardsTo);
    const built = boards ? JSON.stringify(application.span) : '';
    const key = [application.platformId, application.market, built, ...articlesOf(application)].join('|');
    const decision = known.get(key) ?? decisionOf(job, application, platform, grounds);
    known.set(key, decision);
    return decision;
  };
}

/** The same in words, as candidates are told apart. */
export function decisionParts(
  decided: (application: Application) => CarDecision,
  shown: PriceWords,
): (application: Application) => DecisionParts {
  return (application) => {
    const { advice, totalMinor: total } = decided(application);
    return {
      blank: application.blank,
      electronics: application.remote?.article ?? application.chip?.article ?? 'no chip',
      platform: application.platform,
      route: advice ? routeNames[advice.kind] : 'no route',
      price: total === undefined ? 'no price' : priceClass(total, shown),
    };
  };
}

function priceClass(totalMinor: number, { priceClassMinor, currency, locale }: PriceWords): string {
  const minor = inClasses(totalMinor, priceClassMinor);
  return `about ${formatMoney({ minor, currency }, locale, 'short')}`;
}
