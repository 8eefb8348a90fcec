import { convertMinor } from '@/core/kinds/money';
import type { PriceRules } from './price-rules';
import type { KeyState, QuoteSnapshot } from './quote';

/** Amounts of a kilometre, which keep four decimals. */
const perKilometre: ReadonlySet<string> = new Set<keyof PriceRules>([
  'kmCostMinor',
  'towPerKmMinor',
  'beyondPerKmMinor',
]);

/**
 * Rules with every amount in other minor units, half away from zero; prices are rounded to a power of ten of them.
 * @param factor minor units of the other currency for one of the present
 */
export function rulesInOtherMoney(rules: PriceRules, factor: number): PriceRules {
  const convert = (minor: number) => convertMinor(minor, factor);
  const amounts = Object.fromEntries(
    Object.entries(rules).map(([name, value]) => [
      name,
      typeof value !== 'number' || !name.endsWith('Minor')
        ? value
        : perKilometre.has(name)
          ? Math.round(value * factor * 10_000) / 10_000
          : convert(value),
    ]),
  ) as unknown as PriceRules;
  return {
    ...amounts,
    rateMinor: Math.max(1, amounts.rateMinor),
    roundingMinor: 10 ** Math.max(0, Math.round(Math.log10(rules.roundingMinor * factor))),
    flatRates: rules.flatRates.map((price) => ({
      ...price,
      firstMinor: convert(price.firstMinor),
      furtherMinor: convert(price.furtherMinor),
    })),
    ownWorks: rules.ownWorks.map((work) => ({
      ...work,
      minor: work.minor === null ? null : convert(work.minor),
    })),
    bands: rules.bands.map(({ toKm, minor }) => ({ toKm, minor: convert(minor) })),
  };
}

/** Everything that prices a quote, in another currency. */
export function snapshotInOtherMoney(
  snapshot: QuoteSnapshot,
  currency: string,
  factor: number,
): QuoteSnapshot {
  const convert = (minor: number) => convertMinor(minor, factor);
  const orNull = (minor: number | null) => (minor === null ? null : convert(minor));
  const { dealer, coupon, later, lost } = snapshot;
  const state = ({ ways, ...rest }: KeyState): KeyState => ({
    ...rest,
    ways: Object.fromEntries(
      Object.entries(ways).map(([kind, way]) => [
        kind,
        {
          ...way,
          credit: way.credit && { ...way.credit, useMinor: convert(way.credit.useMinor) },
          pin: way.pin && { ...way.pin, minor: convert(way.pin.minor) },
        },
      ]),
    ),
  });
  return {
    ...snapshot,
    currency,
    rules: rulesInOtherMoney(snapshot.rules, factor),
    prices: snapshot.prices.map((price) => ({
      ...price,
      priceMinor: convert(price.priceMinor),
      shippingMinor: convert(price.shippingMinor),
    })),
    stock: snapshot.stock.map((piece) => ({ ...piece, costMinor: orNull(piece.costMinor) })),
    now: state(snapshot.now),
    later: later && state(later),
    lost: lost && state(lost),
    dealer: dealer && {
      ...dealer,
      labourMinor: convert(dealer.labourMinor),
      programmingMinor: convert(dealer.programmingMinor),
      cutMinor: orNull(dealer.cutMinor),
    },
    ...(snapshot.codeService && {
      codeService: { ...snapshot.codeService, feeMinor: convert(snapshot.codeService.feeMinor) },
    }),
    coupon: coupon && {
      ...coupon,
      amountMinor: convert(coupon.amountMinor),
      fromMinor: convert(coupon.fromMinor),
    },
  };
}
