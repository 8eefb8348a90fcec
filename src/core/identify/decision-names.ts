/** What would be made, ordered and charged for a candidate. */
export interface DecisionParts {
  readonly blank: string;
  /** The remote's article, else the chip's, else 'no chip'. */
  readonly electronics: string;
  readonly platform: string;
  readonly route: string;
  readonly price: string;
}

type Part = keyof DecisionParts;

export const partNames: Record<Part, string> = {
  blank: 'blank',
  electronics: 'remote or chip',
  platform: 'platform',
  route: 'route',
  price: 'price',
};
const parts = Object.keys(partNames) as Part[];

export function decisionKey(decision: DecisionParts): string {
  return parts.map((part) => decision[part]).join('|');
}

/** The parts in which some of the decisions differ. */
export function differingParts(decisions: readonly DecisionParts[]): Part[] {
  return parts.filter((part) => new Set(decisions.map((decision) => decision[part])).size > 1);
}

/**
 * A short name for each decision, of the fewest parts in their order that tell them apart; where there is only one, its
 * electronics and platform.
 */
export function nameDecisions(decisions: readonly DecisionParts[]): Map<string, string> {
  const taken: Part[] = [];
  const differing = differingParts(decisions);
  const order = (['electronics', 'platform', 'blank', 'route', 'price'] as const).filter((part) =>
    differing.includes(part),
  );
  const distinct = new Set(decisions.map(decisionKey)).size;
  const names = () => decisions.map((decision) => taken.map((part) => decision[part]).join(', '));
  for (const part of order) {
    if (new Set(names()).size === distinct) break;
    taken.push(part);
  }
  if (taken.length === 0) taken.push('electronics', 'platform');
  return new Map(decisions.map((decision, at) => [decisionKey(decision), names()[at] ?? '']));
}
