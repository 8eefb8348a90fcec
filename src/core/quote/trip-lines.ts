import { scaleMinor } from '@/core/kinds/money';
import type { Trip } from '@/core/travel/trip';
import { line } from './lines';
import type { BookStyle, PriceRules } from './price-rules';
import type { NetLine } from './quote';

/** The trip as the customer pays it: by distance band by the flat rates, by the minutes there and back by time. */
export function tripLines(trip: Trip | null, book: BookStyle, rules: PriceRules): NetLine[] {
  if (!trip) return [];
  const minor =
    book === 'flatRates'
      ? bandPrice(rules, trip.distanceKm)
      : scaleMinor(rules.rateMinor, trip.minutes + trip.backMinutes, 60);
  return [line(`Trip to ${trip.to}, there and back`, 'trip', 'labour', minor)];
}

/** What a trip of so many kilometres one way costs: its band, or the last band with a price for each more. */
export function bandPrice({ bands, beyondPerKmMinor }: PriceRules, km: number): number {
  const sorted = [...bands].sort((a, b) => a.toKm - b.toKm);
  const band = sorted.find(({ toKm }) => km <= toKm);
  if (band) return band.minor;
  const last = sorted.at(-1);
  const tenths = Math.round((km - (last?.toKm ?? 0)) * 10);
  return (last?.minor ?? 0) + perKmMinor(beyondPerKmMinor, tenths);
}

/** What so many tenths of a kilometre cost, of an amount a kilometre with up to four decimals. */
export function perKmMinor(minorPerKm: number, tenths: number): number {
  return scaleMinor(Math.round(minorPerKm * 10_000), tenths, 100_000);
}

/** What driving there and back costs the shop. */
export function drivingCost(trip: Trip | null, { kmCostMinor }: PriceRules): number {
  return trip ? perKmMinor(kmCostMinor, Math.round(trip.distanceKm * 20)) : 0;
}
