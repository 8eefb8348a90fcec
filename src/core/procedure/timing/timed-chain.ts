import type { BoundNode, BoundProcedure } from '../bind/bound';
import type { Step } from '../document/procedure';
import { goesOnBy } from '../document/step-exits';

type TimedStep = Extract<Step, { readonly kind: 'hold' | 'pace' | 'window' }>;

/** A step whose time hands keep: something is held, beaten, or done within a time. */
export function isTimed(step: Step): step is TimedStep {
  return step.kind === 'hold' || step.kind === 'pace' || step.kind === 'window';
}

/** The node from whose end a window counts; undefined where a sign starts its clock, or the step is no window. */
export function countsFrom({ id, step }: BoundNode): string | undefined {
  if (step.kind !== 'window' || !('step' in step.from)) return undefined;
  return `${id.slice(0, id.length - step.id.length)}${step.from.step}`;
}

const counted = new WeakMap<BoundProcedure, ReadonlySet<string>>();

/** The nodes at whose end the clock of a window starts. */
export function startsClock(bound: BoundProcedure, node: string): boolean {
  const known =
    counted.get(bound) ?? new Set([...bound.nodes.values()].flatMap((one) => countsFrom(one) ?? []));
  counted.set(bound, known);
  return known.has(node);
}

/**
 * The steps that hands do in one go from the node at hand, without touching a screen in between: those that are timed, and what is done
 * between them. Empty where nothing that is timed begins here.
 */
export function timedChain(bound: BoundProcedure, at: string): readonly BoundNode[] {
  const chain: BoundNode[] = [];
  let node = bound.nodes.get(at);
  while (node && fits(node, chain)) {
    chain.push(node);
    node = nextOf(bound, node);
  }
  while (chain.length > 0 && chain.at(-1)?.step.kind === 'do') chain.pop();
  const [first] = chain;
  if (!first) return [];
  // What is done before the first timed step belongs to it only where a clock starts with its end.
  const isCounted = chain.some((one) => countsFrom(one) === first.id);
  return first.step.kind === 'do' && !isCounted ? [] : chain;
}

/** What hands do from a node on before anybody looks again: the chain that begins there, or its step alone. */
export function handsTogether(bound: BoundProcedure, node: BoundNode): readonly BoundNode[] {
  const chain = timedChain(bound, node.id);
  return chain.length > 0 ? chain : [node];
}

function fits(node: BoundNode, chain: readonly BoundNode[]): boolean {
  if (chain.some(({ id }) => id === node.id)) return false;
  const { step } = node;
  if (step.kind === 'do') return step.hands === 'none';
  if (!isTimed(step)) return false;
  // A clock that is started by a sign, or by what is not among these steps, is known to nobody beforehand.
  if (step.kind !== 'window' || chain.length === 0) return true;
  const since = countsFrom(node);
  return since !== undefined && chain.some(({ id }) => id === since);
}

function nextOf(bound: BoundProcedure, { step, exits }: BoundNode): BoundNode | undefined {
  const exit = exits[goesOnBy(step) ?? ''];
  return exit?.kind === 'goes' && exit.target.back === null ? bound.nodes.get(exit.target.to) : undefined;
}
