import { scaleMinor, spreadMinor } from '@/core/kinds/money';
import type { NetLine, QuoteLine, TaxClass } from './quote';

type Rates = Readonly<Record<TaxClass, number>>;

/**
 * The tax of a class's total, half away from zero. A stated total has the tax in it or not.
 * @example taxOf(10_000, 650, false) // 650
 * @example taxOf(10_650, 650, true) // 650
 */
export function taxOf(statedMinor: number, basisPoints: number, included: boolean): number {
  return scaleMinor(statedMinor, basisPoints, included ? 10_000 + basisPoints : 10_000);
}

/**
 * Taxes lines: for each payee and class the tax of the class's total, spread over its lines by largest remainder on signed
 * amounts, so that a discount carries negative tax. The lines' taxes always sum to the tax of the totals.
 */
export function taxLines(lines: readonly NetLine[], basisPoints: Rates, included: boolean): QuoteLine[] {
  const groups = new Map<string, number[]>();
  lines.forEach(({ payee, taxClass }, at) => {
    const group = `${payee} ${taxClass}`;
    groups.set(group, [...(groups.get(group) ?? []), at]);
  });
  const taxes = new Array<number>(lines.length).fill(0);
  for (const members of groups.values()) {
    const stated = members.map((at) => lines[at]?.statedMinor ?? 0);
    const taxClass = lines[members[0] ?? 0]?.taxClass ?? 'labour';
    const total = stated.reduce((sum, one) => sum + one, 0);
    const rate = basisPoints[taxClass];
    const exact = stated.map((one) => one * rate);
    const parts = spreadMinor(taxOf(total, rate, included), exact, included ? 10_000 + rate : 10_000);
    members.forEach((at, index) => {
      taxes[at] = parts[index] ?? 0;
    });
  }
  return lines.map((line, at) => {
    const taxMinor = taxes[at] ?? 0;
    return { ...line, taxMinor, netMinor: included ? line.statedMinor - taxMinor : line.statedMinor };
  });
}
