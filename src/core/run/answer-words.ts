import type { BoundExit, BoundNode, BoundProcedure } from '@/core/procedure/bind/bound';
import type { KeyRole } from '@/core/procedure/document/procedure';
import { keyRoles } from '@/core/procedure/document/procedure';
import { said } from '@/core/procedure/document/step-words';
import { tagOf } from '@/core/procedure/run/run';
import type { RunBasis } from './run-basis';
import { nodeAt, type RunLog } from './run-log';

/** A key of a run by its tag and name; one that came later by its tag alone. */
export function keyName({ keys }: RunBasis, tag: number): string {
  const name = keys.find((key) => key.tag === tag)?.name;
  return name === undefined ? `key ${tag}` : `${tag} ${name}`;
}

/** The key that has a role at the step at hand, as it is said. */
export function roleName(basis: RunBasis, bound: BoundProcedure, log: RunLog, role: KeyRole): string {
  const node = nodeAt(bound, log);
  return node ? nameAt(basis, log, node, role) : keyRoles[role];
}

/** The key that has a role at a step, as it is now. */
export function nameAt(basis: RunBasis, { walk }: RunLog, node: BoundNode, role: KeyRole): string {
  const tag = tagOf(node, walk, role);
  return tag === undefined ? keyRoles[role] : keyName(basis, tag);
}

/** What follows an answer, in a few words: the next step, how many causes, an end, or how often it may go back. */
export function followsWords(
  bound: BoundProcedure,
  log: RunLog,
  answer: string,
  exit: BoundExit,
  nameOf: (role: KeyRole) => string,
): string {
  if (exit.kind === 'trouble')
    return exit.causes.length === 1 ? '1 cause to look for' : `${exit.causes.length} causes to look for`;
  const { to, back } = exit.target;
  if (back) {
    const left = back.atMost - (log.walk.jumps[`${log.walk.at} ${answer}`] ?? 0);
    if (left > 0) return left === 1 ? 'again, once more' : `again, up to ${left} times`;
    return placeWords(bound, back.otherwise, nameOf);
  }
  return placeWords(bound, to, nameOf);
}

function placeWords(bound: BoundProcedure, id: string, nameOf: (role: KeyRole) => string): string {
  const end = bound.ends.get(id);
  if (end) return end.kind === 'success' ? 'it worked' : 'it stops here';
  const node = bound.nodes.get(id);
  if (!node) return '';
  const words = said(node.step.say, nameOf);
  return `then: ${words.length > 48 ? `${words.slice(0, 47)}…` : words}`;
}
