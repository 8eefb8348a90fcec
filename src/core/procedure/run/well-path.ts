import type { BoundNode, BoundProcedure } from '../bind/bound';
import { goesOnBy } from '../document/step-exits';

/** The nodes where all goes well, to a success; undefined where none is reached. */
export function wellPath(bound: BoundProcedure, from: string): readonly BoundNode[] | undefined {
  const path: BoundNode[] = [];
  const seen = new Set<string>();
  for (let at = from; ; ) {
    const node = bound.nodes.get(at);
    if (!node) return bound.ends.get(at)?.kind === 'success' ? path : undefined;
    if (seen.has(at)) return undefined;
    seen.add(at);
    path.push(node);
    const next = wellFrom(node).find((to) => !seen.has(to));
    if (next === undefined) return undefined;
    at = next;
  }
}

/** Where it goes on where it goes well, the likeliest first. */
function wellFrom({ step, exits }: BoundNode): readonly string[] {
  const targets = (answers: readonly string[]) =>
    answers.flatMap((answer) => {
      const exit = exits[answer];
      return exit?.kind === 'goes' && exit.target.back === null ? [exit.target.to] : [];
    });
  const by = goesOnBy(step);
  if (by !== undefined) return targets([by]);
  if (step.kind === 'choose')
    return targets(
      [...step.options]
        .sort((a, b) => Number(rare.has(a.when ?? '')) - Number(rare.has(b.when ?? '')))
        .map(({ id }) => id),
    );
  return step.kind === 'observe'
    ? targets(
        [...step.answers]
          .sort((a, b) => Number(b.taken ?? false) - Number(a.taken ?? false))
          .map(({ id }) => id),
      )
    : [];
}

/** Options that are taken where something was done before, or does not go on. */
const rare: ReadonlySet<string> = new Set(['taken', 'typeLeft', 'noTypeLeft']);
