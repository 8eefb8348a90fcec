import { type Bitting, type BittingRule, keepsMacs } from './bitting';

/** What the rows of a series have to keep. */
export interface CodeRowsSpec extends BittingRule {
  readonly first: number;
  readonly count: number;
}

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
  rows: readonly { readonly number: number | undefined; readonly bitting: Bitting | undefined }[],
  spec: CodeRowsSpec,
): CodeRowProblem[] {
  const seen = new Set<number>();
  return rows.flatMap(({ number, bitting }, at): CodeRowProblem[] => {
    const line = at + 2;
    if (number === undefined || number < spec.first || number >= spec.first + spec.count)
      return [
        { line, column: 'number', reason: `Expected ${spec.first} to ${spec.first + spec.count - 1}.` },
      ];
    if (seen.has(number)) return [{ line, column: 'number', reason: 'This number stands twice.' }];
    seen.add(number);
    const reason = bittingProblem(bitting, spec);
    return reason === undefined ? [] : [{ line, column: 'bitting', reason }];
  });
}

function bittingProblem(bitting: Bitting | undefined, rule: BittingRule): string | undefined {
  const { spaces, depths, macs } = rule;
  if (bitting?.length !== spaces)
    return `Expected ${spaces} depths: a digit each, or numbers with hyphens between.`;
  if (bitting.some((cut) => cut < 1 || cut > depths)) return `Expected depths of 1 to ${depths}.`;
  return keepsMacs(bitting, rule) ? undefined : `Neighbouring depths differ by more than ${macs}.`;
}
