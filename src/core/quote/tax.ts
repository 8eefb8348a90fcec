import { scaleMinor, spreadMinor } from '@/core/kinds/money';
import type { QuoteLine, TaxClass } from './quote';

/**
 * Taxes lines: for each payee and class the tax of the class's total, half away from zero, spread over its lines by
 * largest remainder. The lines' taxes always sum to the tax of the totals.
 */
export function taxLines(
  lines: readonly Omit<QuoteLine, 'taxMinor'>[],
  basisPoints: Readonly<Record<TaxClass, number>>,
): QuoteLine[] {
  const groups = new Map<string, number[]>();
  lines.forEach(({ payee, taxClass }, at) => {
    const group = `${payee} ${taxClass}`;
    groups.set(group, [...(groups.get(group) ?? []), at]);
  });
  const taxes = new Array<number>(lines.length).fill(0);
  for (const members of groups.values()) {
    const nets = members.map((at) => lines[at]?.netMinor ?? 0);
    const taxClass = lines[members[0] ?? 0]?.taxClass ?? 'labour';
    const total = nets.reduce((sum, net) => sum + net, 0);
    const parts = spreadMinor(scaleMinor(total, basisPoints[taxClass], 10_000), nets);
    members.forEach((at, index) => {
      taxes[at] = parts[index] ?? 0;
    });
  }
  return lines.map((line, at) => ({ ...line, taxMinor: taxes[at] ?? 0 }));
}
