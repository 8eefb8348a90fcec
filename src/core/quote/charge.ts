import { roundUpTo, scaleMinor } from '@/core/kinds/money';
import { line, statedSum, sum } from './lines';
import type { Coupon, PriceRules, RoundingMode, TradeAccount } from './price-rules';
import type { NetLine } from './quote';

/** What changes a sum of lines before tax. */
export interface Charging {
  readonly rules: Pick<PriceRules, 'minimumMinor' | 'roundingMinor' | 'roundingMode' | 'flexiblePercent'>;
  readonly account: TradeAccount | null;
  readonly coupon: Coupon | null;
  /** What a flexible time saves the shop; null where the customer does not wait. */
  readonly waitingSavesMinor: number | null;
  /** A price agreed for the whole, in place of minimum and rounding; null for the shop's own. */
  readonly agreedMinor: number | null;
}

/**
 * The shop's lines with account price, coupon, flexible time, minimum charge and rounding, in this order. What is added
 * or taken off stands in lines of its own, in the tax class of labour; a discount never takes more than there is.
 */
export function charge(lines: readonly NetLine[], charging: Charging): NetLine[] {
  const { rules, account, coupon, waitingSavesMinor, agreedMinor } = charging;
  const all = [...lines];
  const takeOff = (label: string, minor: number) => {
    const off = Math.min(minor, Math.max(0, statedSum(all)));
    if (off > 0) all.push(line(label, 'discount', 'labour', -off));
  };
  if (account) takeOff(`Terms of ${account.name}`, accountDiscount(all, account));
  if (coupon && (!account || coupon.withAccount) && statedSum(all) >= coupon.fromMinor)
    takeOff(`Coupon ${coupon.code}`, coupon.amountMinor + scaleMinor(statedSum(all), coupon.percent, 100));
  if (waitingSavesMinor !== null)
    takeOff(
      'Flexible time',
      Math.min(scaleMinor(statedSum(all), rules.flexiblePercent, 100), waitingSavesMinor),
    );
  if (agreedMinor !== null) {
    const difference = agreedMinor - statedSum(all);
    if (difference !== 0) all.push(line('Agreed price', 'discount', 'labour', difference));
    return all;
  }
  const short = rules.minimumMinor - statedSum(all);
  if (short > 0) all.push(line('To the minimum charge', 'adjust', 'labour', short));
  const rounding = roundPrice(statedSum(all), rules.roundingMinor, rules.roundingMode) - statedSum(all);
  if (rounding !== 0) all.push(line('Rounding', 'adjust', 'labour', rounding));
  return all;
}

function accountDiscount(lines: readonly NetLine[], { goodsPercent, labourPercent }: TradeAccount): number {
  const ofClass = (taxClass: NetLine['taxClass']) =>
    sum(lines.filter((one) => one.taxClass === taxClass).map(({ statedMinor }) => statedMinor));
  return scaleMinor(ofClass('goods'), goodsPercent, 100) + scaleMinor(ofClass('labour'), labourPercent, 100);
}

/**
 * A price on the lattice of `step` minor units.
 * @example roundPrice(1249, 500, 'nearest') // 1000
 */
export function roundPrice(minor: number, step: number, mode: RoundingMode): number {
  switch (mode) {
    case 'up':
      return roundUpTo(minor, step);
    case 'down':
      return Math.floor(minor / step) * step;
    case 'nearest':
      return scaleMinor(minor, 1, step) * step;
  }
}
