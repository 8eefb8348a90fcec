import type { SeriesSpec } from './code-rows';

export interface CodeRowProblem {
  readonly line: number;
  readonly column: 'number' | 'bitting';
  /** What is wrong; never what the cell says. */
  readonly reason: string;
}

/**
 * What is wrong with rows of a code series: numbers outside the series or twice, bittings of another length, with depths
 * the keyway lacks, or with steps over its MACS. Lines count from 2, after the header.
 */
export function checkCodeRows(
  rows: readonly { readonly number: string; readonly bitting: string }[],
  spec: Pick<SeriesSpec, 'spaces' | 'depths' | 'macs' | 'count'> & { readonly first: number },
): CodeRowProblem[] {
  const seen = new Set<number>();
  return rows.flatMap(({ number, bitting }, at): CodeRowProblem[] => {
    const line = at + 2;
    const value = /^\d{1,9}$/.test(number) ? Number(number) : Number.NaN;
    if (!(value >= spec.first && value < spec.first + spec.count))
      return [
        { line, column: 'number', reason: `Expected ${spec.first} to ${spec.first + spec.count - 1}.` },
      ];
    if (seen.has(value)) return [{ line, column: 'number', reason: 'This number stands twice.' }];
    seen.add(value);
    const reason = bittingProblem(bitting, spec);
    return reason === undefined ? [] : [{ line, column: 'bitting', reason }];
  });
}

function bittingProblem(
  bitting: string,
  { spaces, depths, macs }: Pick<SeriesSpec, 'spaces' | 'depths' | 'macs'>,
): string | undefined {
  if (!/^\d+$/.test(bitting) || bitting.length !== spaces) return `Expected ${spaces} depths, a digit each.`;
  const cuts = [...bitting].map(Number);
  if (cuts.some((cut) => cut < 1 || cut > depths)) return `Expected depths of 1 to ${depths}.`;
  const over = cuts.some((cut, at) => at > 0 && Math.abs(cut - (cuts[at - 1] ?? cut)) > macs);
  return over ? `Neighbouring depths differ by more than ${macs}.` : undefined;
}
