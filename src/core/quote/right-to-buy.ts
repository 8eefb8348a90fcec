import type { Application } from '@/core/catalogue/application';
import type { Platform } from '@/core/catalogue/platform';
import type { Job } from '@/core/job/job';
import { rightsLacking, withRight } from '@/core/programming/van-kit';
import { isOwn, type OptionKind } from './option-kinds';
import { firstOption } from './options';
import type { Available, QuoteOption } from './quote';
import { type RecommendationGrounds, recommend } from './recommend';

/** A licence or credits that the van lacks for this car, and what buying them would do. */
export interface RightToBuy {
  readonly name: string;
  readonly priceMinor: number;
  /** What would be said first then, and its total. */
  readonly kind: OptionKind;
  readonly totalMinor: number;
  /** What this job would earn more than now; not positive where it does not pay. */
  readonly gainMinor: number;
  /** How many such jobs until it is paid; null where it never is. */
  readonly jobs: number | null;
}

/**
 * Licences and credits with a known price that the van lacks for functions on this platform: the quote with each of them
 * against the quote without.
 * @param prices by name, of all the shop's vans
 * @param options of the quote as it stands
 */
export function rightsToBuy(
  job: Job,
  application: Application,
  platform: Platform,
  grounds: RecommendationGrounds,
  prices: Readonly<Record<string, number>>,
  options: readonly QuoteOption[],
): RightToBuy[] {
  const { van, now } = grounds;
  if (!van) return [];
  const without = earnedBy(firstOption(options));
  return rightsLacking({ ...van, day: now.day }, platform.id).flatMap((name) => {
    const priceMinor = prices[name];
    if (priceMinor === undefined) return [];
    const { rights } = withRight({ ...van, day: now.day }, name);
    const then = recommend(job, application, platform, { ...grounds, van: { ...van, rights } });
    const first = firstOption(then.quote?.options ?? []);
    if (!first || !isOwn(first.kind)) return [];
    const gainMinor = earnedBy(first) - without;
    const same = options.find((one) => one.kind === first.kind);
    if (gainMinor === 0 && same?.available && same.totalMinor === first.totalMinor) return [];
    return [
      {
        name,
        priceMinor,
        kind: first.kind,
        totalMinor: first.totalMinor,
        gainMinor,
        jobs: jobsUntilPaid(priceMinor, gainMinor),
      },
    ];
  });
}

/**
 * How many jobs until a price is earned back.
 * @example jobsUntilPaid(31_000, 4_000) // 8
 */
export function jobsUntilPaid(priceMinor: number, gainMinor: number): number | null {
  return gainMinor > 0 ? Math.ceil(priceMinor / gainMinor) : null;
}

/** What the shop earns by an option; nothing by a dealer's. */
function earnedBy(option: Available | undefined): number {
  return option && isOwn(option.kind) ? (option.earnings?.marginMinor ?? 0) : 0;
}
