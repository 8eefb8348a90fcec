import type { LinePart, NetLine, Payee, TaxClass } from './quote';

export function line(
  label: string,
  part: LinePart,
  taxClass: TaxClass,
  statedMinor: number,
  payee: Payee = 'shop',
): NetLine {
  return { label, part, payee, taxClass, statedMinor };
}

/** ' × 2' where there is more than one. */
export function times(count: number): string {
  return count > 1 ? ` × ${count}` : '';
}

export function sum(values: readonly number[]): number {
  return values.reduce((total, value) => total + value, 0);
}

/** What lines come to as stated, of one payee. */
export function statedSum(lines: readonly NetLine[], payee: Payee = 'shop'): number {
  return sum(lines.filter((one) => one.payee === payee).map(({ statedMinor }) => statedMinor));
}
