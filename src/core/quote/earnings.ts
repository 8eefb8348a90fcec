import { scaleMinor } from '@/core/kinds/money';
import { statedSum, sum } from './lines';
import type { PriceRules } from './price-rules';
import type { Earnings, NetLine, QuoteSnapshot } from './quote';
import { taxLines, taxOf } from './tax';

/** What decides how much a price earns. */
export interface EarningBasis {
  /** Lines of the shop before any discount, top-up or rounding. */
  readonly lines: readonly NetLine[];
  /** Lines that others are paid. */
  readonly others: readonly NetLine[];
  readonly costs: Earnings['costs'];
  readonly expectedShopMinor: number;
  /** Travel there and back, work and waits, and expected comeback. */
  readonly minutes: number;
  readonly minuteParts?: Earnings['minuteParts'];
}

export interface AtPrice {
  readonly priceMinor: number;
  /** To the customer, tax and what others are paid with it. */
  readonly totalMinor: number;
  readonly netMinor: number;
  readonly marginMinor: number;
  readonly perHourMinor: number | null;
}

type Grounds = Pick<QuoteSnapshot, 'rules' | 'taxBasisPoints'>;

/**
 * What a stated price for the shop's lines earns: without tax and the payment's share, less what is paid out and the
 * expected cost of a comeback. What the price differs from the lines' sum has the tax class of labour.
 */
export function earnAt(priceMinor: number, basis: EarningBasis, { rules, taxBasisPoints }: Grounds): AtPrice {
  const { taxIncluded, paymentBasisPoints } = rules;
  const goods = sum(
    basis.lines.filter(({ taxClass }) => taxClass === 'goods').map(({ statedMinor }) => statedMinor),
  );
  const tax =
    taxOf(goods, taxBasisPoints.goods, taxIncluded) +
    taxOf(priceMinor - goods, taxBasisPoints.labour, taxIncluded);
  const paid = taxIncluded ? priceMinor : priceMinor + tax;
  const netMinor = paid - tax - scaleMinor(paid, paymentBasisPoints, 10_000);
  const marginMinor = netMinor - sum(basis.costs.map(({ minor }) => minor)) - basis.expectedShopMinor;
  const elsewhere = taxLines(basis.others, taxBasisPoints, taxIncluded);
  return {
    priceMinor,
    totalMinor: paid + sum(elsewhere.map((one) => one.netMinor + one.taxMinor)),
    netMinor,
    marginMinor,
    perHourMinor: basis.minutes > 0 ? scaleMinor(marginMinor, 60, basis.minutes) : null,
  };
}

/** Whether a margin is what the hours must earn: 60 · margin ≥ rate · minutes, in integers. */
export function earnsEnough(marginMinor: number, minutes: number, { marginRateMinor }: PriceRules): boolean {
  return 60 * marginMinor >= marginRateMinor * minutes;
}

/**
 * How many steps below a price that earns enough a lower one may still earn enough: tax and the payment's share are
 * rounded apart, so that the margin follows a straight line within 1.5 minor units, and that line rises by 0.3 a unit at
 * least (tax in the price up to 100 %, share up to 20 %).
 */
const unevenSteps = 16;

/**
 * The smallest price on the rounding lattice that earns the hourly margin: halving finds where the margin crosses, and
 * the few prices below it, where rounding makes the margin uneven, are looked at one by one.
 */
export function floorPrice(basis: EarningBasis, grounds: Grounds): number {
  const { rules } = grounds;
  const step = rules.roundingMinor;
  const earns = (steps: number) =>
    earnsEnough(earnAt(steps * step, basis, grounds).marginMinor, basis.minutes, rules);
  if (earns(0)) return 0;
  let high = 1;
  while (!earns(high)) high *= 2;
  let low = Math.floor(high / 2);
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (earns(middle)) high = middle;
    else low = middle;
  }
  for (let steps = Math.max(0, high - unevenSteps); steps < high; steps += 1)
    if (earns(steps)) return steps * step;
  return high * step;
}

/** The largest price on the lattice whose total is at most `totalMinor`; null where not even nothing is. */
export function priceForTotal(totalMinor: number, basis: EarningBasis, grounds: Grounds): number | null {
  const step = grounds.rules.roundingMinor;
  const fits = (steps: number) => earnAt(steps * step, basis, grounds).totalMinor <= totalMinor;
  if (!fits(0)) return null;
  let low = 0;
  let high = Math.floor(totalMinor / step) + 1;
  while (fits(high)) high *= 2;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (fits(middle)) low = middle;
    else high = middle;
  }
  return low * step;
}

/** What an option earns at its price, and its floor. */
export function earningsOf(charged: readonly NetLine[], basis: EarningBasis, grounds: Grounds): Earnings {
  const at = earnAt(statedSum(charged), basis, grounds);
  const floorMinor = floorPrice(basis, grounds);
  return {
    costs: basis.costs.filter(({ minor }) => minor > 0),
    cashMinor: sum(basis.costs.map(({ minor }) => minor)),
    minutes: basis.minutes,
    ...(basis.minuteParts && { minuteParts: basis.minuteParts }),
    priceMinor: at.priceMinor,
    netMinor: at.netMinor,
    marginMinor: at.marginMinor,
    perHourMinor: at.perHourMinor,
    floorMinor,
    floorTotalMinor: earnAt(floorMinor, basis, grounds).totalMinor,
  };
}
